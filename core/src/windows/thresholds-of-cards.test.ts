import { evaluatePlan } from '../judging/evaluate-plan.js';
import { KELVIN } from '../units/kelvin.js';
import { changeLayer } from '../plan/edit-plan.js';
import { cardOf } from '../plan/card-library.js';
import { cards, changed, school } from '../test-support/practice.js';
import { cardThresholds, demoldingCure, shareThresholds } from './card-thresholds.js';
import { jointWindow, lastTrimWindow } from './joint-window.js';

const iso = cardOf(cards, 'iso_lam');

test('a card’s minutes become degrees of cure in their order; what it does not state is not there', () => {
  const { opens, dry, trim, referenceGelMin, reference } = cardThresholds(iso);
  expect(reference).toEqual({ atC: 21, filmUm: 3000, catalystPct: 1.5 });
  expect(referenceGelMin).toBeGreaterThan(20);
  expect(referenceGelMin).toBeLessThan(60);
  expect(opens).toBeGreaterThan(iso.kinetics.a_gel);
  expect(dry).toBeGreaterThan(opens);
  expect(trim?.from).toBeGreaterThan(iso.kinetics.a_gel);
  expect(trim?.until).toBeGreaterThan(trim?.from ?? 1);
  expect(cardThresholds(iso)).toBe(cardThresholds(iso));
  const gel = cardThresholds(cardOf(cards, 'gelcoat_iso'));
  expect(gel.trim).toBeNull();
  expect(gel.reference.filmUm).toBe(600);
  const silent = cardThresholds(cardOf(changed('iso_lam', { overlayAfterMin: null }), 'iso_lam'));
  expect(silent.opens).toBe(iso.kinetics.a_gel);
  expect(silent.dry).toBeGreaterThan(0.6);
  expect(silent.dry).toBeLessThan(1);
});

test('a resin that does not gel within a day has no gel time and no trim', () => {
  const cold = cardThresholds(cardOf(changed('iso_lam', { k1: 1e-9, k2: 1e-9 }), 'iso_lam'));
  expect(cold.referenceGelMin).toBeNull();
  expect(cold.trim).toBeNull();
});

test('demolding: what the sheet’s hours bring at its temperature; more hours and more warmth bring more; nothing said, nothing asked', () => {
  const after = (values: object): number => demoldingCure(cardOf(changed('epoxy_slow', { ...values }), 'epoxy_slow'));
  expect(after({ demoldAfterH: 36 })).toBeCloseTo(0.77, 1);
  expect(after({ demoldAfterH: 72 })).toBeGreaterThan(after({ demoldAfterH: 36 }));
  expect(after({ demoldAfterH: 36, demoldAtC: 30 })).toBeGreaterThan(after({ demoldAfterH: 36 }) + 0.02);
  expect(after({ demoldAfterH: null })).toBe(0);
  const [from, to] = [
    cardOf(changed('epoxy_slow', { demoldAfterH: 36 }), 'epoxy_slow'),
    cardOf(changed('epoxy_slow', { demoldAfterH: 72 }), 'epoxy_slow'),
  ];
  shareThresholds(from, to);
  expect(demoldingCure(to)).toBe(demoldingCure(from));
  expect(cardThresholds(to)).toBe(cardThresholds(from));
});

describe('a joint of the staged school', () => {
  const plan = school('staged');
  const { result, windows, trim } = evaluatePlan(plan, cards);
  const asked = (plannedS: number, pockets = false) => {
    const window = jointWindow(result, { below: 3, card: iso, catalystPct: 1.5, plannedS, pockets });
    if (!window) throw new Error('no window');
    return window;
  };
  const planned = plan.sessions[4].startMin * 60;

  test('closes the card’s hours after the last of it was laid, wet on wet until the first of it gels', () => {
    const window = asked(planned);
    const laid = result.layers.filter(({ plug }) => !plug)[3];
    expect(window.laidS).toBe(laid.pieces.at(-1)?.laidS);
    expect(window.closesS - window.laidS).toBeCloseTo(36 * 3600, 6);
    const gels = Array.from(result.gelS.slice(laid.start, laid.end));
    expect(window.wetUntilS).toBe(Math.min(...gels));
    expect(window.spread).toBeCloseTo(0.15, 12);
    expect(window.tempAtStartC).toBeCloseTo(20, 0);
    expect(window.opensS).toBe(window.flat.opensS);
    expect(asked(planned, true).opensS).toBe(window.pocket.opensS);
    expect(window.pocket.opensS ?? 0).toBeGreaterThan(window.flat.opensS ?? 0);
    expect(windows.find(({ belowSession }) => belowSession === 3)?.opensS).toBe(window.opensS);
  });

  test('the state follows the planned start', () => {
    const { opensS, closesS, wetUntilS } = asked(planned);
    const state = (s: number | null, by: number): string => asked((s ?? NaN) + by).state;
    expect([state(wetUntilS, -1), state(wetUntilS, 0)]).toEqual(['wet-on-wet', 'early']);
    expect([state(opensS, -1), state(opensS, 0)]).toEqual(['early', 'inside']);
    expect([state(closesS, 0), state(closesS, 1)]).toEqual(['inside', 'late']);
    const gel = cardOf(cards, 'gelcoat_iso');
    const dry = jointWindow(result, { below: 0, card: gel, catalystPct: 2, plannedS: plan.sessions[1].startMin * 60, pockets: false });
    expect(dry?.wetUntilS).toBeNull();
  });

  test('asked too early it still says when it would open: the stack is run on without what comes after', () => {
    const soon = {
      ...plan,
      sessions: plan.sessions.map((session, i) => (i === 4 ? { ...session, startMin: plan.sessions[3].startMin + 75 } : session)),
    };
    const early = evaluatePlan(soon, cards).windows.find(({ belowSession }) => belowSession === 3);
    expect(early?.state).toBe('early');
    // The place laid last is a ply later than the one asked here, from a pot that is a ply older: it gels as early.
    expect(Math.abs((early?.opensS ?? 0) - (asked(planned).opensS ?? NaN))).toBeLessThan(120);
  });

  test('green trim lies between gel and hard; the last session has its own, and a film none', () => {
    expect(trim?.fromS).toBeGreaterThan(planned);
    expect(trim?.untilS).toBeGreaterThan(trim?.fromS ?? Infinity);
    expect(lastTrimWindow(result, 4, iso)).toEqual(trim);
    expect(lastTrimWindow(result, 4, cardOf(cards, 'gelcoat_iso'))).toBeNull();
    expect(lastTrimWindow(result, 9, iso)).toBeNull();
    expect(jointWindow(result, { below: 9, card: iso, catalystPct: 1.5, plannedS: 0, pockets: false })).toBeNull();
  });

  test('nothing that never gels can be trimmed', () => {
    const dead = changeLayer(plan, 'l5', { cardId: 'iso_lam' });
    const slow = changed('iso_lam', { k1: 1e-9, k2: 1e-9 });
    expect(evaluatePlan(dead, slow).trim).toBeNull();
  });

  test('the surface at the planned start is told from its cure, and closed once it is late', () => {
    const { closesS } = asked(planned);
    expect(asked(closesS + 60).flat.surface).toBe('closed');
    expect(asked(closesS).flat.surface).not.toBe('closed');
    expect(asked(planned).flat.cureAtStart).toBeGreaterThan(0.6);
    expect(KELVIN).toBeCloseTo(273.15, 9);
  });
});
