import { caseByLayer } from '@pentimento/core/bench';
import { instrumentLine, standInLogger, standInScale } from '@pentimento/core/instruments';
import { cardLibrary, readPlan, type PlanDocument } from '@pentimento/core/plan';
import type { Locator, Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { InstrumentLine } from '../instrument';
import { expect, signIn, test } from '../shop';

const DAY_MS = 86_400_000;
/** The build runs from so long ago until now, at the speed of a test. */
const DAYS_AGO = 9;
const NAME = 'Petal by stand-ins';

/** The demo's petal, three sessions of it, begun some days ago and not touched yet. */
async function madeBuild(page: Page): Promise<{ plan: PlanDocument; dayOne: Date }> {
  const { builds }: { builds: { id: string; name: string }[] } = await (await page.request.get('/api/builds?finished=no')).json();
  const petal = builds.find(({ name }) => name.startsWith('Radar dome petal, mold 2'));
  const { current }: { current: { plan: unknown } } = await (await page.request.get(`/api/builds/${petal?.id ?? ''}`)).json();
  const { plan: whole } = readPlan(current.plan);
  const day = new Date(Date.now() - DAYS_AGO * DAY_MS);
  const startDate = day.toISOString().slice(0, 10);
  const plan = { ...whole, startDate, sections: whole.sections.map((one) => ({ ...one, sessions: one.sessions.slice(0, 3) })) };
  const made = await page.request.post('/api/builds', { data: { id: randomUUID(), name: NAME, part: 'Stand-in petal', note: 'First plan', plan } });
  expect(made.ok(), await made.text()).toBe(true);
  return { plan, dayOne: new Date(`${startDate}T00:00:00`) };
}

/** Connects an instrument in Stores and speaks for it from then on. */
async function connected(page: Page, kind: string, name: string): Promise<InstrumentLine> {
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('What is connected').selectOption({ label: kind });
  await dialog.getByLabel('Name that is written on it').fill(name);
  await dialog.getByRole('button', { name: 'Give it a key' }).click();
  const key = dialog.getByRole('region', { name: 'Its key' });
  const hello = await key.getByText(/^hello 1 /).textContent();
  const line = await InstrumentLine.open(hello?.trim() ?? '');
  await key.getByRole('button', { name: 'It is written down' }).click();
  return line;
}

const heading = (hand: Locator): Promise<string> => hand.getByRole('heading').innerText();

test('a build with instruments, days at the speed of a test: weighed, watched, forecast anew in a cold shop, and let go', async ({ page }) => {
  await signIn(page);
  const { plan, dayOne } = await madeBuild(page);
  const [section] = plan.sections;
  const last = section.sessions[2];
  const layer = last.layers[0];
  const dialog = page.getByRole('dialog');
  await page.clock.install({ time: new Date(dayOne.getTime() + 6.5 * 3600_000) });

  const { scale, logger, hall } = await test.step('three instruments get their keys', async () => {
    await page.goto('/stores');
    await page.getByRole('button', { name: 'Instruments' }).click();
    const lines = {
      scale: await connected(page, 'Scale', 'Test scale'),
      logger: await connected(page, 'Thermocouple logger', 'Test logger'),
      hall: await connected(page, 'Room sensor', 'Test hall'),
    };
    lines.hall.say('air 14.2 66');
    await expect(dialog.getByRole('row', { name: /^Test hall/ })).toContainText(/14 °C 66 %/);
    return lines;
  });

  await page.goto('/bench');
  await page.getByRole('link', { name: new RegExp(`^${NAME}`) }).click();
  const hand = page.getByRole('region', { name: 'Step at hand' });
  const log = page.getByRole('complementary', { name: 'Log' });
  const nowMs = (): Promise<number> => page.evaluate(() => Date.now());
  /** Goes to the moment at which the step at hand is planned or its window opens. */
  const goToIts = async (): Promise<void> => {
    const text = await hand.innerText();
    const waits = /(?:planned in|window opens in|gate in|cured enough in|cool enough in|hours over in) (?:(\d+) days|(\d+) h (\d+)|(\d+) min)/.exec(
      text,
    );
    if (!waits) return;
    const [, days, hours, minutes, short] = waits.map((one) => Number(one || 0));
    await page.clock.fastForward(days * DAY_MS + hours * 3600_000 + (minutes + short) * 60_000);
  };
  const done = async (): Promise<void> => {
    const before = await heading(hand);
    await hand.getByRole('button', { name: 'Done' }).click();
    const asks = dialog.getByRole('textbox');
    await expect(async () => {
      if (await asks.isVisible()) {
        await asks.fill('as agreed with the owner today');
        await dialog.getByRole('button', { name: 'Write it down' }).click();
      }
      expect((await hand.count()) === 0 || (await heading(hand)) !== before).toBe(true);
    }).toPass();
  };
  /** Does the steps one after the other until one that is wanted, or until none is left. */
  const until = async (wanted: RegExp | null): Promise<void> => {
    for (let steps = 0; steps < 90; steps++) {
      if ((await hand.count()) === 0 || (wanted && wanted.test(await heading(hand)))) return;
      await goToIts();
      await done();
    }
    throw new Error(`${String(wanted)} did not come`);
  };

  await test.step('the hall is taken with a tap, and writes on by itself', async () => {
    await page.getByRole('button', { name: 'Log', exact: true }).click();
    await page.getByRole('button', { name: 'Temperature' }).click();
    await dialog.getByRole('button', { name: /^Test hall 14\.2 °C/ }).click();
    await dialog.getByRole('button', { name: '30 min' }).click();
    await dialog.getByRole('button', { name: 'Test hall writes it down' }).click();
    await expect(dialog.getByRole('region', { name: 'By itself' })).toHaveCount(0);
    await expect(dialog.getByRole('status')).toContainText(/colder/);
    await dialog.getByRole('button', { name: 'Write it down', exact: true }).click();
    await expect(log).toContainText('Air 14.2 °C');
    const writes = page.getByRole('list', { name: 'Instruments that write by themselves' });
    await expect(writes).toContainText(/Test hall: air, every 30 min.*14 °C/);
  });

  await test.step('the first pot is weighed by the scale', async () => {
    await until(/^Mix/);
    const stand = standInScale(11);
    await hand.getByRole('button', { name: 'Start' }).click();
    await page.getByRole('button', { name: 'Weigh a pot' }).click();
    const wanted = await dialog.getByRole('button', { name: /g planned/ }).allInnerTexts();
    const [resinG, hardenerG] = wanted.map((text) => Number(/([\d.]+) g planned/.exec(text)?.[1]));
    const weighed = async (fromS: number, g: number): Promise<void> => {
      stand.pour(fromS, g);
      for (let at = fromS; at < fromS + g / 90 + 6; at += 0.5) for (const said of stand.read(at)) scale.say(instrumentLine(said));
      const shown = dialog.getByRole('button', { name: /^Test scale [\d.]+ g$/ });
      await expect(async () => {
        const stands = Number(/([\d.]+) g/.exec(await shown.innerText())?.[1]);
        expect(Math.abs(stands - g)).toBeLessThan(0.02 * g + 1);
      }).toPass();
      await shown.click();
    };
    await weighed(10, resinG);
    await dialog.getByRole('button', { name: 'Set Test scale to zero' }).click();
    await scale.hears(/^tare$/);
    stand.tare(60);
    scale.say('mass 0.0 g steady');
    await expect(dialog.getByRole('button', { name: /^Test scale 0\.0 g$/ })).toBeVisible();
    await weighed(70, hardenerG);
    await expect(dialog.getByRole('status')).toContainText('as planned');
    await dialog.getByRole('button', { name: 'Poured' }).click();
    await expect(log).toContainText(/Pot [\d.]+ g \+ [\d.]+ g/);
  });

  await test.step('two days late, what still helps is taken into the plan with a press; what is begun stays', async () => {
    await until(new RegExp(`^Set up, ${last.name}`));
    await page.clock.fastForward(2 * DAY_MS);
    const ahead = page.getByRole('region', { name: 'Ahead' });
    await ahead.getByRole('button', { name: /^Wash and abrade first/ }).click();
    await dialog.getByRole('button', { name: 'Take it into the plan' }).click();
    await expect(dialog).toHaveCount(0);
    await expect(page.getByText(/v2\s*·/)).toBeVisible();
    await until(new RegExp(`^Prepare for ${last.name}`));
    await expect(log).toContainText(/Pot [\d.]+ g/);
  });

  await test.step(`${layer.name} is laid, and its thermocouple read while it warms up`, async () => {
    await until(new RegExp(`^${layer.name}`));
    await goToIts();
    await hand.getByRole('button', { name: 'Start' }).click();
    const laidMs = await nowMs();
    logger.say('temp 1 18.0');
    await page.getByRole('button', { name: 'Log', exact: true }).click();
    await page.getByRole('button', { name: 'Temperature' }).click();
    await dialog.getByRole('button', { name: 'thermocouple' }).click();
    await dialog.getByRole('button', { name: layer.name, exact: true }).click();
    await dialog.getByRole('button', { name: 'Test logger, channel 1 writes it down' }).click();
    await expect(dialog.getByRole('region', { name: 'By itself' })).toHaveCount(0);
    await dialog.getByRole('button', { name: 'Not now' }).click();
    const truth = standInLogger(caseByLayer(plan, section.id, cardLibrary()), [{ layer: layer.id, frac: 0.5 }], 3);
    const planned = last.startMin * 60;
    let atMs = laidMs;
    const hour = 3600_000;
    for (; atMs < laidMs + hour; atMs += 5 * 60_000) {
      const atS = planned + (atMs - laidMs) / 1000;
      for (const said of truth.read(Math.round(atS / 30) * 30)) logger.say(instrumentLine({ ...said, at: new Date(atMs).toISOString() }));
      hall.say(`air 14.1 67 at ${new Date(atMs).toISOString()}`);
    }
    await logger.hears(/^kept/);
    await page.clock.fastForward(hour);
    await expect(log).toContainText('by Test logger');
    await page.getByRole('tab', { name: 'As built' }).click();
    await expect(page.getByRole('region', { name: 'What went otherwise' })).toContainText(/Air of the shop.*colder.*by \d+ readings/);
    const forecast = page.getByRole('region', { name: /^By the readings/ });
    await expect(forecast.getByRole('row', { name: new RegExp(`^${layer.name}`) })).toContainText(/\d+ °C – \d+ °C/);
    await page.getByRole('tab', { name: 'Work' }).click();
  });

  await test.step('and so on until it is let go', async () => {
    await until(null);
    await expect(page.getByText('Every step is done.')).toBeVisible();
    const first = log.getByRole('button', { name: /^and \d+ before it$/ });
    if ((await first.count()) > 0) await first.first().click();
  });
  for (const line of [scale, logger, hall]) line.close();
});
