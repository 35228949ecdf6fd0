import { byLevel } from '../../units/levels.js';
import { cardLibrary } from '../../plan/built-in-library.js';
import { cardOf } from '../../plan/card-library.js';
import { changeLayer } from '../../plan/edit-plan.js';
import type { PlacedLayer } from '../../plan/placed-layer.js';
import { planFromTemplate } from '../../plan/stack-templates.js';
import type { JointWindow } from '../../windows/joint-window.js';
import { evaluatePlan } from '../evaluate-plan.js';
import { interfacePeak, layerPeak } from './heat-verdicts.js';
import { catalystRange, shopMinimum } from './mix-verdicts.js';
import { levelOf, worstLevel } from './verdict.js';
import { windowVerdict } from './window-verdicts.js';

const cards = cardLibrary();
const plan = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 80 } });
const { result, verdicts } = evaluatePlan(plan, cards);
const HOUR = 3600;

/** Laid at 0, opens after 2 h, closes after 20 h. */
const window = (more: Partial<JointWindow>): JointWindow =>
  ({
    belowSession: 0,
    laidS: 0,
    opensS: 2 * HOUR,
    closesS: 20 * HOUR,
    wetUntilS: null,
    spread: 0.15,
    plannedS: 10 * HOUR,
    state: 'inside',
    ...more,
  }) as JointWindow;
const judged = (more: Partial<JointWindow>, of = plan) => windowVerdict(window(more), of, cards);

describe('a joint’s window', () => {
  test('wet on wet is measured to the first gel, with a tenth of an hour in hand', () => {
    const wet = (plannedH: number) => judged({ state: 'wet-on-wet', wetUntilS: HOUR, plannedS: plannedH * HOUR });
    expect(wet(0.5)).toMatchObject({ limit: 1, sense: 'at most', level: 'ok' });
    expect(wet(0.5).margin).toBeCloseTo(0.5, 9);
    expect(wet(0.89).level).toBe('ok');
    expect(wet(0.91).level).toBe('care');
    // Where nothing gels there is no end of it: the window decides.
    expect(judged({ state: 'wet-on-wet', wetUntilS: null, plannedS: 3 * HOUR })).toMatchObject({ limit: 2, sense: 'at least', margin: 1 });
  });

  test('one that does not open is missed by as much as can be said', () => {
    expect(judged({ opensS: null, state: 'early' })).toMatchObject({ limit: 20, margin: -99, sense: 'at least', level: 'stop' });
  });

  test('the edge of the spread itself is still within it', () => {
    expect(judged({ state: 'late', plannedS: 23 * HOUR }).level).toBe('care');
    expect(judged({ state: 'early', plannedS: 1.7 * HOUR }).level).toBe('care');
  });

  test('what lies beneath is the topmost layer of its session', () => {
    const [first, second, ...rest] = plan.sessions;
    // Under it two layers: only the upper one's card says how long it bonds.
    const together = {
      ...plan,
      sessions: [
        { ...first, layers: [...first.layers, ...second.layers.map((layer) => ({ ...layer, cardId: 'epoxy_slow', catalystPct: null }))] },
        ...rest,
      ],
    };
    const apart = {
      ...plan,
      sessions: [{ ...first, layers: second.layers.map((layer) => ({ ...layer, cardId: 'epoxy_slow', catalystPct: null })) }, ...rest],
    };
    const late = { state: 'late', plannedS: 90 * HOUR } as const;
    expect(judged(late, together).remedy).toBe(judged(late, apart).remedy);
  });

  test('a session without layers yet is judged as one without a preparation', () => {
    const [first, second, ...rest] = plan.sessions;
    const empty = { ...plan, sessions: [first, { ...second, layers: [] }, ...rest] };
    expect(judged({ state: 'late', plannedS: 90 * HOUR }, empty).level).toBe('stop');
  });
});

