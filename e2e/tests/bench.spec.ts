import { expect, signIn, test } from '../shop';

test('the bench leads through a build step by step: started, done, skipped with a reason, taken back, kept over a reload', async ({ page }) => {
  await signIn(page, 'Dov Tansy');
  await page.keyboard.press('2');
  await expect(page.getByRole('heading', { name: 'Which build is on the bench?' })).toBeVisible();
  await page.getByRole('link', { name: /^Playground slide chute/ }).click();
  const hand = page.getByRole('region', { name: 'Step at hand' });
  const log = page.getByRole('complementary', { name: 'Log' });
  await expect(hand).toBeVisible();
  const first = await hand.getByRole('heading').innerText();

  await test.step('start and done are written with time and name; the next step comes up', async () => {
    await hand.getByRole('button', { name: 'Start' }).click();
    await expect(hand).toContainText('Begun');
    await hand.getByRole('button', { name: 'Done' }).click();
    await expect(hand.getByRole('heading')).not.toHaveText(first);
    await expect(log.getByRole('listitem').first()).toContainText('Dov Tansy');
  });

  await test.step('a skip says why', async () => {
    const second = await hand.getByRole('heading').innerText();
    await hand.getByRole('button', { name: 'Skip' }).click();
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByRole('button', { name: 'Write it down' })).toBeDisabled();
    await dialog.getByRole('textbox').fill('not on this plug');
    await dialog.getByRole('button', { name: 'Write it down' }).click();
    await expect(log.getByRole('listitem').first()).toContainText(`Skipped ${second}: not on this plug`);
  });

  await test.step('a mistake is taken back; everything is there after a reload', async () => {
    await log.getByRole('button', { name: 'Take back' }).first().click();
    await expect(log.getByRole('listitem').first()).toContainText('Taken back');
    await page.reload();
    await expect(log.getByRole('listitem')).toHaveCount(4);
    await expect(log.getByRole('listitem').first()).toContainText('Taken back');
  });
});

test.describe('without a network', () => {
  test.use({ allowedErrors: [/ERR_INTERNET_DISCONNECTED/] });

  test('what is written while it is away is sent when it is back, once', async ({ page, context }) => {
    await signIn(page, 'Dov Tansy');
    await page.goto('/bench');
    await page.getByRole('link', { name: /^Teaching aerofoil block/ }).click();
    const hand = page.getByRole('region', { name: 'Step at hand' });
    const log = page.getByRole('complementary', { name: 'Log' });
    await expect(hand).toBeVisible();
    await context.setOffline(true);
    await hand.getByRole('button', { name: 'Done' }).click();
    await expect(log.getByRole('listitem').first()).toContainText('waiting to be sent');
    await context.setOffline(false);
    await page.evaluate(() => {
      window.dispatchEvent(new Event('online'));
    });
    await expect(log.getByRole('listitem').first()).toContainText('Dov Tansy');
    await page.reload();
    await expect(log.getByRole('listitem')).toHaveCount(1);
  });
});
