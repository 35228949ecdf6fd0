import type { Page } from '@playwright/test';
import { expect, openBuild, openStage, signIn, test } from '../shop';

const folder = '../../docs/screenshots';
const shoot = async (page: Page, name: string): Promise<void> => {
  await page.waitForTimeout(600);
  await page.screenshot({ path: `${import.meta.dirname}/${folder}/${name}.png` });
};

test('paper', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByText('demo shop')).toBeVisible();
  await signIn(page);
  await expect(page.getByRole('listitem').first()).toBeVisible();
  await expect(page.getByText('judging …')).toHaveCount(0);
  await shoot(page, 'board');
  await openBuild(page, 'Tram seat shell, two halves');
  await expect(page.getByRole('list', { name: /^What helps/ }).first()).toBeVisible();
  await shoot(page, 'sequence');
  await page.getByRole('tab', { name: 'How sure' }).click();
  await page.getByRole('button', { name: 'Run the spread' }).click();
  await expect(page.getByText('1000 of 1000 ·')).toBeVisible({ timeout: 60_000 });
  await page.getByRole('tab', { name: 'How sure' }).evaluate((tab) => {
    tab.scrollIntoView({ block: 'start' });
  });
  await shoot(page, 'how-sure');
  await page.getByRole('tab', { name: 'Plan it' }).click();
  await page.getByRole('button', { name: 'Plan it', exact: true }).click();
  const proposal = page.getByRole('list', { name: 'Proposals' }).getByRole('button').first();
  await expect(proposal).toContainText('off the plug earliest', { timeout: 120_000 });
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await proposal.click();
  await page.getByRole('tab', { name: 'Plan it' }).evaluate((tab) => {
    tab.scrollIntoView({ block: 'start' });
  });
  await shoot(page, 'plan-it');
  await page.goto('/');
  await openBuild(page, 'Tram seat shell, two halves');
  for (const stage of ['Plug', 'Split', 'Release', 'Stack', 'Mix', 'Kit', 'Traveler']) {
    await openStage(page, stage);
    if (stage === 'Mix') await expect(page.getByText('hardener').first()).toBeVisible();
    if (stage === 'Traveler') await expect(page.getByRole('list', { name: 'Steps' })).toBeVisible();
    if (stage === 'Stack')
      await page.getByRole('table', { name: 'Schools compared' }).evaluate((table) => {
        table.scrollIntoView({ block: 'end' });
      });
    if (stage === 'Stack') await expect(page.getByText('person-h')).toHaveCount(2);
    if (stage === 'Split')
      await page.getByRole('img', { name: 'Plan view of the sections' }).evaluate((drawing) => {
        drawing.scrollIntoView({ block: 'center' });
      });
    await shoot(page, stage.toLowerCase());
  }
  await page.goto('/bench');
  await page.getByRole('link', { name: /^Radar dome petal/ }).click();
  await expect(page.getByRole('region', { name: 'Step at hand' })).toBeVisible();
  await shoot(page, 'bench');
  await page.getByRole('tab', { name: 'As built' }).click();
  await expect(page.getByRole('region', { name: 'Planned and as built' })).toBeVisible();
  await shoot(page, 'as-built');
  await page.goto('/rack');
  await expect(page.getByText('M-003')).toBeVisible();
  await shoot(page, 'rack');
  await page.getByRole('link', { name: /M-003/ }).click();
  await expect(page.getByText('Ease of release')).toBeVisible();
  await expect(page.getByRole('region', { name: 'When it will stick' })).toBeVisible();
  await shoot(page, 'mold');
  await page.goto('/rack');
  await page.getByRole('link', { name: /M-006/ }).click();
  await page.getByRole('button', { name: 'Why?' }).click();
  await expect(page.getByRole('list', { name: 'Causes, likeliest first' })).toBeVisible({ timeout: 20_000 });
  await shoot(page, 'why');
  await page.goto('/stores');
  await expect(page.getByRole('heading', { name: 'Stores' })).toBeVisible();
  await shoot(page, 'stores');
  await page.goto('/shop/wall');
  await expect(page.getByRole('group', { name: 'Wall' })).toBeVisible();
  await page.getByRole('button', { name: 'A week later' }).click();
  await shoot(page, 'wall');
});

test('dim', async ({ page }) => {
  await page.addInitScript(() => {
    localStorage.setItem('pentimento.theme', 'lamp');
  });
  await signIn(page);
  await openBuild(page, 'Radar dome petal');
  await shoot(page, 'sequence-dim');
});
