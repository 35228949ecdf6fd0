import { checkEntryData, counted, isStepEntry, readingsOf, type StepEntry, type WireEntry } from '../log/entry.js';
import { readingFields, readingKinds } from '../log/reading-fields.js';
import { cardNumber } from '../materials/material-card.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { cardOf } from '../plan/card-library.js';
import { planOf } from '../plan/lift-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { logLine } from '../test-support/log-lines.js';
import { fillAmounts } from '../units/amounts.js';
import { filmGrid } from './film-grid.js';
import { judgeReading } from './judge-reading.js';
import { potRatio } from './pot-ratio.js';

const cards = cardLibrary();
const view = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 80 } });
const plan = planOf({ ...view, climate: { ...view.climate, swingC: 0, meanC: 20 } });
const minuteOf = (iso: string): number => (Date.parse(iso) - Date.UTC(2026, 10, 30)) / 60000;

const line = (kind: WireEntry['kind'], data: unknown, more: Partial<WireEntry> = {}): StepEntry =>
  logLine(kind, data, { stepId: 'session:s1:lay:l1:p1', ...more });
const says = (entry: StepEntry): [string, string] | null => {
  const found = judgeReading(entry, { plan, cards, minuteOf });
  return found && [found.level, fillAmounts(found.line, 'metric')];
};

describe('a weighed pot, before it is poured', () => {
  const iso = cardOf(cards, 'iso_lam');
  const { minPct, maxPct, typicalPct } = iso.limits.catalyst!;
  const pot = (pct: number, wanted: number | null = typicalPct): ReturnType<typeof potRatio> =>
    potRatio({ resinG: 1000, hardenerG: pct * 10 }, iso, wanted);

  test.each([
    [minPct - 0.01, 'stop'],
    [minPct, 'care'],
    [typicalPct * 0.91, 'ok'],
    [typicalPct, 'ok'],
    [typicalPct * 1.09, 'ok'],
    [typicalPct * 1.11, 'care'],
    [maxPct, 'care'],
    [maxPct + 0.01, 'stop'],
  ])('%p %% of peroxide: %s', (pct, level) => {
    expect(pot(pct).level).toBe(level);
  });

  test('what puts it right gives the wanted ratio, by hardener or by resin', () => {
    const thin = pot(typicalPct / 2);
    expect(thin.add).toMatchObject({ what: 'hardener' });
    expect((typicalPct / 2) * 10 + thin.add!.grams).toBeCloseTo(typicalPct * 10, 9);
    const rich = pot(typicalPct * 2);
    expect(rich.add).toMatchObject({ what: 'resin' });
    expect((typicalPct * 20) / (1000 + rich.add!.grams)).toBeCloseTo(typicalPct / 100, 9);
    expect(pot(typicalPct).add).toBeNull();
    expect(pot(1.5, 1.5).add).toBeNull();
  });

  test('without a planned catalyst the card’s usual is wanted', () => {
    expect(pot(typicalPct, null).level).toBe('ok');
  });

  const epoxy = cardOf(cards, 'epoxy_slow');
  const phr = cardNumber(epoxy.sheet, 'hardenerPhrByWeight')!;
  test.each([
    [0.949, 'stop'],
    [0.951, 'care'],
    [0.979, 'care'],
    [0.981, 'ok'],
    [1, 'ok'],
    [1.019, 'ok'],
    [1.021, 'care'],
    [1.049, 'care'],
    [1.051, 'stop'],
  ])('a fixed ratio × %p: %s', (factor, level) => {
    expect(potRatio({ resinG: 1000, hardenerG: phr * 10 * factor }, epoxy, null).level).toBe(level);
  });

  test('a card without a ratio says so', () => {
    const { hardenerPhrByWeight: _none, ...values } = epoxy.sheet.values;
    expect(potRatio({ resinG: 100, hardenerG: 30 }, { ...epoxy, sheet: { ...epoxy.sheet, values } }, null)).toMatchObject({
      level: 'note',
      add: null,
    });
  });
});

describe('a grid of gauge readings', () => {
  const coat = { least: 400, most: 800 };
  const grid = (um: number[], planned: number | null = 600): string => filmGrid(um, planned, coat).level;
  test.each<[number[], string]>([
    [[399, 600, 600, 600, 600], 'care'],
    [[400, 600, 600, 600, 600], 'ok'],
    [[380, 390, 400, 399, 400], 'stop'],
    [[800, 600, 600, 600, 600], 'ok'],
    [[801, 600, 600, 600, 600], 'care'],
    [[820, 810, 790, 800, 800], 'stop'],
    [[600, 600, 600, 600], 'note'],
    [[725, 725, 725, 725, 725], 'care'],
    [[715, 715, 715, 715, 715], 'ok'],
    [[475, 475, 475, 475, 475], 'care'],
    [[485, 485, 485, 485, 485], 'ok'],
  ])('%j: %s', (um, level) => {
    expect(grid(um)).toBe(level);
  });

  test('mean, spread and thinnest by hand', () => {
    expect(filmGrid([500, 600, 700], null, { least: null, most: null })).toMatchObject({
      meanUm: 600,
      spreadUm: 100,
      thinnestUm: 500,
      thickestUm: 700,
    });
    expect(filmGrid([500], null, coat).spreadUm).toBe(0);
  });
});

