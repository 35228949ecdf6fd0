import type { Locator, Page } from '@playwright/test';
import { expect, keys, signIn, test } from '../shop';

const PETAL = /^Radar dome petal, mold 2/;

async function atBench(page: Page, build: RegExp, who = 'Dov Tansy'): Promise<{ hand: Locator; log: Locator; newest: Locator }> {
  await signIn(page, who);
  await page.goto('/bench');
  await page.getByRole('link', { name: build }).click();
  const hand = page.getByRole('region', { name: 'Step at hand' });
  await expect(hand).toBeVisible();
  const log = page.getByRole('complementary', { name: 'Log' });
  return { hand, log, newest: log.getByRole('listitem').first() };
}

test('a session from its pot to its trim: read, held against the plan, and seen as built', async ({ page }) => {
  const { hand, newest } = await atBench(page, PETAL);
  const dialog = page.getByRole('dialog');
  await expect(hand.getByRole('heading')).toHaveText('Set up, Bulk 1');

  await test.step('a colder shop is said at once', async () => {
    await page.getByRole('button', { name: 'Temperature' }).click();
    await keys(dialog, '14.5');
    await expect(dialog.getByRole('status')).toContainText(/colder than planned/);
    await dialog.getByRole('button', { name: 'Write it down' }).click();
    await expect(newest).toContainText('Air 14.5 °C');
    await expect(newest).toContainText('colder than planned');
  });

  await test.step('a tack try is two taps', async () => {
    await hand.getByRole('button', { name: 'Done' }).click();
    await expect(hand.getByRole('heading')).toHaveText('Try tack, Bulk 1');
    await page.getByRole('button', { name: 'Tack try' }).click();
    await dialog.getByRole('button', { name: 'corner' }).click();
    await dialog.getByRole('button', { name: /^prints/ }).click();
    await expect(dialog.getByRole('status')).toContainText('Go: lay on now');
    await dialog.getByRole('button', { name: 'Write it down' }).click();
    await expect(newest).toContainText('Tack prints, does not transfer, corner');
    await hand.getByRole('button', { name: 'Done' }).click();
  });

  await test.step('a wrong ratio is not poured; put right it is, and its clock runs', async () => {
    await expect(hand.getByRole('heading')).toContainText('Mix');
    await hand.getByRole('button', { name: 'Start' }).click();
    await page.getByRole('button', { name: 'Weigh a pot' }).click();
    await keys(dialog, '750');
    await dialog.getByRole('button', { name: /^MEK peroxide/ }).click();
    await keys(dialog, '30');
    await expect(dialog.getByRole('status')).toContainText(/stop.*4\.00 % of hardener.*Do not pour it/);
    await expect(dialog.getByRole('button', { name: 'Poured' })).toBeDisabled();
    await dialog.getByRole('button', { name: 'delete' }).click();
    await dialog.getByRole('button', { name: 'delete' }).click();
    await keys(dialog, '11.3');
    await expect(dialog.getByRole('status')).toContainText('as planned');
    await dialog.getByRole('button', { name: 'Poured' }).click();
    await expect(newest).toContainText('Pot 750 g + 11.3 g, 1.51 %');
    await expect(page.getByRole('list', { name: 'Pots' })).toContainText(/empty it in \d+ min/);
  });

  await test.step('hands change at a step, and it is paused', async () => {
    await hand.getByRole('button', { name: 'Hand over' }).click();
    await dialog.getByRole('textbox').fill('Edda: second pot is weighed');
    await dialog.getByRole('button', { name: 'Write it down' }).click();
    await expect(hand).toContainText('Handed over');
    await hand.getByRole('button', { name: 'Pause' }).click();
    await expect(hand.getByRole('button', { name: 'Go on' })).toBeVisible();
  });

  await test.step('the older line is taken back after a tap on it, and the air counts no more', async () => {
    await page.getByRole('tab', { name: 'As built' }).click();
    const otherwise = page.getByRole('region', { name: 'What went otherwise' });
    await expect(otherwise).toContainText(/Air of the shop.*by 4 readings/);
    const log = page.getByRole('complementary', { name: 'Log' });
    await log.getByRole('button', { name: /^Air 14\.5/ }).click();
    const line = log.getByRole('listitem').filter({ hasText: 'Air 14.5' });
    await line.getByRole('button', { name: 'Take back' }).click();
    await expect(otherwise).toContainText(/by 3 readings/);
    await expect(page.getByRole('region', { name: 'Planned and as built' })).toContainText('not laid yet');
  });
});