describe('shop and catalyst at a session', () => {
  const [session] = plan.sessions;
  const gel = cardOf(cards, session.layers[0].cardId);
  const at = (meanC: number) => {
    const cold = { ...plan, climate: { ...plan.climate, meanC, swingC: 0 } };
    return shopMinimum(session, cold, evaluatePlan(cold, cards).result, cards);
  };

  test('two kelvin above the coldest allowed say nothing, less asks for care, below is a stop', () => {
    const least = gel.limits.shopMinC;
    expect(at(least + 2)).toEqual([]);
    expect(at(least + 1.9)[0]).toMatchObject({ level: 'care', limit: least });
    expect(at(least)[0]).toMatchObject({ level: 'care' });
    expect(at(least - 0.1)[0]).toMatchObject({ level: 'stop' });
  });

  test('of several layers the one that wants it warmest decides', () => {
    const [layer] = session.layers;
    const warmest = ['gelcoat_iso', 'tooling_lp_1go', 'epoxy_slow']
      .map((cardId) => cardOf(cards, cardId))
      .sort((a, b) => b.limits.shopMinC - a.limits.shopMinC);
    const both = { ...session, layers: warmest.map(({ id }, i) => ({ ...layer, id: `x${String(i)}`, cardId: id })) };
    const cold = { ...plan, climate: { ...plan.climate, meanC: 5, swingC: 0 } };
    expect(shopMinimum(both, cold, evaluatePlan(cold, cards).result, cards)[0].limit).toBe(warmest[0].limits.shopMinC);
  });

  test.each([
    ['at its least', 0, undefined, undefined],
    ['under its least', -0.01, 'at least', -0.01],
    ['at its most', 'most', undefined, undefined],
    ['over its most', 'over', 'at most', -0.01],
  ] as const)('catalyst %s', (_name, by, sense, margin) => {
    const { minPct, maxPct } = gel.limits.catalyst!;
    const catalystPct = by === 'most' ? maxPct : by === 'over' ? maxPct + 0.01 : minPct + by;
    const changed = changeLayer(plan, session.layers[0].id, { catalystPct });
    const [verdict] = catalystRange(changed.sessions[0], cards);
    if (sense === undefined) expect(verdict).toBeUndefined();
    else {
      expect(verdict).toMatchObject({ level: 'stop', sense, limit: sense === 'at least' ? minPct : maxPct });
      expect(verdict.margin).toBeCloseTo(margin, 9);
    }
  });

  test('a fixed ratio has no range, and no catalyst is no percent', () => {
    const [layer] = session.layers;
    expect(catalystRange({ ...session, layers: [{ ...layer, cardId: 'epoxy_slow', catalystPct: 99 }] }, cards)).toEqual([]);
    expect(catalystRange({ ...session, layers: [{ ...layer, catalystPct: null }] }, cards)).toEqual([]);
  });
});

describe('heat', () => {
  test('where there is no plug face yet, the first layer says when', () => {
    const bare = { ...result, layers: result.layers.filter(({ plug }) => !plug) };
    const { timeS, value } = interfacePeak(plan, bare);
    expect(timeS).toBe(bare.layers[0].peakS);
    expect(value).toBeCloseTo(-273.15, 6);
    expect(interfacePeak(plan, { ...result, layers: [] }).timeS).toBe(0);
  });

  const peak = (sessionIndex: number, peakS: number): string => {
    const placed = {
      planLayer: plan.sessions[0].layers[0],
      baseM: 0,
      card: cardOf(cards, 'gelcoat_iso'),
      outcome: { sessionIndex, peakS, peakK: 300, peakHeightM: 0 },
    };
    return layerPeak(placed as unknown as PlacedLayer, plan).remedy;
  };

  test('a peak after the next session began comes from above; at its start, or in the last session, it is its own', () => {
    const next = plan.sessions[1].startMin * 60;
    expect(peak(0, next + 1)).toMatch(/from a session laid later/);
    expect(peak(0, next)).toMatch(/Split the session/);
    expect(peak(plan.sessions.length - 1, 1e9)).toMatch(/Split the session/);
  });
});

test('levels change just at their limits', () => {
  expect([levelOf(-1e-9, 6), levelOf(0, 6), levelOf(5.999, 6), levelOf(6, 6), levelOf(NaN, 6)]).toEqual(['stop', 'care', 'care', 'ok', 'stop']);
  expect(worstLevel([])).toBe('ok');
  expect(worstLevel([{ level: 'care' }, { level: 'ok' }])).toBe('care');
  expect(worstLevel([{ level: 'care' }, { level: 'stop' }])).toBe('stop');
});

test('the worst comes first, and of what is equally bad the one with less in hand', () => {
  const hot = { ...plan, climate: { ...plan.climate, meanC: 30 } };
  const mixed = evaluatePlan(hot, cards).verdicts;
  expect(new Set(mixed.map(({ level }) => level)).size).toBeGreaterThan(1);
  for (const list of [verdicts, mixed])
    for (let i = 1; i < list.length; i++) {
      const [one, other] = [list[i - 1], list[i]];
      const order = byLevel(one.level, other.level);
      expect(order).toBeLessThanOrEqual(0);
      if (order === 0) expect(one.margin).toBeLessThanOrEqual(other.margin);
    }
});
