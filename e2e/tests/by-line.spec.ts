import { enter, expect, openBuild, openStage, signIn, test, unfoldConditions, unfoldLayer } from '../shop';

test('a layer is one line until it is unfolded; what is stirred in goes into its pots and onto the list', async ({ page }) => {
  await signIn(page);
  await openBuild(page, 'Beehive roof shell, mold 3');
  await openStage(page, 'Stack');
  await expect(page.getByLabel('Role of Skin mat')).toHaveCount(0);
  await unfoldLayer(page, 'Skin mat');
  await page.getByRole('button', { name: 'Filler or pigment into Skin mat' }).click();
  await page.getByLabel('Filler 1 of Skin mat').selectOption({ label: 'Fumed silica' });
  await enter(page.getByLabel('Parts of filler 1, Skin mat'), '6');
  await openStage(page, 'Mix');
  await expect(page.getByRole('region', { name: 'Skin' })).toContainText('Fumed silica');
  await expect(page.getByRole('complementary', { name: 'What objects' })).toContainText('no longer spreads');
  await openStage(page, 'Kit');
  await expect(page.getByRole('table', { name: 'Take-off, with the shop’s waste' })).toContainText('Fumed silica');
  await expect(page.getByRole('table', { name: 'Take-off, with the shop’s waste' })).toContainText('1 × 25 kg');
  await page.getByRole('checkbox', { name: 'Mat may lie across the roll' }).check();
  await expect(page.getByText('unsaved edits')).toBeVisible();
});

test('plug and shop stay folded or unfolded on this device', async ({ page }) => {
  await signIn(page);
  await openBuild(page, 'Beehive roof shell, mold 3');
  await expect(page.getByLabel('Shop, mean')).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^Plug and shop: .*shop 20 °C.*demold/ })).toBeVisible();
  await unfoldConditions(page);
  await page.reload();
  await expect(page.getByLabel('Shop, mean')).toHaveValue('20');
});

test('the worst other zone shows as a ghost; steps are filtered by who does them; sections are dragged by keys', async ({ page }) => {
  await signIn(page);
  await openBuild(page, 'Tram seat shell, two halves');
  await expect(page.getByTestId('zone-ghost')).toContainText(/Flange|corners/);
  await openStage(page, 'Traveler');
  const steps = page.getByRole('list', { name: 'Steps' });
  await expect(steps).toContainText('Ben Corrie, Cleo Strand');
  const all = await steps.getByRole('listitem').count();
  await page.getByLabel('Who', { exact: true }).selectOption('Finn Sallow');
  await expect.poll(() => steps.getByRole('listitem').count()).toBeLessThan(all);
  await openStage(page, 'Split');
  const grip = page.getByRole('button', { name: 'Move Left half', exact: true });
  await grip.focus();
  await page.keyboard.press('Space');
  await page.waitForTimeout(300);
  await page.keyboard.press('ArrowDown');
  await page.waitForTimeout(300);
  await page.keyboard.press('Space');
  await expect(page.getByLabel('Name of section 1')).toHaveValue('Right half');
});
