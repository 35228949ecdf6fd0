import { expect, openBuild, signIn, test, worst } from '../shop';

const planIt = 'Plan it';

test('a build is planned, whatever others left of it, its reasons read, taken, undone, taken again and saved', async ({ page }) => {
  test.setTimeout(180_000);
  await signIn(page);
  await openBuild(page, 'Playground slide chute');
  await page.getByRole('tab', { name: planIt }).click();
  // Only the first of the searches is waited for.
  await page.getByRole('button', { name: planIt, exact: true }).click();
  await expect(page.getByText(/simulations, off .* at the earliest so far/)).toBeVisible({ timeout: 60_000 });
  const proposal = page.getByRole('list', { name: 'Proposals' }).getByRole('button').first();
  await expect(proposal).toContainText('off the plug earliest', { timeout: 120_000 });
  await proposal.click();
  await expect(page.getByTestId('proposed')).toBeVisible();
  await expect(page.getByRole('table', { name: 'Why so' })).toContainText(/cure of|restart temperature of|the shop opens/);
  const stop = page.getByRole('button', { name: 'Stop', exact: true });
  if (await stop.isVisible()) await stop.click();
  await page.getByRole('button', { name: 'Take all of it' }).click();
  await expect(worst(page)).not.toContainText('stop', { timeout: 20_000 });
  await expect(page.getByTestId('proposed')).toHaveCount(0);
  const starts = page.getByRole('slider', { name: /^Start of / });
  const taken = await starts.evaluateAll((all) => all.map((one) => one.getAttribute('aria-valuenow')));
  await page.keyboard.press('Control+z');
  await expect.poll(() => starts.evaluateAll((all) => all.map((one) => one.getAttribute('aria-valuenow')))).not.toEqual(taken);
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(() => starts.evaluateAll((all) => all.map((one) => one.getAttribute('aria-valuenow')))).toEqual(taken);
  await expect(worst(page)).not.toContainText('stop', { timeout: 20_000 });
  await page.getByRole('button', { name: 'Save version' }).click();
  await page.getByRole('dialog').getByRole('textbox').fill('As the planner proposes');
  await page.getByRole('dialog').getByRole('button', { name: /Save/ }).click();
  await expect(page.getByText(/v\d+ · saved/)).toBeVisible();
  await page.reload();
  await expect(worst(page)).not.toContainText('stop', { timeout: 20_000 });
});

test('stopped midway the best so far stays, and can be dropped', async ({ page }) => {
  await signIn(page);
  await openBuild(page, 'Beehive roof shell, mold 3');
  await page.getByRole('tab', { name: planIt }).click();
  await page.getByRole('checkbox', { name: 'Plies per session' }).check();
  await page.getByRole('button', { name: planIt, exact: true }).click();
  await expect(page.getByText(/at the earliest so far/)).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByText(/stopped, the best so far stays/)).toBeVisible();
  const proposal = page.getByRole('list', { name: 'Proposals' }).getByRole('button').first();
  await expect(proposal).toContainText(/when it was stopped|proved/);
  await proposal.click();
  await expect(page.getByTestId('proposed')).toBeVisible();
  await page.getByRole('button', { name: 'Drop it' }).click();
  await expect(page.getByTestId('proposed')).toHaveCount(0);
});

test('a session is locked on the drawing, by hand and by key, as in the list beside it', async ({ page }) => {
  await signIn(page);
  await openBuild(page, 'Beehive roof shell, mold 3');
  const onDrawing = page.getByRole('button', { name: /^Skin on the drawing/ });
  await expect(onDrawing).toHaveCount(0);
  await page.getByRole('tab', { name: planIt }).click();
  const inList = page.getByRole('list', { name: 'Locks' }).getByRole('button', { name: /^Skin/ });
  await expect(onDrawing).toHaveAttribute('aria-pressed', 'false');
  await onDrawing.click();
  await expect(onDrawing).toHaveAttribute('aria-pressed', 'true');
  await expect(inList).toHaveAttribute('aria-pressed', 'true');
  await onDrawing.press('Enter');
  await expect(inList).toHaveAttribute('aria-pressed', 'false');
});

test('what cannot be says so, and what would help was tried', async ({ page }) => {
  test.setTimeout(180_000);
  await signIn(page);
  await openBuild(page, 'Beehive roof shell, mold 3');
  await page.getByRole('tab', { name: planIt }).click();
  // The second gel coat right after the first, and both locked: no order of hands allows that.
  const second = page.getByRole('slider', { name: 'Start of Gel coat 2' });
  await second.focus();
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowLeft');
  for (const name of ['Gel coat 1', 'Gel coat 2']) await page.getByRole('button', { name: `${name}: may move` }).click();
  await page.getByRole('button', { name: planIt, exact: true }).click();
  await expect(page.getByText('No plan keeps every limit')).toBeVisible({ timeout: 120_000 });
  const help = page.getByRole('list', { name: 'What would help' }).getByRole('button', { name: /may move/ });
  await help.first().click();
  await expect(page.getByTestId('proposed')).toBeVisible();
});

test('what a plan survives', async ({ page }) => {
  await signIn(page);
  await openBuild(page, 'Beehive roof shell, mold 3');
  await page.getByRole('tab', { name: 'What if' }).click();
  await page.getByRole('button', { name: 'Try what may come' }).click();
  await expect(page.getByRole('region', { name: 'What it survives' })).toContainText('colder', { timeout: 60_000 });
  await expect(page.getByRole('region', { name: 'Otherwise' })).toContainText('One person fewer');
});

test('the shop’s calendar is changed; a build is moved on the wall, and back', async ({ page }) => {
  await signIn(page);
  await page.goto('/shop');
  const calendar = page.getByRole('region', { name: 'Calendar', exact: true });
  await calendar.getByRole('button', { name: 'Closed days' }).click();
  await calendar.getByRole('region', { name: 'Closed' }).getByLabel('Why').last().fill('Inventory');
  await page.keyboard.press('Enter');
  await calendar.getByRole('button', { name: 'Save calendar' }).click();
  await expect(calendar.getByRole('button', { name: 'Drop changes' })).toHaveCount(0);
  await page.reload();
  await expect(calendar.getByRole('region', { name: 'Closed' }).getByLabel('Why').last()).toHaveValue('Inventory');

  await page.getByRole('link', { name: 'Wall of the coming weeks' }).click();
  const row = page.getByRole('slider', { name: 'Move Teaching aerofoil block by days' });
  await expect(row).toHaveAttribute('aria-valuetext', '2026-12-03');
  await row.focus();
  await page.keyboard.press('ArrowRight');
  await expect(row).toHaveAttribute('aria-valuetext', '2026-12-04');
  await page.getByRole('button', { name: 'Move it back' }).click();
  await expect(row).toHaveAttribute('aria-valuetext', '2026-12-03');
  await page.getByRole('button', { name: 'by person' }).click();
  await expect(page.getByText('Nobody named')).toBeVisible();
});
