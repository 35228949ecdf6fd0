import { expect, signIn, test } from '../shop';

test('a calendar address: made, read by somebody who is not signed in, withdrawn', async ({ page, playwright }) => {
  await signIn(page);
  await page.goto('/shop');
  const part = page.getByRole('region', { name: 'Calendar addresses' });
  await part.getByLabel('What it holds').selectOption('Work of Cleo Strand');
  await part.getByRole('button', { name: 'Make an address' }).click();
  const address = await part.getByLabel('Calendar address', { exact: true }).inputValue();
  expect(address).toMatch(/\/api\/feeds\/[\w.-]+\.ics$/);
  const stranger = await playwright.request.newContext();
  const answer = await stranger.get(address);
  expect(answer.status()).toBe(200);
  expect(await answer.text()).toContain('BEGIN:VEVENT');
  await page.reload();
  const cleos = part.getByRole('listitem').filter({ hasText: 'Cleo Strand' });
  await expect(cleos).toBeVisible();
  await expect(part.getByLabel('Calendar address', { exact: true })).toHaveCount(0);
  await part.getByRole('button', { name: 'Withdraw the address of Work of Cleo Strand' }).click();
  await expect(cleos).toHaveCount(0);
  expect((await stranger.get(address)).status()).toBe(404);
  await stranger.dispose();
});
