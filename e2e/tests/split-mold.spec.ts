import { expect, openBuild, openStage, signIn, test, worst } from '../shop';

test('a split mold from nothing to the traveler: three sections, a joint step left out stops it, the steps are one list', async ({ page }) => {
  test.slow();
  await signIn(page, 'Ben Corrie');
  await page.goto('/?new=1');
  await page.getByLabel('Name of the build').fill('Bottle cooler, three parts');
  await page.getByLabel('Part it will make').fill('Bottle cooler');
  await page.getByLabel('Day 1').fill('2027-02-01');
  await page.getByLabel(/Area with flanges/).fill('2.1');
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('radio', { name: /Staged, general resin/ }).check();
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByLabel(/^Sections, laid/).fill('9');
  await page.getByRole('button', { name: 'Start the plan' }).click();
  await expect(page.getByText('A whole number from 1 to 6.')).toBeVisible();
  await page.getByLabel(/^Sections, laid/).fill('3');
  await page.getByRole('button', { name: 'Start the plan' }).click();
  await expect(page.getByRole('heading', { name: 'Bottle cooler, three parts' })).toBeVisible();

  const tabs = page.getByRole('tablist', { name: 'Sections' });
  await expect(tabs.getByRole('tab')).toHaveCount(3);
  await expect(page.getByRole('group', { name: 'Whole mold' })).toBeVisible();

  await test.step('split: the order, the plan view, and what is done where they meet', async () => {
    await openStage(page, 'Split');
    await page.getByRole('textbox', { name: 'Name of section 2' }).fill('Belly');
    await page.getByRole('textbox', { name: 'Name of section 2' }).press('Enter');
    await expect(page.getByRole('img', { name: 'Plan view of the sections' })).toContainText('Belly');
    await page.getByRole('button', { name: /^Leave out Flange cleaned.*Parting 1/ }).click();
    const objects = page.getByRole('complementary', { name: 'What objects to Split' });
    await expect(objects).toContainText('the two lock for good');
    await expect(worst(page)).toContainText('stop');
    await page.getByRole('button', { name: 'put it back' }).click();
    await expect(objects).not.toContainText('the two lock for good');
  });

  await test.step('release: the second section’s begins with its neighbor’s flange as a zone', async () => {
    await openStage(page, 'Release');
    await tabs.getByRole('tab', { name: /Belly/ }).click();
    await page.getByRole('button', { name: 'Plan the release' }).click();
    await expect(page.getByLabel('Program of Flange at Parting 1')).toBeVisible();
  });

  await test.step('traveler: every section in one list of steps, with its hours; filtered by section', async () => {
    await openStage(page, 'Traveler');
    const steps = page.getByRole('list', { name: 'Steps' });
    await expect(steps).toContainText('Flange cleaned, released, masked, Parting 1');
    await expect(steps).toContainText('Gel coat 1 · Belly');
    await expect(steps).toContainText('Demold · Section 3');
    const hours = await page.getByTestId('labor').innerText();
    await page.getByLabel('Section', { exact: true }).selectOption({ label: 'Belly' });
    await expect(steps).not.toContainText('Gel coat 1 · Section 3');
    expect(await page.getByTestId('labor').innerText()).not.toBe(hours);
    await page.getByLabel('Work', { exact: true }).selectOption('lay');
    await expect(steps).not.toContainText('Demold');
  });
});

test('a zone fails alone: the limit says where, a press goes there, and what helps is one press away', async ({ page }) => {
  await signIn(page, 'Ben Corrie');
  await openBuild(page, 'Beehive roof shell, mold 3');
  await expect(page.getByRole('complementary', { name: 'Verdicts' })).toContainText('every limit');
  await openStage(page, 'Stack');
  await page.getByLabel('Add a zone').selectOption('flange');
  await page.getByRole('button', { name: 'Unfold Flange' }).click();
  const more = page.getByLabel('Plies more of Bulk mat 2');
  await more.fill('7');
  await more.press('Enter');
  await openStage(page, 'Sequence');
  const zones = page.getByRole('group', { name: 'Zones' });
  await expect(zones.getByRole('button')).toHaveCount(2);
  const limit = page
    .getByRole('list', { name: 'Verdicts' })
    .getByRole('button', { name: /^stop .*margin/ })
    .first();
  await expect(limit).toContainText('Flange');
  await limit.click();
  await expect(zones.getByRole('button', { name: /Flange/ })).toHaveAttribute('aria-pressed', 'true');
  await page
    .getByRole('list', { name: /^What helps against/ })
    .first()
    .getByRole('button')
    .first()
    .click();
  await expect(page.getByText('unsaved edits')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
});

test('the mirrored twin is made in one go, and is the other hand', async ({ page }) => {
  await signIn(page, 'Ben Corrie');
  await page.goto('/?new=1');
  await page.getByLabel('Name of the build').fill('Fender, left');
  await page.getByLabel('Part it will make').fill('Fender');
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('button', { name: 'Start the plan' }).click();
  await openStage(page, 'Plug');
  await page.getByLabel('Hand', { exact: true }).selectOption('left');
  await page.getByRole('button', { name: 'Make its mirrored twin' }).click();
  await expect(page.getByRole('heading', { name: 'Fender, right' })).toBeVisible();
  await expect(page.getByLabel('Hand', { exact: true })).toHaveValue('right');
  await expect(page.getByLabel('Mirror of')).toHaveValue('Fender, left');
});
