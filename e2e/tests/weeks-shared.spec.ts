import { planFromTemplate, planOf, withPostCure, DEFAULT_INTAKE } from '@pentimento/core/plan';
import { randomUUID } from 'node:crypto';
import { expect, openBuild, openStage, signIn, test, unfoldConditions, worst } from '../shop';

const view = planFromTemplate('staged', { startDate: '2027-03-01', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
/** A Monday's build that is in the oven over its weekend. */
const cured = planOf({
  ...withPostCure({ ...view, demoldMin: 7 * 1440 + 540 }, { startMin: 5 * 1440 + 480, rampKPerH: 10, holdC: 45, holdMin: 720 }),
  intake: DEFAULT_INTAKE,
});

test('two builds want the oven on the same days: the wall says so, the shop is planned, taken, and taken back', async ({ page }) => {
  test.setTimeout(120_000);
  await signIn(page);
  for (const name of ['Oven tray, first', 'Oven tray, second']) {
    const answer = await page.request.post('/api/builds', { data: { id: randomUUID(), name, part: name, note: '', plan: cured } });
    expect(answer.status()).toBe(201);
  }
  await page.goto('/shop/wall');
  const conflicts = page.getByRole('region', { name: 'Conflicts' });
  await page.getByRole('button', { name: '4 weeks' }).click();
  const taken = conflicts.getByText(/The oven is taken: .*Oven tray/);
  // Their weeks are in March.
  await expect(async () => {
    await page.getByRole('button', { name: 'A week later' }).click();
    await expect(taken.first()).toBeVisible({ timeout: 500 });
  }).toPass({ timeout: 60_000 });
  const together = page.getByRole('region', { name: 'Plan builds together' });
  for (const [name, day] of [
    ['Oven tray, first', '2027-03-14'],
    ['Oven tray, second', '2027-03-09'],
  ]) {
    await together.getByLabel(`${name} wanted by`).fill(day);
  }
  await together.getByLabel('Not before').fill('2027-03-01');
  await together.getByRole('checkbox', { name: 'sessions inside a build may move' }).uncheck();
  await together.getByRole('button', { name: '20 s' }).click();
  await together.getByRole('button', { name: 'Plan them' }).click();
  const rowOf = (name: string) => together.getByRole('row', { name: new RegExp(name) });
  await expect(rowOf('Oven tray, second')).toContainText(/in time|as it is/, { timeout: 60_000 });
  for (const name of ['Oven tray, first', 'Oven tray, second']) {
    const take = rowOf(name).getByRole('button', { name: /^Take it for/ });
    if ((await take.count()) > 0) {
      await take.click();
      await expect(rowOf(name)).toContainText('changed since');
    }
  }
  await expect(taken).toHaveCount(0);
  await together.getByRole('button', { name: /^Take back/ }).click();
  await expect(taken.first()).toBeVisible();
});

test('a plan of the shop is stopped, and what was found stays', async ({ page }) => {
  await signIn(page);
  await page.goto('/shop/wall');
  const together = page.getByRole('region', { name: 'Plan builds together' });
  await together.getByRole('button', { name: '2 min' }).click();
  await together.getByRole('button', { name: 'Plan them' }).click();
  await expect(together.getByRole('status')).toContainText(/planned anew: [1-9]/, { timeout: 60_000 });
  await together.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(together.getByRole('status')).toContainText('Stopped');
  await expect(together.getByRole('button', { name: 'Plan them' })).toBeEnabled();
});

test('one session is moved by itself on the wall, and back', async ({ page }) => {
  await signIn(page);
  await page.goto('/shop/wall');
  await page.getByRole('button', { name: '4 weeks' }).click();
  const row = page.getByRole('slider', { name: 'Move Beehive roof shell, mold 3 by days' });
  await row.focus();
  await page.keyboard.press('ArrowDown');
  const one = page.getByRole('region', { name: 'One session' });
  await expect(one).toContainText('Beehive roof shell, mold 3');
  await expect(one.getByRole('button', { name: 'Move it' })).toBeDisabled();
  await one.getByRole('button', { name: '30 min later' }).click();
  await expect(one).toContainText('→');
  await one.getByRole('button', { name: 'Move it' }).click();
  await expect(page.getByText(/Beehive roof shell, mold 3, .*: from .* to .*, saved as version/)).toBeVisible();
  await page.getByRole('button', { name: 'Move it back' }).click();
  await expect(page.getByRole('button', { name: 'Move it back' })).toHaveCount(0);
});

test('the shop’s air: a heated season and a forecast go into a plan, which says what is known how', async ({ page }) => {
  await signIn(page);
  await page.goto('/shop');
  await page.getByLabel('From 10-15, heated').check();
  const forecast = page.getByLabel('Forecast, a line an hour');
  await forecast.fill('2026-11-30 00:00; warm');
  await expect(page.getByRole('alert')).toContainText('line 1');
  await page.getByLabel('Forecast from a file').setInputFiles({
    name: 'air.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      `time;C;%\n${Array.from({ length: 61 }, (_, d) => `${new Date(Date.now() + (d - 5) * 86_400_000).toISOString().slice(0, 10)} 00:00;11;90`).join('\n')}`,
    ),
  });
  await expect(page.getByRole('region', { name: 'Forecast of the shop’s air' })).toContainText('61 hours');
  await page.getByRole('button', { name: 'Save calendar' }).click();
  await expect(page.getByRole('button', { name: 'Save calendar' })).toBeDisabled();
  await page.goto('/');
  await openBuild(page, 'Beehive roof shell, mold 3');
  await unfoldConditions(page);
  await page.getByRole('button', { name: /As the shop’s calendar: heated to 20/ }).click();
  await expect(page.getByTestId('air-known')).toContainText(/forecast .* to .*assumed.*90 %, dew at 9/);
  await expect(worst(page)).toContainText('stop', { timeout: 20_000 });
  await page.getByRole('button', { name: 'Without the air by the hour' }).click();
  await expect(page.getByTestId('air-known')).toContainText('Air as assumed');
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('air-known')).toContainText('forecast');
});

test('the shop’s own figures are shown, and a plan takes them', async ({ page }) => {
  await signIn(page);
  await page.goto('/shop');
  const figures = page.getByRole('region', { name: 'Your shop’s figures' });
  await expect(figures.getByRole('row', { name: /^laying everybody × 1\.\d\d/ })).toBeVisible();
  await expect(figures.getByRole('row', { name: /Dov Tansy/ }).first()).toBeVisible();
  await page.goto('/');
  await openBuild(page, 'Beehive roof shell, mold 3');
  await openStage(page, 'Mix');
  const pace = page.getByLabel('Pace at laying');
  await expect(pace).toHaveValue('1');
  await page.getByRole('button', { name: /^Take your shop’s figures: pace × 1/ }).click();
  await expect(pace).toHaveValue(/^1\.[0-9]*[1-9]/);
  await expect(page.getByRole('button', { name: /^Take your shop’s figures/ })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(pace).toHaveValue('1');
});
