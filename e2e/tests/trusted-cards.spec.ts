import { enter, expect, openBuild, openStage, signIn, test, unfoldConditions, unfoldKept } from '../shop';

test('a data sheet becomes the shop’s own card; the plan keeps the old one until it is told to go over', async ({ page }) => {
  await signIn(page);
  await page.goto('/stores#ve_skin');
  const card = page.getByRole('region', { name: 'Skin resin, vinyl ester' });
  await expect(card).toContainText('Built in');

  await test.step('only what is changed gets the new source; nonsense is refused where it stands', async () => {
    await card.getByRole('button', { name: 'Enter data sheet' }).click();
    await card.getByLabel('which one').fill('sheet of May, page 2');
    await card.getByLabel('Hottest laminate wanted').fill('300');
    await expect(card.getByText('20 to 250 °C')).toBeVisible();
    await card.getByLabel('Hottest laminate wanted').fill('72');
    await card.getByLabel('Catalyst, lowest').fill('2.4');
    await card.getByRole('button', { name: 'Save as version 1' }).click();
    await expect(card.getByRole('alert')).toContainText('lowest ≤ usual ≤ highest');
    await card.getByLabel('Catalyst, lowest').fill('1');
    await card.getByRole('button', { name: 'Save as version 1' }).click();
    await expect(card.getByText('version 1')).toBeVisible();
    await expect(card.getByRole('row', { name: /Hottest laminate wanted/ })).toContainText('sheet of May, page 2');
    await expect(card.getByRole('row', { name: /Coldest shop/ })).toContainText('assumed');
  });

  await test.step('its versions say what changed', async () => {
    await card.getByRole('button', { name: 'Versions' }).click();
    await expect(page.getByRole('dialog')).toContainText('Hottest laminate wanted: 80 → 72');
    await page.getByRole('button', { name: 'Close', exact: true }).click();
  });

  await test.step('a plan made before says so, and goes over on request', async () => {
    await page.goto('/');
    await openBuild(page, 'Beehive roof shell, mold 3');
    const notice = page.getByRole('list', { name: 'Newer cards' });
    await expect(notice).toContainText('Skin resin, vinyl ester: this plan was made with v0, there is v1.');
    await unfoldKept(page);
    const skin = page.getByRole('list', { name: 'Limits kept' }).getByRole('button', { name: /^kept Skin mat, peak/ });
    await expect(skin).toContainText('at most 80 °C');
    await notice.getByRole('button', { name: 'Use v1' }).click();
    await expect(skin).toContainText('at most 72 °C');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(skin).toContainText('at most 80 °C');
  });
});

test('a file of cards: exported, broken, set right, imported', async ({ page }) => {
  await signIn(page);
  await page.goto('/stores#iso_lam');
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Export' }).click()]);
  const stream = await download.createReadStream();
  let text = '';
  for await (const chunk of stream) text += String(chunk);
  const exported = JSON.parse(text);
  expect(exported).toMatchObject({ format: 'pentimento-cards', formatVersion: 1 });

  const choose = async (name: string, content: string): Promise<void> => {
    await page.getByLabel('File of cards').setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(content) });
  };
  await page.getByRole('button', { name: 'Import' }).first().click();
  await choose('cards.json', text.replace('"value": 15', '"value": 515'));
  await expect(page.getByRole('alert')).toContainText('between');
  await choose('cards.csv', 'card,kind,name,key,value,origin\nmat_450,,,overlapMm,60,own test\n');
  await expect(page.getByRole('list', { name: 'What the file holds' })).toContainText('Chopped mat 450 reinforcement · version 1, 1 values change');
  await page.getByRole('button', { name: 'Import 1' }).click();
  await page.getByRole('button', { name: /Chopped mat 450/ }).click();
  await expect(page.getByRole('row', { name: /Usual overlap/ })).toContainText('60');
  await expect(page.getByRole('row', { name: /Usual overlap/ })).toContainText('own test');
});

