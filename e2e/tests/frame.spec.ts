import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, openBuild, openStage, signIn, test, unfoldConditions, unfoldKept } from '../shop';

test('keys, command box and units reach everything', async ({ page }) => {
  await signIn(page);
  for (const [digit, heading] of [
    ['3', 'Rack'],
    ['4', 'Stores'],
    ['5', 'Shop'],
    ['1', 'Board'],
  ] as const) {
    await page.keyboard.press(digit);
    await expect(page.getByRole('heading', { name: heading, exact: true })).toBeVisible();
  }
  await page.keyboard.press('/');
  await page.getByRole('combobox', { name: 'Find or do' }).fill('m-003');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /M-003/ })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByText('Keys on this screen')).toBeVisible();
  await page.keyboard.press('Escape');

  await page.keyboard.press('1');
  await openBuild(page, 'Beehive roof shell, mold 3');
  await unfoldConditions(page);
  await expect(page.getByLabel('Shop, mean')).toHaveValue('20');
  await page.getByRole('button', { name: /Units: metric/ }).click();
  await expect(page.getByLabel('Shop, mean')).toHaveValue('68');
  await expect(page.getByLabel('Wet film of Gel coat 1')).toHaveValue('15.7');
  await page.reload();
  await expect(page.getByLabel('Shop, mean')).toHaveValue('68');
  await page.getByRole('button', { name: /Units: US/ }).click();
  await expect(page.getByLabel('Shop, mean')).toHaveValue('20');
});

test('a pot of resin: more in it gets hotter, a colder shop gels later', async ({ page }) => {
  await signIn(page);
  await page.goto('/stores#iso_lam');
  const peak = async (): Promise<number> => Number.parseInt(await page.getByTestId('pot-peak').innerText());
  const gel = async (): Promise<number> => Number.parseInt(await page.getByTestId('pot-gel').innerText());
  await expect(page.getByTestId('pot-peak')).toBeVisible();
  const [peakBefore, gelBefore] = [await peak(), await gel()];
  await page.getByLabel('In the pot').fill('3');
  await expect.poll(peak).toBeGreaterThan(peakBefore);
  await page.getByLabel('Resin and shop').fill('14');
  await expect.poll(gel).toBeGreaterThan(gelBefore);
  await page.getByLabel('Resin and shop').fill('90');
  await expect(page.getByRole('alert')).toContainText('5 to 40');
});

/** What an accessibility checker finds on the page as it stands: nothing. */
async function faultless(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map((n) => n.html.slice(0, 120)).join(' | ')}`)).toEqual([]);
}

for (const theme of ['paper', 'lamp']) {
  test.describe(`no accessibility fault that a checker finds, ${theme}`, () => {
    test.beforeEach(async ({ page }) => {
      await page.addInitScript((chosen) => {
        localStorage.setItem('pentimento.theme', chosen);
      }, theme);
      await signIn(page);
    });

    test('Board and Sequence', async ({ page }) => {
      await expect(page.getByText('judging …')).toHaveCount(0);
      await faultless(page);
      await openBuild(page, 'Tram seat shell, two halves');
      await expect(page.getByRole('list', { name: /^What helps/ }).first()).toBeVisible();
      await unfoldKept(page);
      await expect(page.getByRole('list', { name: 'Limits kept' })).toBeVisible();
      await faultless(page);
      for (const tab of ['How sure', 'After release']) {
        await page.getByRole('tab', { name: tab }).click();
        if (tab === 'How sure') {
          await page.getByRole('combobox', { name: /^Runs/ }).selectOption('200');
          await page.getByRole('button', { name: 'Run the spread' }).click();
          await expect(page.getByRole('img', { name: /What moves the margin/ })).toBeVisible({ timeout: 60_000 });
        }
        await faultless(page);
      }
      await page
        .getByRole('button', { name: /^How .* came about/ })
        .first()
        .click();
      await expect(page.getByRole('list', { name: 'What moves it most' })).toBeVisible();
      await faultless(page);
    });

    test('the other stages of a build', async ({ page }) => {
      await openBuild(page, 'Tram seat shell, two halves');
      for (const stage of ['Plug', 'Split', 'Release', 'Stack', 'Mix', 'Kit', 'Traveler']) {
        await openStage(page, stage);
        if (stage === 'Mix') await expect(page.getByText('If by the shortcut').first()).toBeVisible();
        await faultless(page);
      }
    });

    test('Stores, Rack, Shop and Bench', async ({ page }) => {
      await page.goto('/stores#iso_lam');
      await page.getByRole('checkbox', { name: /kitchen thermometer/ }).check();
      await expect(page.getByTestId('fit')).toBeVisible({ timeout: 60_000 });
      await faultless(page);
      await page.getByRole('button', { name: 'Enter data sheet' }).click();
      await faultless(page);
      for (const path of ['/rack', '/stores', '/shop', '/bench']) {
        await page.goto(path);
        await expect(page.getByText('Fetching')).toHaveCount(0);
        await faultless(page);
      }
    });
  });
}
