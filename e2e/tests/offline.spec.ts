import { expect, signIn, test } from '../shop';

test.use({ serviceWorkers: 'allow', allowedErrors: [/Failed to load resource|ERR_INTERNET_DISCONNECTED|ERR_FAILED/] });

/** Until the program is kept in the browser. */
const kept = (page: import('@playwright/test').Page): Promise<void> =>
  page.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });

test('without network the shop opens as it was last seen; what is logged then counts once when the network is back', async ({ page, context }) => {
  await signIn(page);
  await kept(page);
  await page.getByRole('link', { name: /Tram seat shell/ }).click();
  await expect(page.getByRole('slider', { name: /Start of/ }).first()).toBeVisible();
  await page.goto('/rack');
  const spine = page.getByRole('listitem').filter({ hasText: 'M-002' });
  const count = async (): Promise<number> => Number(/(\d+) pulls ·/.exec(await spine.innerText())?.[1]);
  await expect(spine).toBeVisible();
  const before = await count();

  await context.setOffline(true);
  await page.reload();
  await expect(page.getByText(/Shown as it was/)).toBeVisible();
  await expect.poll(count).toBe(before);
  await page.getByRole('button', { name: 'Log a pull of M-002' }).click();
  await page.getByRole('button', { name: /Light wedges/ }).click();
  await expect(page.getByText('1 record waits here to be sent')).toBeVisible();
  // A cold start without network: another page of the same browser knows what waits, and the build that was open.
  await page.close();
  const cold = await context.newPage();
  await cold.goto('/');
  await expect(cold.getByText('1 record waits here to be sent')).toBeVisible();
  await cold.getByRole('link', { name: /Tram seat shell/ }).click();
  await expect(cold.getByRole('slider', { name: /Start of/ }).first()).toBeVisible();

  await context.setOffline(false);
  await expect(cold.getByText('waits here to be sent')).toBeHidden();
  await expect(cold.getByText(/Shown as it was/)).toBeHidden();
  await cold.goto('/rack');
  const again = cold.getByRole('listitem').filter({ hasText: 'M-002' });
  await expect.poll(async () => Number(/(\d+) pulls ·/.exec(await again.innerText())?.[1])).toBe(before + 1);
});

test('what was kept for one person is gone when that person leaves', async ({ page, context }) => {
  await signIn(page);
  await kept(page);
  await page.goto('/rack');
  await expect(page.getByRole('listitem').first()).toBeVisible();
  await page.getByText('Ada Marsh').click();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('button', { name: /Ada Marsh/ })).toBeVisible();
  await context.setOffline(true);
  await page.goto('/rack');
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await expect(page.getByText('M-002')).toBeHidden();
});

test('two tabs with one build open keep an unsaved plan each', async ({ page, context }) => {
  await signIn(page);
  await page.getByRole('link', { name: /Beehive roof shell, mold 3/ }).click();
  const slider = (of: import('@playwright/test').Page) => of.getByRole('slider', { name: 'Start of Skin' });
  await expect(slider(page)).toBeVisible();
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(slider(other)).toBeVisible();
  const saved = Number(await slider(page).getAttribute('aria-valuenow'));
  await slider(page).focus();
  await page.keyboard.press('ArrowRight');
  await slider(other).focus();
  for (let i = 0; i < 3; i++) await other.keyboard.press('ArrowRight');
  await page.reload();
  await other.reload();
  await expect.poll(async () => Number(await slider(page).getAttribute('aria-valuenow'))).toBe(saved + 15);
  await expect.poll(async () => Number(await slider(other).getAttribute('aria-valuenow'))).toBe(saved + 45);
  for (const one of [page, other]) await one.getByRole('button', { name: 'Back to saved' }).click();
});
