import { dragSession, expect, openBuild, signIn, startOf, test, worst } from '../shop';

test('a badly planned build is dragged green, saved, finished into a mold, and pulled three times', async ({ page }) => {
  await signIn(page, 'Ben Corrie');
  await openBuild(page, 'Tram seat shell, two halves');
  await expect(worst(page)).toContainText('stop');
  const verdicts = page.getByRole('list', { name: 'Verdicts' });
  await expect(verdicts.getByText('Plug face, hottest')).toBeVisible();
  await expect(verdicts.getByText('Bulk 2 onto Bulk 1')).toBeVisible();

  await test.step('a verdict takes the time cursor to its moment', async () => {
    await verdicts.getByRole('button', { name: /^stop Bulk mat 2, peak/ }).click();
    await expect(page.getByTestId('cursor')).toHaveText(/^day 2 09:/);
  });

  const limits = page.getByRole('complementary', { name: 'Verdicts' });
  const before = await startOf(page, 'Bulk 2');
  await test.step('drag to the right until nothing is wrong', async () => {
    for (let i = 0; i < 6; i++) {
      await dragSession(page, 'Bulk 2', 30);
      await page.waitForTimeout(150);
      if ((await limits.innerText()).includes('every limit')) break;
    }
    await expect(limits).toContainText('every limit');
    await expect(page.getByText('unsaved edits')).toBeVisible();
  });
  const after = await startOf(page, 'Bulk 2');
  expect(after).toBeGreaterThan(before);
  expect(after % 15).toBe(0);
  await expect(page.getByTestId('ghost')).toBeVisible();

  await test.step('save, reload, the same', async () => {
    await page.getByRole('button', { name: 'Save version' }).click();
    await page.getByLabel('Why (optional)').fill('Second bulk when the first has cooled');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('· saved')).toBeVisible();
    await page.reload();
    await expect(limits).toContainText('every limit');
    expect(await startOf(page, 'Bulk 2')).toBe(after);
    await page.getByRole('button', { name: /v2/ }).click();
    await expect(page.getByText('Second bulk when the first has cooled')).toBeVisible();
    await page.getByRole('button', { name: 'Close', exact: true }).click();
  });

  await test.step('finish into a mold', async () => {
    await page.getByRole('button', { name: 'Finish into a mold' }).click();
    await expect(page.getByRole('button', { name: 'Put it on the rack' })).toBeDisabled();
    await page.getByRole('button', { name: 'Left', exact: true }).click();
    await page.getByLabel('Release program').selectOption('paste-wax');
    // Nobody has ticked the plug's checks: it asks why.
    await expect(page.getByRole('button', { name: 'Put it on the rack' })).toBeDisabled();
    await page.getByLabel(/Still open/).fill('Checks and gate signed on paper');
    await page.getByRole('button', { name: 'Put it on the rack' }).click();
    await expect(page.getByRole('heading', { name: /M-\d{3} Tram seat/ })).toContainText(/left/i);
    await expect(page.getByTestId('due')).toContainText('No release treatment on record');
  });

  await test.step('treat it, log three pulls in two taps each, see the strokes', async () => {
    await page.getByRole('button', { name: 'Log a treatment' }).click();
    await page.getByRole('button', { name: /fully treated/ }).click();
    await expect(page.getByTestId('due')).toContainText('kept');
    for (const ease of [/Fell out/, /Light wedges/, /Light wedges/]) {
      await page.getByRole('button', { name: 'Log a pull' }).click();
      await page.getByRole('button', { name: ease }).click();
    }
    await expect(page.getByRole('img', { name: '3 pulls' })).toBeVisible();
    await expect(page.getByTestId('Pulls since new')).toHaveText('3');
    // Paste wax wants a coat before each of a new mold's first pulls.
    await expect(page.getByTestId('due')).toContainText('stop');
  });

  await test.step('a mistaken pull is taken back by a counter-entry, and stays on record', async () => {
    await page.getByRole('button', { name: 'Take back' }).first().click();
    await expect(page.getByTestId('Pulls since new')).toHaveText('2');
    await expect(page.getByText('Counter-entry: a pull taken back')).toBeVisible();
    await page.reload();
    await expect(page.getByTestId('Pulls since new')).toHaveText('2');
    await page.goto('/rack');
    await expect(page.getByRole('listitem').filter({ hasText: 'Tram seat' })).toContainText('2 pulls');
  });
});

test('a mold whose interval is used up is warned about before the next pull', async ({ page }) => {
  await signIn(page);
  await page.keyboard.press('3');
  await page.getByRole('button', { name: 'Log a pull of M-003' }).click();
  await expect(page.getByRole('dialog')).toContainText(/strip and treat before/i);
  await page.getByRole('button', { name: 'No pull' }).click();
});
