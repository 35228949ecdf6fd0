import { openBuild, signIn, test } from '../shop';

/** Drags a session to and fro and prints input → repaint, from performance marks. */
test('input to repaint while dragging', async ({ page }) => {
  await signIn(page);
  await openBuild(page, 'Tram seat shell, two halves');
  await page.waitForTimeout(1000);
  const box = await page.getByRole('slider', { name: 'Start of Bulk 2' }).boundingBox();
  if (!box) throw new Error('no handle');
  const x = box.x + box.width / 2;
  const y = box.y + box.height / 2;
  await page.mouse.move(x, y);
  await page.mouse.down();
  const sweep = async (moves: number): Promise<void> => {
    for (let i = 0; i < moves; i++) {
      const phase = i % 60;
      await page.mouse.move(x + 6 * (phase < 30 ? phase : 60 - phase), y);
      await page.waitForTimeout(60);
    }
  };
  await sweep(60);
  await page.evaluate(() => {
    performance.clearMarks();
  });
  await sweep(240);
  const times = await page.evaluate(() => {
    const marks = performance.getEntriesByType('mark').filter(({ name }) => name.startsWith('pentimento:'));
    const waits: number[] = [];
    let input: number | null = null;
    for (const { name, startTime } of marks) {
      if (name === 'pentimento:input') input ??= startTime;
      else if (input !== null) {
        waits.push(startTime - input);
        input = null;
      }
    }
    return waits.sort((a, b) => a - b);
  });
  await page.mouse.up();
  await page.getByRole('button', { name: 'Back to saved' }).click();
  const at = (q: number): string => times[Math.floor(q * (times.length - 1))].toFixed(1);
  process.stdout.write(`input → repaint over ${String(times.length)} moves: p50 ${at(0.5)} ms, p95 ${at(0.95)} ms, worst ${at(1)} ms\n`);
});
