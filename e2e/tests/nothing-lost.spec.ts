import { enter, expect, openBuild, signIn, startOf, test, unfoldConditions, worst } from '../shop';

test('closing the tab loses no edit; undo and redo go on', async ({ page, context }) => {
  await signIn(page);
  await openBuild(page, 'Beehive roof shell, mold 3');
  const saved = await startOf(page, 'Skin');
  await page.getByRole('slider', { name: 'Start of Skin' }).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(() => startOf(page, 'Skin')).toBe(saved + 75);
  const address = page.url();
  await page.close();

  const again = await context.newPage();
  await again.goto(address);
  await expect(again.getByText('unsaved edits')).toBeVisible();
  await expect.poll(() => startOf(again, 'Skin')).toBe(saved + 75);
  await again.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => startOf(again, 'Skin')).toBe(saved);
  await expect(again.getByText('unsaved edits')).toBeHidden();
  await again.getByRole('button', { name: 'Redo' }).click();
  await expect.poll(() => startOf(again, 'Skin')).toBe(saved + 75);
  await again.getByRole('button', { name: 'Back to saved' }).click();
  await expect.poll(() => startOf(again, 'Skin')).toBe(saved);
});

test.describe('two people save the same build', () => {
  test.use({ allowedErrors: [/409/] });
  test('the second is told, sees theirs, and can put hers on top', async ({ page, browser }) => {
    await signIn(page, 'Cleo Strand');
    await openBuild(page, 'Teaching aerofoil block');
    const other = await browser.newPage();
    await signIn(other, 'Finn Sallow');
    await openBuild(other, 'Teaching aerofoil block');
    const start = await startOf(page, 'Cloth 2');

    // Under an edit a page stays with the version it began from; an untouched one would go over to the newer.
    await page.getByRole('slider', { name: 'Start of Cloth 2' }).focus();
    await page.keyboard.press('ArrowRight');
    await expect(page.getByText('unsaved edits')).toBeVisible();

    await unfoldConditions(other);
    await enter(other.getByLabel('Shop, mean'), '22');
    await other.getByRole('button', { name: 'Save version' }).click();
    await other.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(other.getByText('· saved')).toBeVisible();

    await page.getByRole('button', { name: 'Save version' }).click();
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByRole('alert')).toContainText('Finn Sallow saved version 2');

    await page.getByRole('button', { name: /Show theirs/ }).click();
    await unfoldConditions(page);
    await expect(page.getByLabel('Shop, mean')).toHaveValue('22');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(() => startOf(page, 'Cloth 2')).toBe(start + 15);
    await page.getByRole('button', { name: 'Save version' }).click();
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('v3')).toBeVisible();
    await other.close();
  });
});

test.describe('the network drops at the rack', () => {
  test.use({ allowedErrors: [/Failed to load resource/] });
  test('a pull waits in the browser, survives a reload of the page, and counts once', async ({ page }) => {
    await signIn(page);
    await page.goto('/rack');
    const spine = page.getByRole('listitem').filter({ hasText: 'M-004' });
    const count = async (): Promise<number> => Number(/(\d+) pulls ·/.exec(await spine.innerText())?.[1]);
    await expect(spine).toBeVisible();
    const before = await count();
    await page.route('**/api/molds/*/pulls', (route) => route.abort('internetdisconnected'));
    await page.getByRole('button', { name: 'Log a pull of M-004' }).click();
    await page.getByRole('button', { name: /Fell out/ }).click();
    await expect(page.getByText('1 record waits here to be sent')).toBeVisible();
    expect(await count()).toBe(before + 1);
    await page.reload();
    await expect(page.getByText('1 record waits here to be sent')).toBeVisible();
    await expect.poll(count).toBe(before + 1);
    // The answer gets lost on the way back: the same record is sent again, and counts once.
    let lost = 0;
    await page.unroute('**/api/molds/*/pulls');
    await page.route('**/api/molds/*/pulls', async (route) => {
      if (lost++ > 0) return route.continue();
      await route.fetch();
      return route.abort('connectionreset');
    });
    await page.reload();
    await expect.poll(() => lost).toBe(1);
    await page.reload();
    await expect(page.getByText('waits here to be sent')).toBeHidden();
    await expect.poll(count).toBe(before + 1);
  });
});

test('an empty plan says what to do, and takes its first session', async ({ page }) => {
  await signIn(page);
  await page.getByRole('button', { name: 'New build' }).click();
  await page.getByLabel('Name of the build').fill('Plinth cover, trial');
  await page.getByLabel('Part it will make').fill('Plinth cover');
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('radio', { name: /From nothing/ }).check();
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('button', { name: 'Start the plan' }).click();
  await expect(page.getByText('No sessions yet')).toBeVisible();
  await page.getByRole('button', { name: 'Session', exact: true }).click();
  await page.getByRole('button', { name: 'Session', exact: true }).click();
  await expect(worst(page)).toBeVisible();
  await expect(page.getByRole('slider', { name: /Start of Session/ })).toHaveCount(2);
});
