import { withValues } from '../materials/material-card.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { cardOf } from '../plan/card-library.js';
import { DEFAULT_MIX, type MixPlan } from '../plan/parts/mix-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { catalystFor, COMFORT_C } from './catalyst-level.js';
import { doseOf } from './hardener-dose.js';
import { hardenerDensity, hardenerOf } from './hardener-name.js';
import { mixObjections, mixSheet, potLookup, type MixRow } from './mix-sheet.js';

const cards = cardLibrary();
const plan = planFromTemplate('staged', { startDate: '2026-12-07', areaM2: 2, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 90 } });
const gel = cardOf(cards, 'gelcoat_iso');
const layer = plan.sessions[0].layers[0];
const look = potLookup();
const rowsWith = (mix: Partial<MixPlan>): MixRow[] => mixSheet({ ...plan, mix: { ...DEFAULT_MIX, ...mix } }, cards, look);

describe('catalyst of a card whose speed the cure says', () => {
  const { t_ind_min: _none, ...plain } = gel.kinetics;
  const byCure = { ...gel, kinetics: { ...plain, q: 1, E2: 50_000 } };
  const speed = (kelvin: number): number => Math.exp(-50_000 / 8.314462618 / kelvin);

  test('(c/c₀)^q k2(T) stays what it is at the comfort temperature', () => {
    const typical = gel.limits.catalyst!.typicalPct;
    expect(catalystFor(byCure, COMFORT_C)?.pct).toBeCloseTo(typical, 9);
    const wanted = (typical * speed(294.15)) / speed(292.15);
    expect(Math.abs(catalystFor(byCure, 19)!.pct - wanted)).toBeLessThanOrEqual(0.025 + 1e-9);
    // An induction whose time no catalyst changes says nothing about the level.
    const fixed = { ...byCure, kinetics: { ...byCure.kinetics, t_ind_min: 8, p: 0, Ez: 90_000 } };
    expect(catalystFor(fixed, 19)).toEqual(catalystFor(byCure, 19));
  });

  test('where more catalyst does nothing the usual level stays', () => {
    const deaf = { ...byCure, kinetics: { ...byCure.kinetics, q: 0 } };
    expect(catalystFor(deaf, 10)).toEqual({ pct: gel.limits.catalyst!.typicalPct, beyond: null });
  });

  test('what a coarse scale can weigh stays inside the range, to its very ends', () => {
    const { minPct, maxPct } = gel.limits.catalyst!;
    expect(catalystFor(gel, -5, 0.5)?.pct).toBeCloseTo(maxPct, 9);
    expect(catalystFor(gel, 60, 0.5)?.pct).toBeCloseTo(minPct, 9);
    expect(catalystFor(gel, COMFORT_C, 40)?.pct).toBeCloseTo(gel.limits.catalyst!.typicalPct, 9);
  });
});

describe('whose hardener', () => {
  test('the one named, else the one the card names, else the usual peroxide, else that of the resin', () => {
    const named = { ...layer, hardenerId: 'mekp' };
    expect(hardenerOf(named, gel, plan, cards).card?.id).toBe('mekp');
    const own = { ...gel, sheet: withValues(gel.sheet, { hardenerName: 'Clear 50' }, { origin: 'data sheet', note: '', date: '2026-01-01' }) };
    expect(hardenerOf(layer, own, plan, cards)).toEqual({ name: 'Clear 50', card: null });
    const blank = { ...gel, sheet: withValues(gel.sheet, { hardenerName: '' }, { origin: 'data sheet', note: '', date: '2026-01-01' }) };
    const usual = hardenerOf(layer, blank, plan, cards);
    expect(usual.card?.id).toBe('mekp');
    expect(hardenerDensity(usual)).toBeGreaterThan(900);
    const epoxy = cardOf(cards, 'epoxy_slow');
    const nameless = { ...epoxy, sheet: withValues(epoxy.sheet, { hardenerName: '' }, { origin: 'data sheet', note: '', date: '2026-01-01' }) };
    expect(hardenerOf(layer, nameless, plan, cards)).toEqual({ name: `Hardener of ${nameless.name}`, card: null });
    expect(hardenerDensity({ name: 'x', card: null })).toBeNull();
  });
});

describe('which pots', () => {
  test('the order in which containers are listed does not matter', () => {
    const listed = rowsWith({ containersG: [5000, 500, 2000, 1000] });
    expect(listed.map(({ containerG, pots }) => [containerG, pots])).toEqual(
      rowsWith({ containersG: [500, 1000, 2000, 5000] }).map(({ containerG, pots }) => [containerG, pots]),
    );
  });

  test('no larger than is needed, none that gels before it is empty, the smallest where even that does', () => {
    for (const row of rowsWith({ containersG: [500, 1000, 2000, 5000, 50_000] })) {
      expect(row.containerG * DEFAULT_MIX.fillShare * row.pots).toBeGreaterThanOrEqual(row.potG * row.pots - 1e-6);
      if (!row.tooFast && row.pot.lifeMin !== null) expect(row.useMin).toBeLessThanOrEqual(DEFAULT_MIX.potShare * row.pot.lifeMin + 1e-9);
    }
    const hurried = rowsWith({ containersG: [2000, 20_000], potShare: 0.01 });
    const failing = hurried.filter(({ tooFast }) => tooFast);
    expect(failing.length).toBeGreaterThan(0);
    for (const { containerG } of failing) expect(containerG).toBe(2000);
  });

  test('a pot that exactly fills its container is one pot', () => {
    const [row] = rowsWith({ containersG: [100_000] });
    const exact = rowsWith({ containersG: [row.potG / DEFAULT_MIX.fillShare] })[0];
    expect(exact.pots).toBe(1);
    expect(rowsWith({ containersG: [(row.potG / DEFAULT_MIX.fillShare) * 0.999] })[0].pots).toBe(2);
  });
});

test('what the card does not state is said with the pot', () => {
  const row = rowsWith({})[0];
  const silent = { ...row, dose: { ...row.dose, assumed: ['hardener per 100 of resin'] } };
  const [note] = mixObjections([silent]).filter(({ id }) => id.startsWith('dose-'));
  expect(note).toMatchObject({ level: 'note', stage: 'mix' });
  expect(mixObjections([{ ...row, dose: { ...row.dose, assumed: [] } }]).some(({ id }) => id.startsWith('dose-'))).toBe(false);
});

test('filler is part of the pot: resin, hardener and what is stirred in add up', () => {
  const plain = doseOf(gel, 1000, 2, { hardenerKgM3: null, addedParts: 0 });
  const filled = doseOf(gel, 1000, 2, { hardenerKgM3: null, addedParts: 30 });
  expect(plain.resinG + plain.hardenerG).toBeCloseTo(1000, 6);
  expect(filled.resinG * 1.3 + filled.hardenerG).toBeCloseTo(1000, 6);
});
