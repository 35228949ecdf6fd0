import { expect, signIn, test } from '../shop';

test('what somebody logs on one tablet stands on the other within two seconds, without a touch', async ({ page, browser }) => {
  await signIn(page);
  await page.goto('/rack');
  const pulls = async (of: typeof page): Promise<number> => {
    const spine = of.getByRole('listitem').filter({ hasText: 'M-005' });
    return Number(/(\d+) pulls ·/.exec(await spine.innerText())?.[1]);
  };
  await expect(page.getByRole('listitem').filter({ hasText: 'M-005' })).toBeVisible();
  const before = await pulls(page);
  const context = await browser.newContext();
  const other = await context.newPage();
  await signIn(other, 'Dov Tansy');
  await other.goto('/rack');
  await other.getByRole('button', { name: 'Log a pull of M-005' }).click();
  await other.getByRole('button', { name: /Light wedges/ }).click();
  await expect.poll(() => pulls(other)).toBe(before + 1);
  const shown = Date.now();
  await expect.poll(() => pulls(page), { intervals: [50] }).toBe(before + 1);
  expect(Date.now() - shown).toBeLessThan(2000);
  await context.close();
});