test('a batch in front of the stand-in logger is fitted, and the fit kept as a version', async ({ page }) => {
  await signIn(page);
  await page.goto('/stores#epoxy_fast');
  const card = page.getByRole('region', { name: 'Epoxy laminating, fast' });
  await card.getByRole('button', { name: 'Cup test' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('tab', { name: 'stand-in logger' }).click();
  await dialog.getByLabel('Faster than life').fill('2000');
  await dialog.getByRole('button', { name: 'Start logging' }).click();
  await expect(dialog.getByRole('img', { name: 'Temperature so far' })).toBeVisible();
  await expect(dialog.getByRole('status')).toContainText('ended', { timeout: 60_000 });
  await dialog.getByRole('button', { name: 'Keep and fit' }).click();
  const fit = card.getByTestId('fit');
  await expect(fit).toBeVisible({ timeout: 30_000 });
  const [after, before] = await fit
    .getByText('root mean square')
    .innerText()
    .then((text) => text.match(/[\d.]+(?= K)/g)!.map(Number));
  expect(after).toBeLessThan(2);
  expect(after).toBeLessThan(before);
  await fit.getByRole('button', { name: 'Keep as version 1' }).click();
  await expect(card.getByText('version 1')).toBeVisible();
  await expect(card.getByRole('row', { name: /Heat of cure \(effective\)/ })).toContainText('own test');
});

test('hopeless data are refused in plain words, and still kept', async ({ page }) => {
  await signIn(page);
  await page.goto('/stores#iso_lam');
  const card = page.getByRole('region', { name: 'Laminating resin, iso' });
  await expect(card.getByText('log of')).toBeVisible();
  await card.getByRole('button', { name: 'Cup test' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('tab', { name: 'file' }).click();
  const log = (rows: string): Promise<void> =>
    dialog.getByLabel('Temperature log').setInputFiles({ name: 'log.csv', mimeType: 'text/csv', buffer: Buffer.from(rows) });
  await log('hello;world\n');
  await expect(dialog.getByRole('alert')).toContainText('two columns of numbers');
  const rising = Array.from({ length: 40 }, (_, i) => `${String(i)};${(21 + 0.02 * i * i).toFixed(1)}`).join('\n');
  await log(`min;Temp C\n${rising}\n`);
  await expect(dialog.getByTestId('log-read')).toContainText('40 readings over 39 min');
  await expect(dialog.getByRole('list', { name: 'Objections' })).toContainText('stopped before the peak');
  await dialog.getByRole('button', { name: 'Keep it, without a fit' }).click();
  await expect(card.getByText('stopped before the peak')).toBeVisible();
  await expect(card.getByTestId('fit')).toHaveCount(0);
});

test('how sure, what moves it, how a number came about, and what the mold does when it is let go', async ({ page }) => {
  await signIn(page);
  await openBuild(page, 'Playground slide chute');

  await test.step('the spread runs with progress, can be stopped, and stands with the verdicts', async () => {
    await page.getByRole('tab', { name: 'How sure' }).click();
    await page.getByRole('combobox', { name: /^Runs/ }).selectOption('4000');
    await page.getByRole('button', { name: 'Run the spread' }).click();
    await expect(page.getByRole('progressbar', { name: 'Runs done' })).toBeVisible();
    await page.getByRole('button', { name: 'Stop', exact: true }).click();
    await expect(page.getByText('stopped')).toBeVisible();
    await page.getByRole('combobox', { name: /^Runs/ }).selectOption('200');
    await page.getByRole('button', { name: 'Run the spread' }).click();
    await expect(page.getByText('200 of 200 ·')).toBeVisible({ timeout: 60_000 });
    await unfoldKept(page);
    await expect(page.getByRole('list', { name: 'Limits kept' })).toContainText('of the runs');
    await expect(page.getByRole('img', { name: /What moves the margin/ })).toBeVisible();
    await expect(page.getByRole('img', { name: /Plug face: 5, 25/ })).toBeVisible();
    await unfoldConditions(page);
    await enter(page.getByLabel('Plug thickness'), '20');
    await expect(page.getByText('Of the plan before your last edit.')).toBeVisible();
  });

  await test.step('a verdict and a ply open their formula with origins', async () => {
    await page.getByRole('button', { name: 'How Plug face, hottest came about' }).click();
    const dialog = page.getByRole('dialog');
    await expect(dialog).toContainText('The plug’s face gets as hot as');
    await expect(dialog.getByRole('list', { name: 'What moves it most' }).getByRole('listitem')).toHaveCount(3);
    await dialog.getByText('Formula and inputs').click();
    await expect(dialog).toContainText('q = ρ · wr · H');
    await expect(dialog.getByRole('row', { name: /Heat of cure/ })).toContainText('assumed');
    await expect(dialog).toContainText('docs/references.md');
    await page.keyboard.press('Escape');
    await page.getByRole('tab', { name: 'Stack' }).click();
    await page.getByRole('button', { name: /Thickness of Tooling mat/ }).click();
    await expect(page.getByRole('dialog')).toContainText('h = plies · gsm / w / ρ');
    await page.getByRole('dialog').getByRole('button', { name: 'Close', exact: true }).click();
  });

  await test.step('pots show life and heat by batch size', async () => {
    await openStage(page, 'Mix');
    await page.getByRole('region', { name: 'Skin' }).getByRole('button', { name: /min/ }).first().click();
    await expect(page.getByRole('dialog')).toContainText('Pot life');
    await page.keyboard.press('Escape');
  });

  await test.step('the warp is uncalibrated until a panel is measured', async () => {
    await openStage(page, 'Sequence');
    await page.getByRole('tab', { name: 'After release' }).click();
    await expect(page.getByTestId('warp-label')).toHaveText('relative, uncalibrated');
    await expect(page.getByRole('img', { name: /Released section/ })).toBeVisible();
    await page.getByRole('button', { name: 'Enter a measured warp' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Bow').fill('500');
    await dialog.getByLabel('over a length of').fill('200');
    await expect(dialog.getByRole('alert')).toContainText('check bow, length and unit');
    await dialog.getByLabel('over a length of').fill('1000');
    await dialog.getByLabel('Bow').fill('6');
    await dialog.getByRole('button', { name: 'Calibrate the card' }).click();
    await expect(page.getByTestId('warp-label')).toContainText('calibrated by a measured warp');
    await expect(page.getByText('6.0 mm').first()).toBeVisible();
  });
});

test('a post-cure that outruns the glass transition is stopped; deep pockets move the windows', async ({ page }) => {
  await signIn(page);
  await openBuild(page, 'Beehive roof shell, mold 3');
  await unfoldConditions(page);
  await page.getByLabel('Post-cure on the plug').check();
  const limits = page.getByRole('complementary', { name: 'Verdicts' });
  await unfoldKept(page);
  await expect(limits).toContainText('Post-cure, ramp');
  await enter(page.getByRole('spinbutton', { name: 'Hold' }), '120');
  await enter(page.getByRole('spinbutton', { name: 'Ramp' }), '60');
  await expect(limits.getByRole('button', { name: /^stop Post-cure/ }).first()).toBeVisible();
  await expect(limits.getByRole('button', { name: /^stop .*peak|^stop Plug face, hottest/ }).first()).toBeVisible();
  await unfoldKept(page);
  const lane = page.getByRole('list', { name: 'Windows for the next session' }).getByRole('listitem', { name: /^Gel coat 2/ });
  await expect(lane).toHaveAccessibleName(/in a deep pocket/);
  const limit = limits.getByRole('button', { name: /Gel coat 2 onto Gel coat 1 margin/ });
  const before = await limit.innerText();
  await page.getByLabel('Deep pockets').check();
  await expect.poll(() => limit.innerText()).not.toBe(before);
});
