import { readFile } from 'node:fs/promises';
import type { Download, Page } from '@playwright/test';
import { enter, expect, openStage, signIn, test, unfoldLayer, worst } from '../shop';

const objects = (page: Page) => page.getByRole('complementary', { name: /What objects/ });

/** A name of its own, so that other builds of the demo shop do not speak into it. */
const LEFT = 'Tram seat, new pattern, left half';
const RIGHT = 'Tram seat, new pattern, right half';

async function newBuild(page: Page, name: string, school: string): Promise<void> {
  await page.goto('/?new=1');
  await page.getByLabel('Name of the build').fill(name);
  await page.getByLabel('Part it will make').fill('Tram seat, new pattern');
  await page.getByLabel('Day 1').fill('2027-02-01');
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('dialog').getByRole('combobox').selectOption('abs');
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('radio', { name: school }).check();
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('button', { name: 'Start the plan' }).click();
  await expect(page.getByRole('heading', { name })).toBeVisible();
}

async function fetched(page: Page, press: string): Promise<{ name: string; text: string }> {
  const [download]: [Download, void] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: press }).first().click()]);
  return { name: download.suggestedFilename(), text: (await readFile(await download.path())).toString('latin1') };
}

test('the tram seat’s left half from nothing to the sheet on the wall, and its mirrored twin', async ({ page }) => {
  // A busy machine is slow, not wrong.
  test.setTimeout(360_000);
  await signIn(page, 'Edda Rush');
  await newBuild(page, LEFT, 'Staged, general resin');

  await test.step('plug: a wrong primer stops it, the right one does not', async () => {
    await openStage(page, 'Plug');
    const add = page.getByLabel(/^Add/);
    await add.selectOption('lacquer_acrylic');
    await expect(worst(page)).toContainText('stop');
    await expect(objects(page)).toContainText('Acrylic or nitro lacquer');
    await page.getByRole('button', { name: 'Take off Acrylic or nitro lacquer' }).click();
    await add.selectOption('board_sealed');
    await add.selectOption('primer_two_pack');
    await expect(worst(page)).not.toContainText('stop');
    await page.getByLabel('Hand', { exact: true }).selectOption('left');
    await enter(page.getByLabel('Holes and gaps'), '6');
  });

  await test.step('plug: measured patch by patch, a size in meters is caught', async () => {
    await page.getByRole('button', { name: 'flat', exact: true }).click();
    await enter(page.getByLabel('length of Patch'), '0.56');
    await expect(page.getByRole('alert')).toContainText('0.56 m is 560 mm: type 560.');
    await enter(page.getByLabel('length of Patch'), '560');
    await enter(page.getByLabel('width of Patch'), '-5');
    await expect(page.getByRole('alert')).toContainText('1 to 50000');
    await enter(page.getByLabel('width of Patch'), '440');
    await expect(page.getByTestId('area')).toHaveText('0.25 m²');
    await page.getByRole('button', { name: 'flange strip' }).click();
    await enter(page.getByLabel('length of Flange'), '2000');
    await expect(page.getByTestId('area')).toHaveText('0.37 m²');
  });

  await test.step('plug: every check ticked', async () => {
    await expect(page.getByTestId('readiness')).toContainText('open');
    for (const box of await page.getByRole('list', { name: 'Readiness' }).getByRole('checkbox').all()) await box.check();
    await expect(page.getByTestId('readiness')).toContainText('ready');
  });

  await test.step('split: two sections need a parting line, its flange a release', async () => {
    await openStage(page, 'Split');
    await enter(page.getByLabel('Longest side'), '650');
    await page.getByRole('button', { name: /^Take / }).click();
    await expect(objects(page)).toContainText('Closer frame');
    await enter(page.getByLabel('Free span'), '300');
    await page.getByRole('button', { name: 'section', exact: true }).click();
    await expect(objects(page)).toContainText('No parting line says where they meet.');
    await page.getByRole('button', { name: 'parting line' }).click();
    await expect(page.getByRole('img', { name: 'Bolts and dowels along Parting 1' })).toBeVisible();
    await page.getByLabel('It is', { exact: true }).selectOption('bolted');
    await page.getByRole('checkbox', { name: 'Number and hand marked' }).check();
    await expect(objects(page)).toContainText('Nothing objects here.');
  });

  await test.step('release: an illegal mixture is refused with its reason; the sessions stand behind the gate', async () => {
    await openStage(page, 'Release');
    await page.getByRole('button', { name: 'Plan the release' }).click();
    await page.getByLabel('On Whole plug already').selectOption('wax');
    await page.getByLabel('Program of Whole plug').selectOption('semi-permanent');
    await expect(objects(page).getByRole('listitem').filter({ hasText: 'stop' }).first()).toContainText(
      'Whole plug: Semi-permanent release on Paste wax',
    );
    await page.getByLabel('On Whole plug already').selectOption('bare');
    await page.getByLabel('Program of Whole plug').selectOption('wax-film');
    await enter(page.getByLabel('Humidity of the shop'), '85');
    await expect(objects(page)).toContainText('In damp air the film stays wet');
    await enter(page.getByLabel('Humidity of the shop'), '50');
    await enter(page.getByLabel(/^Starts.*, day$/), '1');
    await expect(objects(page)).toContainText('before the release is through');
    await page.getByRole('button', { name: 'Move the sessions behind the gate' }).click();
    await expect(objects(page)).not.toContainText('before the release is through');
    await expect(page.getByTestId('gate')).toContainText('closed');
    for (const box of await page.getByRole('list', { name: 'Gate tests' }).getByRole('checkbox').all()) await box.check();
    await expect(page.getByTestId('gate')).toContainText('passed');
    await expect(worst(page)).not.toContainText('stop');
  });

  await test.step('stack: a film of 600 mm is caught, plies fit the target, the back closes', async () => {
    await openStage(page, 'Stack');
    await enter(page.getByLabel('Wet film of Gel coat 1'), '600000');
    await expect(page.getByRole('alert')).toContainText('600000 µm is a thousand times 600 µm.');
    await enter(page.getByLabel('Wet film of Gel coat 1'), '400');
    await page.getByRole('button', { name: /^Fit bulk plies/ }).click();
    for (const layer of ['Bulk mat 2', 'Gel coat 1', 'Gel coat 2']) await unfoldLayer(page, layer);
    await page.getByLabel('Bulk mat 2 closes with').selectOption('none');
    await expect(objects(page)).toContainText('Air-inhibited resin stays tacky');
    await page.getByLabel('Bulk mat 2 closes with').selectOption('additive');
    await enter(page.getByLabel('Color of Gel coat 1'), 'black');
    await enter(page.getByLabel('Color of Gel coat 2'), 'orange');
    await expect(objects(page)).toContainText('Flange bolted, but no thicker than the field');
    await page.getByLabel('Add a zone').selectOption('flange');
    await page.getByRole('button', { name: 'Unfold Flange' }).click();
    await enter(page.getByLabel('Plies more of Bulk mat 2'), '1');
    await expect(objects(page)).toContainText('Nothing objects here.');
    await expect(page.getByRole('table', { name: 'Schools compared' })).toContainText('person-h');
  });

  await test.step('mix: so many pots of so much, the shortcut’s error beside it', async () => {
    await openStage(page, 'Mix');
    const gel = page.getByRole('region', { name: 'Gel coat 1' });
    await expect(gel).toContainText('+15 % hardener');
    await expect(gel).toContainText('goggles');
    await enter(page.getByLabel('People laying'), '9');
    await expect(page.getByRole('alert')).toContainText('1 to 8');
    await enter(page.getByLabel('People laying'), '3');
  });

  await test.step('kit: templates at true size and a take-off', async () => {
    await openStage(page, 'Kit');
    const svg = await fetched(page, 'SVG, true size');
    expect(svg.text).toContain('width="1270mm"');
    expect(svg.text).toContain('S3-L1-P1-01');
    const dxf = await fetched(page, 'DXF, millimeters');
    expect(dxf.text).toContain('LWPOLYLINE');
    expect(dxf.text.match(/S3-L1-P1-01/g)).toHaveLength(1);
    expect((await fetched(page, 'CSV')).text).toMatch(
      /^item,kind,net,take_with_waste,unit,order_count,order_of,cost,note\r\nTooling gel coat, iso|^item,kind.*\r\n"Tooling gel coat, iso"/,
    );
  });

  await test.step('saved, reloaded, printed', async () => {
    await page.getByRole('button', { name: 'Save version' }).click();
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('· saved')).toBeVisible();
    await page.reload();
    await openStage(page, 'Traveler');
    await expect(worst(page)).not.toContainText('stop');
    const pdf = await fetched(page, 'Traveler, A4');
    expect(pdf.name).toBe('Tram-seat-new-pattern-left-half.pdf');
    expect(pdf.text.slice(0, 5)).toBe('%PDF-');
    expect(pdf.text).toContain('595.28 841.89');
    const calendar = await fetched(page, 'Sessions for the calendar');
    expect(calendar.text.match(/BEGIN:VEVENT/g)).toHaveLength(17);
  });

  await test.step('the mirrored twin must be said to be the mirror, and not of the same hand', async () => {
    await newBuild(page, RIGHT, 'Staged, general resin');
    await openStage(page, 'Plug');
    await expect(objects(page)).toContainText('Others of this part have a hand, this one has none.');
    await page.getByLabel('Mirror of').selectOption(LEFT);
    await page.getByLabel('Hand', { exact: true }).selectOption('left');
    await expect(objects(page)).toContainText('a mirror has the other hand');
    await expect(worst(page)).toContainText('stop');
    await page.getByLabel('Hand', { exact: true }).selectOption('right');
    await expect(objects(page)).not.toContainText('Left and right');
    await expect(worst(page)).not.toContainText('stop');
  });
});
