import { expect, keys, openStage, signIn, test, worst } from '../shop';

test('checks and gate signed at the bench: laying begins without a reason, the plan shows who signed, finishing asks nothing', async ({ page }) => {
  await signIn(page, 'Ben Corrie');

  await test.step('a new build with its release planned', async () => {
    await page.getByRole('button', { name: 'New build' }).click();
    await page.getByLabel('Name of the build').fill('Bell cover, mold 1');
    await page.getByLabel('Part it will make').fill('Bell cover');
    // A Tuesday: what is released the day before is released on a working day.
    await page.getByLabel('Day 1').fill('2027-02-02');
    for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Next' }).click();
    await page.getByRole('button', { name: 'Start the plan' }).click();
    await expect(page.getByRole('heading', { name: 'Bell cover, mold 1' })).toBeVisible();
    await openStage(page, 'Release');
    await page.getByRole('button', { name: 'Plan the release' }).click();
    await expect(page.getByTestId('gate')).toContainText('to sign');
    await page.getByRole('button', { name: 'Save version' }).click();
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('· saved')).toBeVisible();
  });

  const build = page.url().replace(/\/release.*$/, '');
  const hand = page.getByRole('region', { name: 'Step at hand' });
  await test.step('everything before gel coat is done at the bench', async () => {
    await page.goto(build.replace('/builds/', '/bench/'));
    await expect(hand).toBeVisible();
    for (let i = 0; i < 40; i++) {
      const name = await hand.getByRole('heading').innerText();
      if (/^Set up/.test(name)) break;
      await hand.getByRole('button', { name: 'Done' }).click();
      await expect(hand.getByRole('heading')).not.toHaveText(name);
    }
  });

  const dialog = page.getByRole('dialog');
  await test.step('gel coat is begun: nobody asks why', async () => {
    await hand.getByRole('button', { name: 'Done' }).click();
    await expect(hand.getByRole('heading')).toHaveText(/^Mix.*Gel coat/);
    await hand.getByRole('button', { name: 'Start' }).click();
    await expect(dialog).toHaveCount(0);
    await expect(hand).toContainText('Begun');
  });

  await test.step('a pot of it is told of at another build too', async () => {
    await page.clock.install();
    await page.getByRole('button', { name: 'Weigh a pot' }).click();
    await keys(dialog, '280');
    await dialog.getByRole('button', { name: /^MEK peroxide/ }).click();
    await keys(dialog, '5.6');
    await dialog.getByRole('button', { name: 'Poured' }).click();
    const strip = page.getByRole('navigation', { name: 'Builds under way' });
    await strip.getByRole('link', { name: /^Radar dome petal/ }).click();
    await expect(page.getByRole('heading', { name: 'Radar dome petal, mold 2', level: 1 })).toBeVisible();
    await expect(strip.getByRole('link', { name: /^Bell cover, mold 1/ })).toContainText(/Pot of .*: empty it in \d+ min/);
    const bell = page.getByRole('list', { name: 'Bell' }).getByText(/^Bell cover, mold 1: Pot of .*: it should be empty by now/);
    for (let minute = 0; minute < 60 && (await bell.count()) === 0; minute++) await page.clock.runFor('01:00');
    await expect(bell).toBeVisible();
  });

  await test.step('the Board says what is next by the log', async () => {
    await page.goto('/');
    const cell = page.getByRole('listitem').filter({ hasText: 'Bell cover, mold 1' });
    await expect(cell.getByTestId('next-moment')).toContainText('Set up, Gel coat 2');
    await expect(page.getByRole('listitem').filter({ hasText: 'Radar dome petal' }).getByTestId('next-moment')).not.toContainText(
      'Gate before gel coat',
    );
  });

  await test.step('plug and gate stand signed in the plan', async () => {
    await page.goto(`${build}/release`);
    await expect(page.getByTestId('gate')).toHaveText(/passed/);
    await expect(page.getByRole('list', { name: 'Gate tests' })).toContainText('Ben Corrie, at the bench');
    await openStage(page, 'Plug');
    await expect(page.getByTestId('readiness')).toContainText('ready');
    await expect(worst(page)).not.toContainText('of the plug open');
  });

  await test.step('nor does finishing ask why', async () => {
    await page.getByRole('button', { name: 'Finish into a mold' }).click();
    await dialog.getByRole('button', { name: 'No hand' }).click();
    await expect(dialog.getByLabel(/Still open/)).toHaveCount(0);
    await dialog.getByRole('button', { name: 'Put it on the rack' }).click();
    await expect(page.getByRole('heading', { name: /M-\d{3} Bell cover/ })).toBeVisible();
  });
});
