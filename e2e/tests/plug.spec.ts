import { enter, expect, openBuild, openStage, signIn, test, unfoldConditions, worst } from '../shop';

test('a wrong fillet under polyester stops the build, says why and what to do, and limits the heat by itself', async ({ page }) => {
  await signIn(page);
  await openBuild(page, 'Beehive roof shell, mold 3');
  await openStage(page, 'Plug');
  const objects = page.getByRole('complementary', { name: 'What objects to Plug' });
  // The plug itself counts while no substrate is named.
  await expect(objects).toContainText('on Tooling board');
  const add = page.getByLabel(/^Add/);
  await add.selectOption('board_sealed');
  await expect(objects).toContainText('Nothing objects here.');
  await add.selectOption('clay_sulfur');
  await expect(objects).toContainText('Sulfur inhibits the cure.');
  await expect(objects).toContainText('Use a wax fillet or a sulfur-free one.');
  await expect(worst(page)).toContainText('stop');
  await openStage(page, 'Sequence');
  await unfoldConditions(page);
  await expect(page.getByLabel('Highest at the plug face')).toHaveValue('45');
  await expect(page.getByRole('complementary', { name: 'Verdicts' })).toContainText('See Plug.');
  await openStage(page, 'Plug');
  await page.getByRole('button', { name: 'Take off Sulfur clay' }).click();
  await add.selectOption('wax_fillet');
  await expect(worst(page)).not.toContainText('stop');

  const hours = async (): Promise<number> => Number.parseFloat(await page.getByTestId('finish-hours').innerText());
  const gloss = await hours();
  await page.getByLabel('Finish wanted').selectOption('show');
  expect(await hours()).toBeGreaterThan(gloss);
  await enter(page.getByLabel('This shop’s pace'), '2');
  await expect.poll(hours).toBeGreaterThan(1.9 * gloss);
  await enter(page.getByLabel('Coarsest scratch on the plug'), '2500');
  await expect(page.getByRole('region', { name: 'Finish' })).toContainText('nothing to sand');
});