describe('what a reading means at its step', () => {
  test.each([
    ['wet', 'note'],
    ['transfers', 'note'],
    ['prints', 'ok'],
    ['dry', 'care'],
    ['closed', 'stop'],
  ])('tack %s: %s', (state, level) => {
    expect(says(line('tack', { at: 'corner', state }))?.[0]).toBe(level);
  });

  test('the air against what was planned for that moment, and against the card', () => {
    const air = (tempC: number): string | undefined => says(line('temperature', { at: 'air', tempC }))?.[0];
    const coldest = cardOf(cards, 'gelcoat_iso').limits.shopMinC;
    expect([air(21.9), air(22.1), air(18.1), air(17.9), air(coldest - 0.1)]).toEqual(['ok', 'care', 'ok', 'care', 'stop']);
    expect(says(line('temperature', { at: 'air', tempC: 23 }))?.[1]).toBe('3.0 K warmer than planned: everything comes sooner, and gets hotter.');
    expect(says(line('temperature', { at: 'drum', tempC: coldest - 0.1 }))?.[0]).toBe('stop');
    expect(says(line('temperature', { at: 'drum', tempC: coldest }))).toBeNull();
    const hottest = cardOf(cards, 'gelcoat_iso').limits.maxLaminateC;
    expect(says(line('temperature', { at: 'thermocouple', tempC: hottest }))).toBeNull();
    expect(says(line('temperature', { at: 'thermocouple', tempC: hottest + 0.1 }))?.[0]).toBe('stop');
    // Where it is about no layer there is no card to hold it against.
    expect(says(line('temperature', { at: 'air', tempC: 1 }, { stepId: 'build' }))?.[0]).toBe('care');
  });

  test('a drop is counted as in ten minutes', () => {
    const drop = (endMbar: number, minutes: number): string | undefined => says(line('leak', { startMbar: 20, endMbar, minutes }))?.[0];
    expect([drop(25, 10), drop(25.1, 10), drop(30, 10), drop(30.1, 10), drop(25, 5), drop(25.1, 5), drop(10, 10)]).toEqual([
      'ok',
      'care',
      'care',
      'stop',
      'care',
      'stop',
      'ok',
    ]);
  });

  test('a pot of another resin than the layer’s is held against its own card; one thrown away is no stop', () => {
    const [layer] = plan.sections[0].sessions[0].layers;
    const pot = { cardId: layer.cardId, resinG: 1000, hardenerG: 90, lots: [], thrownAway: false };
    expect(says(line('pot', pot))?.[0]).toBe('stop');
    expect(says(line('pot', { ...pot, thrownAway: true }))?.[0]).toBe('note');
    expect(says(line('pot', { ...pot, cardId: 'gone' }))).toBeNull();
    expect(says(line('pot', { ...pot, hardenerG: layer.catalystPct! * 10 }))).toEqual(['ok', `${layer.catalystPct!.toFixed(2)} %, as planned.`]);
  });

  test('release tests, letting go, findings; what says nothing is silent', () => {
    expect(says(line('release test', { test: 'tape', passed: true }))?.[0]).toBe('ok');
    expect(says(line('release test', { test: 'tape', passed: false }))?.[0]).toBe('stop');
    expect([3, 4, 5].map((ease) => says(line('let go', { ease, tools: '', marks: '' }))?.[0])).toEqual(['ok', 'care', 'stop']);
    expect(says(line('finding', { what: 'chip', sizeMm: 3 }))?.[0]).toBe('care');
    expect(says(line('mass', { kg: 24 }))).toBeNull();
    expect(says(line('started', null))).toBeNull();
    expect(says(line('humidity', { pct: 55 }))).toBeNull();
  });

  test('humidity against the release’s', () => {
    const released = planOf({ ...view, release: { startMin: -960, newSurface: true, humidityPct: 55, zones: [], passed: [], override: null } });
    const damp = (pct: number) => judgeReading(line('humidity', { pct }), { plan: released, cards, minuteOf })?.level;
    expect([damp(69.9), damp(70), damp(40.1), damp(40)]).toEqual(['ok', 'care', 'ok', 'care']);
  });
});

describe('what a line may say', () => {
  test('every kind has its place on the key board', () => {
    expect([...readingKinds].sort()).toEqual(Object.keys(readingFields).sort());
  });

  test('is refused with the field and what was expected', () => {
    expect(() => {
      checkEntryData('pot', { cardId: 'x', resinG: 0, hardenerG: 1, lots: [], thrownAway: false });
    }).toThrow(/resin: got 0, expected between 1 and 100000 g/);
    expect(() => {
      checkEntryData('film', { um: [] });
    }).toThrow(/readings/);
    expect(() => {
      checkEntryData('tack', { at: 'cup', state: 'sticky' });
    }).toThrow(/one of wet, transfers/);
    expect(() => {
      checkEntryData('mass', { kg: 3, extra: true });
    }).toThrow(/no field of that name/);
    expect(() => {
      checkEntryData('done', { kg: 3 });
    }).toThrow(/without readings/);
    expect(() => {
      checkEntryData('mass', null);
    }).toThrow();
    expect(isStepEntry({ ...line('mass', { kg: 1 }), data: { kg: -1 } })).toBe(false);
  });

  test('a reading taken back does not count, nor does the line that takes it back', () => {
    const first = line('mass', { kg: 20 });
    const back = line('taken back', null, { reverses: first.id, at: '2026-11-30T09:01:00.000Z' });
    const second = line('mass', { kg: 21 }, { at: '2026-11-30T09:02:00.000Z' });
    expect(counted([second, back, first]).map(({ id }) => id)).toEqual([second.id]);
    expect(readingsOf([first, back, second], 'mass').map(({ data }) => data.kg)).toEqual([21]);
  });
});
