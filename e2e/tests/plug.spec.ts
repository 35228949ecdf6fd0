import { expect, openBuild, signIn, test, worst } from '../shop';

test('a wrong fillet under polyester stops the build, says why and what to do, and limits the heat by itself', async ({ page }) => {
  await signIn(page);
  await openBuild(page, 'Beehive roof shell, mold 3');
  await page.getByRole('tab', { name: 'Plug' }).click();
  const panel = page.getByRole('region', { name: 'Plug', exact: true });
  await expect(panel).toContainText('Name what is on the plug first.');
  await panel.getByLabel(/^Add/).selectOption('board_sealed');
  await expect(panel).toContainText('Nothing in the table speaks against it');
  await panel.getByLabel(/^Add/).selectOption('clay_sulfur');
  await expect(panel.getByRole('list', { name: 'Compatibility' })).toContainText('Sulfur inhibits the cure.');
  await expect(panel).toContainText('Use a wax fillet or a sulfur-free one.');
  await expect(worst(page)).toContainText('stop');
  await expect(page.getByLabel('Plug face stands')).toHaveValue('45');
  await panel.getByRole('button', { name: 'Take off Sulfur clay' }).click();
  await panel.getByLabel(/^Add/).selectOption('wax_fillet');
  await expect(worst(page)).not.toContainText('stop');
  await expect(page.getByLabel('Plug face stands')).toHaveValue('52');

  const hours = async (): Promise<number> => Number.parseFloat(await panel.getByTestId('finish-hours').innerText());
  const gloss = await hours();
  await panel.getByLabel('Wanted').selectOption('show');
  expect(await hours()).toBeGreaterThan(gloss);
  await panel.getByLabel('Coarsest scratch there').fill('2500');
  await expect(panel.getByRole('alert')).toContainText('finer than that already');
});