test('what a thermocouple read makes a forecast with bands, and stays with the card once somebody says so', async ({ page }) => {
  await atBench(page, PETAL);
  await page.getByRole('tab', { name: 'As built' }).click();
  const forecast = page.getByRole('region', { name: /^By the readings/ });
  await expect(forecast).toContainText(/By \d+ readings/);
  await expect(forecast.getByRole('row', { name: /^Bulk mat 1/ })).toContainText(/\d+ °C – \d+ °C/);
  const readings = page.getByRole('region', { name: 'Readings for the cards' });
  await readings.getByRole('button', { name: 'Keep with the card' }).click();
  await readings.getByRole('link', { name: 'Kept with the card' }).click();
  await expect(page.getByRole('heading', { name: 'Skin resin, vinyl ester' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Cup tests' })).toContainText('laminate, Skin, 17 readings');
});

test('a grid of gauge readings, trouble with a picture, and both after a reload', async ({ page }) => {
  const { newest, log } = await atBench(page, PETAL);
  const dialog = page.getByRole('dialog');
  await page.getByRole('button', { name: 'Log', exact: true }).click();
  await page.getByRole('button', { name: 'Gauge readings' }).click();
  for (const um of ['500', '520', '300', '510', '530']) {
    await keys(dialog, um);
    await dialog.getByRole('button', { name: 'Next place' }).click();
  }
  await expect(dialog.getByRole('status')).toContainText(/thinnest 300/);
  await dialog.getByRole('button', { name: 'Write 5 readings down' }).click();
  await expect(newest).toContainText('thinnest 300 µm of 5');

  await page.getByRole('button', { name: 'Log', exact: true }).click();
  await page.getByRole('button', { name: 'Trouble' }).click();
  await dialog.getByRole('button', { name: 'air under a ply' }).click();
  // A picture of its own making: a gray square.
  const png = await page.evaluate(() => {
    const canvas = document.createElement('canvas');
    canvas.width = 400;
    canvas.height = 300;
    const context = canvas.getContext('2d');
    if (context) context.fillStyle = 'gray';
    context?.fillRect(0, 0, 400, 300);
    return canvas.toDataURL('image/png').split(',')[1];
  });
  await dialog.locator('input[type=file]').setInputFiles({ name: 'flange.png', mimeType: 'image/png', buffer: Buffer.from(png, 'base64') });
  await expect(dialog.getByRole('img', { name: 'As taken' })).toBeVisible();
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  await expect(newest).toContainText('Trouble: air under a ply');
  await page.reload();
  await expect(log.getByRole('listitem').first()).toContainText('Trouble: air under a ply');
  await log.getByRole('button', { name: 'Show the picture' }).first().click();
  await expect(dialog.getByRole('img')).toHaveJSProperty('naturalWidth', 400);
});

test('two at two tablets see each other’s lines within two seconds', async ({ page, browser }) => {
  const { newest } = await atBench(page, PETAL);
  const context = await browser.newContext();
  const second = await context.newPage();
  const other = await atBench(second, PETAL, 'Edda Rush');
  await second.getByRole('button', { name: 'Log', exact: true }).click();
  await second.getByRole('button', { name: 'Humidity' }).click();
  const dialog = second.getByRole('dialog');
  await keys(dialog, '81');
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  await expect(other.newest).toContainText('Edda Rush');
  const shown = Date.now();
  await expect(newest).toContainText('Humidity 81 %');
  await expect(newest).toContainText('Edda Rush');
  expect(Date.now() - shown).toBeLessThan(2000);
  await context.close();
});

test('the bell tells when a pot should be empty, until it is heard', async ({ page }) => {
  await page.clock.install();
  await atBench(page, PETAL);
  const dialog = page.getByRole('dialog');
  await page.getByRole('button', { name: 'Bell off' }).click();
  await expect(page.getByRole('button', { name: 'Bell on' })).toBeVisible();
  await page.getByRole('button', { name: 'Log', exact: true }).click();
  await page.getByRole('button', { name: 'Weigh a pot' }).click();
  await keys(dialog, '900');
  await dialog.getByRole('button', { name: /^MEK peroxide/ }).click();
  await keys(dialog, '13.5');
  await dialog.getByRole('button', { name: 'Poured' }).click();
  await expect(page.getByRole('list', { name: 'Pots' })).toContainText('914 g');
  const bell = page.getByRole('list', { name: 'Bell' }).getByText('Pot of Bulk mat 1: it should be empty by now');
  for (let minute = 0; minute < 40 && (await bell.count()) === 0; minute++) await page.clock.runFor('01:00');
  // An earlier pot of this layer may ring with it.
  const rung = await bell.count();
  expect(rung).toBeGreaterThan(0);
  await page.getByRole('list', { name: 'Bell' }).getByRole('listitem').filter({ hasText: 'should be empty' }).first().getByRole('button').click();
  await expect(bell).toHaveCount(rung - 1);
});

test('a build that is done is compared with its plan', async ({ page }) => {
  await signIn(page);
  await page.goto('/bench');
  await expect(page.getByRole('heading', { name: 'Finished not long ago' })).toBeVisible();
  await page.getByRole('link', { name: /^Beehive roof shell, mold 2/ }).click();
  await expect(page.getByRole('region', { name: 'What went otherwise' })).toContainText(/Air of the shop.*warmer/);
  const rows = page.getByRole('region', { name: 'Planned and as built' }).getByRole('row');
  expect(await rows.count()).toBeGreaterThan(4);
  await expect(page.getByRole('button', { name: 'Take back' })).toHaveCount(0);
});

test('the dose of a pot without a plan', async ({ page }) => {
  await signIn(page);
  await page.goto('/bench');
  await page.getByRole('button', { name: 'Dose' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox').selectOption({ label: 'Tooling gel coat, iso' });
  await keys(dialog, '750');
  await expect(dialog.getByRole('status')).toContainText(/750 g \+ 15\.0 g/);
  await expect(dialog.getByRole('status')).toContainText(/Gels in about \d+ min; left standing it reaches \d+ °C/);
});

test.describe('away from the network', () => {
  test.use({ allowedErrors: [/ERR_INTERNET_DISCONNECTED/] });

  test('forty lines written meanwhile are sent once each', async ({ page, context }) => {
    const { hand, log } = await atBench(page, /^Museum plinth cover/);
    const before = await log.getByRole('listitem').count();
    await context.setOffline(true);
    const dialog = page.getByRole('dialog');
    for (const pct of ['41', '63']) {
      await page.getByRole('button', { name: 'Log', exact: true }).click();
      await page.getByRole('button', { name: 'Humidity' }).click();
      await keys(dialog, pct);
      await dialog.getByRole('button', { name: 'Write it down' }).click();
    }
    for (let i = 0; i < 19; i++) {
      await hand.getByRole('button', { name: /^(Start|Go on)$/ }).click();
      await hand.getByRole('button', { name: 'Pause' }).click();
    }
    await expect(log.getByText('waiting to be sent').first()).toBeVisible();
    await context.setOffline(false);
    await page.evaluate(() => {
      window.dispatchEvent(new Event('online'));
    });
    await expect(log.getByText('waiting to be sent')).toHaveCount(0, { timeout: 20_000 });
    await page.reload();
    await log.getByRole('button', { name: /All \d+ lines/ }).click();
    await expect(log.getByRole('listitem')).toHaveCount(before + 40);
    for (const pct of [41, 63]) await expect(log.getByText(`Humidity ${String(pct)} %`)).toHaveCount(1);
  });
});
