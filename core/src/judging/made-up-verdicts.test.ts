import { cards, changed, school } from '../test-support/practice.js';
import { changeLayer, moveSession, withPostCure } from '../plan/edit-plan.js';
import type { PlanSession, SectionPlan } from '../plan/section-plan.js';
import type { JointWindow } from '../windows/joint-window.js';
import { causesOf, MOST_CAUSES, tightestKept, type Cause, type CauseKind } from './causes.js';
import { leversFor, tryLevers, type Lever } from './levers.js';
import { remediesFor, tryRemedies, type Remedy } from './remedies.js';
import type { Verdict, VerdictKind } from './verdicts/verdict.js';

/** Limits as they might come out, without simulating them. */
const verdict = (kind: VerdictKind, more: Partial<Verdict> = {}): Verdict => ({
  id: kind,
  kind,
  aboutId: null,
  subject: 'Bulk',
  level: 'stop',
  quantity: 'temperature',
  value: 80,
  limit: 75,
  margin: -5,
  sense: 'at most',
  timeS: 0,
  heightM: null,
  remedy: '',
  ...more,
});
const staged = school('staged', 21);
const [s1, s2, s3, s4, s5] = staged.sessions;
const inSession = (session: PlanSession, min = 1): Partial<Verdict> => ({ timeS: (session.startMin + min) * 60 });
const last = s5;

describe('what lies behind a limit', () => {
  test.each<[VerdictKind, CauseKind, string]>([
    ['interface-peak', 'heat', 'Heat of Bulk 2'],
    ['layer-peak', 'heat', 'Heat of Bulk 2'],
    ['activation', 'cold', 'Too cold for it'],
    ['shop-minimum', 'cold', 'Too cold for it'],
    ['demold-cure', 'demold', 'Demolded too soon'],
    ['demold-hours', 'demold', 'Demolded too soon'],
    ['demold-warm', 'demold', 'Demolded too soon'],
    ['demold-tg', 'demold', 'Demolded too soon'],
    ['post-cure-tg', 'oven', 'The oven'],
    ['post-cure-ramp', 'oven', 'The oven'],
    ['catalyst-range', 'catalyst', 'Catalyst outside the card’s range'],
  ])('%s is %s: "%s"', (kind, cause, title) => {
    const [found] = causesOf(staged, [verdict(kind, inSession(last))]);
    expect(found).toMatchObject({ kind: cause, title, sessionId: cause === 'heat' ? last.id : null });
    expect(found.id).toBe(`${cause}:${cause === 'heat' ? last.id : ''}`);
  });

  test('a peak goes back to the session laid last before it, at its very minute too; before all it is the laminate’s', () => {
    const heat = (timeS: number): string | null => causesOf(staged, [verdict('layer-peak', { timeS })])[0].sessionId;
    expect(heat(s4.startMin * 60)).toBe(s4.id);
    expect(heat(s4.startMin * 60 - 1)).toBe(s3.id);
    expect(heat(1e9)).toBe(last.id);
    const [before] = causesOf(staged, [verdict('layer-peak', { timeS: -1 })]);
    expect(before).toMatchObject({ sessionId: null, title: 'Heat of the laminate', id: 'heat:' });
  });

  test('a joint goes to the session that is laid by it: by the limit’s own name, the session, or the layer it is about', () => {
    const joint = (kind: VerdictKind, more: Partial<Verdict>): Cause => causesOf(staged, [verdict(kind, more)])[0];
    expect(joint('window', { id: `window-${s3.id}` })).toMatchObject({ kind: 'joint', sessionId: s3.id, title: `Joint under ${s3.name}` });
    expect(joint('window', { aboutId: s2.id }).sessionId).toBe(s2.id);
    expect(joint('ply-joint', { aboutId: s4.layers[0].id }).sessionId).toBe(s4.id);
    expect(joint('ply-joint', { aboutId: 'gone' })).toMatchObject({ sessionId: null, title: 'Joint under the laminate' });
  });

  test('what one thing breaks is one cause, worst first in it; kept limits are none', () => {
    const found = causesOf(staged, [
      verdict('layer-peak', { id: 'a', level: 'care', margin: 3, ...inSession(last) }),
      verdict('layer-peak', { id: 'b', margin: -2, ...inSession(last) }),
      verdict('interface-peak', { id: 'c', margin: -9, ...inSession(last) }),
      verdict('layer-peak', { id: 'd', level: 'ok', margin: 30, ...inSession(last) }),
    ]);
    expect(found).toHaveLength(1);
    expect(found[0].level).toBe('stop');
    expect(found[0].verdicts.map(({ id }) => id)).toEqual(['c', 'b', 'a']);
  });

  test('causes: the worse level first, then the one that breaks more', () => {
    const found = causesOf(staged, [
      verdict('shop-minimum', { id: 'a', level: 'care' }),
      verdict('demold-cure', { id: 'b' }),
      verdict('layer-peak', { id: 'c', ...inSession(last) }),
      verdict('layer-peak', { id: 'd', ...inSession(last) }),
    ]);
    expect(found.map(({ kind }) => kind)).toEqual(['heat', 'demold', 'cold']);
    expect(MOST_CAUSES).toBe(5);
  });

  test('the tightest that is kept: in kelvin before all others, the least margin', () => {
    const ok = (id: string, margin: number, quantity: Verdict['quantity'] = 'temperature'): Verdict =>
      verdict('layer-peak', { id, level: 'ok', margin, quantity });
    expect(tightestKept([ok('a', 9), ok('b', 7), ok('c', 8), ok('d', 0.1, 'cure')])?.id).toBe('b');
    expect(tightestKept([ok('a', 0.3, 'cure'), ok('b', 0.2, 'cure')])?.id).toBe('b');
    expect(tightestKept([verdict('layer-peak', { level: 'care', margin: 1 })])).toBeNull();
  });
});

describe('levers', () => {
  const of = (limit: Verdict, plan = staged): Record<string, Lever> =>
    Object.fromEntries(leversFor(plan, limit, cards).map((lever) => [lever.id, lever]));
  const peak = verdict('layer-peak', { aboutId: s4.layers[0].id, ...inSession(s4) });

  test('each is one step that a toolmaker would take, and changes nothing else', () => {
    const { shop, catalyst, ply, later, fan, demold } = of(peak);
    expect(shop).toMatchObject({ name: 'Shop 2 K warmer', plan: { ...staged, climate: { ...staged.climate, meanC: staged.climate.meanC + 2 } } });
    const [layer] = s4.layers;
    expect(catalyst.name).toBe(`0.2 % more catalyst in ${s4.name}`);
    expect(catalyst.plan).toEqual(changeLayer(staged, layer.id, { catalystPct: Number((layer.catalystPct! + 0.2).toFixed(2)) }));
    expect(ply.name).toBe(`One ply more of ${layer.name}`);
    expect(ply.plan).toEqual(changeLayer(staged, layer.id, { laminate: { ...layer.laminate!, plies: layer.laminate!.plies + 1 } }));
    expect(later).toMatchObject({ name: `${s4.name} an hour later`, plan: moveSession(staged, 3, s4.startMin + 60) });
    expect(fan).toMatchObject({ name: 'A fan over the work', plan: { ...staged, climate: { ...staged.climate, fan: true } } });
    expect(demold).toMatchObject({ name: 'A day longer on the plug', plan: { ...staged, demoldMin: staged.demoldMin + 1440 } });
  });

  test('a fan that runs can be stopped', () => {
    const { fan } = of(peak, { ...staged, climate: { ...staged.climate, fan: true } });
    expect(fan).toMatchObject({ name: 'No fan', plan: { climate: { fan: false } } });
  });

  test('the session is that of the cause, else that of the layer, else the last', () => {
    expect(of(peak).later.name).toContain(s4.name);
    expect(of(verdict('activation', { aboutId: s3.layers[0].id })).later.name).toContain(s3.name);
    expect(of(verdict('demold-cure')).later.name).toContain(last.name);
    expect(of({ ...peak, level: 'ok' }).later.name).toContain(s4.name);
  });

  test('the ply is of the layer that has most', () => {
    const [layer] = last.layers;
    const thin = { ...layer, id: 'thin', name: 'Thin', laminate: { ...layer.laminate!, plies: 1 } };
    const two = { ...staged, sessions: [...staged.sessions.slice(0, -1), { ...last, layers: [thin, layer] }] };
    expect(of(verdict('demold-cure'), two).ply.name).toBe(`One ply more of ${layer.name}`);
  });

  test('tried: the three that move it most, whichever way, the largest first; what moves nothing is left out', () => {
    const levers = ['a', 'b', 'c', 'd', 'e', 'f'].map((id): Lever => ({ id, name: id, plan: { ...staged, demoldMin: id.charCodeAt(0) } }));
    const byDemold: Record<number, number | null> = { 97: 80.0005, 98: 83, 99: 71, 100: 81, 101: null, 102: 84.5 };
    const tried = tryLevers(levers, peak, ({ demoldMin }) => {
      const value = byDemold[demoldMin];
      return value === null ? null : [verdict('layer-peak', { value }), verdict('interface-peak', { value: 200 })];
    });
    expect(tried.map(({ id, change }) => [id, change])).toEqual([
      ['c', -9],
      ['f', 4.5],
      ['b', 3],
    ]);
    expect(tryLevers(levers.slice(0, 1), peak, () => [])).toEqual([]);
  });
});

describe('remedies', () => {
  const cause = (kind: CauseKind, sessionId: string | null = null, verdicts: readonly Verdict[] = []): Cause => ({
    id: `${kind}:`,
    kind,
    sessionId,
    title: '',
    level: 'stop',
    verdicts,
  });
  const window = (more: Partial<JointWindow>): JointWindow => ({ belowSession: 3, opensS: null, closesS: 1e9, ...more }) as unknown as JointWindow;
  const of = (one: Cause, plan: SectionPlan = staged, windows: readonly JointWindow[] = []): Record<string, Remedy> =>
    Object.fromEntries(remediesFor(plan, one, cards, windows).map((remedy) => [remedy.id, remedy]));
  const bulk = (plies: number): SectionPlan => changeLayer(staged, s4.layers[0].id, { laminate: { ...s4.layers[0].laminate!, plies } });

  test('heat: two goes, less catalyst, later, a fan, a cooler shop; of no session nothing', () => {
    const found = of(cause('heat', s4.id), bulk(5));
    expect(Object.keys(found)).toEqual(['split', 'less-catalyst', 'later', 'fan', 'cooler']);
    expect(found.later).toMatchObject({ name: '2 h later', plan: moveSession(bulk(5), 3, s4.startMin + 120) });
    expect(found.fan).toMatchObject({ name: 'A fan over the work', plan: { climate: { fan: true } } });
    expect(found.cooler).toMatchObject({ name: 'Shop 3 K cooler', plan: { climate: { meanC: staged.climate.meanC - 3 } } });
    expect(of(cause('heat'))).toEqual({});
    expect(of(cause('heat', 'gone'))).toEqual({});
    expect(Object.keys(of(cause('heat', s4.id), { ...bulk(5), climate: { ...staged.climate, fan: true } }))).not.toContain('fan');
  });

  test.each([
    [5, 3, 2],
    [4, 2, 2],
    [2, 1, 1],
  ])('%d plies in two goes are %d, then %d, three hours on at an open moment, and all after moves along', (plies, first, rest) => {
    const plan = { ...bulk(plies), postCure: { startMin: staged.demoldMin + 60, holdC: 60, holdMin: 60, rampKPerH: 10 } as never };
    const { split } = of(cause('heat', s4.id), plan);
    const [below, above, after] = split.plan.sessions.slice(3);
    expect(split.name).toBe('Lay it in two goes');
    expect([below.layers.at(-1)?.laminate?.plies, above.layers[0].laminate?.plies]).toEqual([first, rest]);
    expect([above.id, above.name, above.layers[0].id, above.layers[0].name]).toEqual([
      `${s4.id}-2`,
      `${s4.name}, rest`,
      `${s4.layers[0].id}-2`,
      `${s4.layers[0].name}, rest`,
    ]);
    const byMin = above.startMin - s4.startMin;
    expect(byMin).toBeGreaterThanOrEqual(180);
    expect(byMin).toBeLessThan(24 * 60);
    expect(after.startMin).toBe(s5.startMin + byMin);
    expect(split.plan.demoldMin).toBe(staged.demoldMin + byMin);
    expect(split.plan.postCure?.startMin).toBe(staged.demoldMin + 60 + byMin);
  });

  test('what lies under and over the split layer stays where it is, and what its surface is', () => {
    const [layer] = s4.layers;
    const under = { ...layer, id: 'under', laminate: { ...layer.laminate!, plies: 1 } };
    const over = { ...layer, id: 'over', laminate: { ...layer.laminate!, plies: 2 } };
    const thick = { ...layer, surface: 'additive' as const, laminate: { ...layer.laminate!, plies: 6 } };
    const plan = { ...staged, sessions: staged.sessions.map((one) => (one.id === s4.id ? { ...one, layers: [under, thick, over] } : one)) };
    const { split } = of(cause('heat', s4.id), plan);
    expect(split.plan.sessions[3].layers.map(({ id }) => id)).toEqual(['under', layer.id]);
    expect(split.plan.sessions[4].layers.map(({ id }) => id)).toEqual([`${layer.id}-2`, 'over']);
    expect([split.plan.sessions[3].layers[1].surface, split.plan.sessions[4].layers[0].surface]).toEqual([undefined, 'additive']);
  });

  test('one ply, or a film, is not laid in two goes', () => {
    expect(Object.keys(of(cause('heat', s4.id), bulk(1)))).not.toContain('split');
    expect(Object.keys(of(cause('heat', s1.id)))).not.toContain('split');
  });

  test('less catalyst stops at the card’s range, and is none where it stands there', () => {
    const { minPct } = cards.resins.get(s4.layers[0].cardId)!.limits.catalyst!;
    const at = (catalystPct: number): Remedy | undefined =>
      of(cause('heat', s4.id), changeLayer(staged, s4.layers[0].id, { catalystPct }))['less-catalyst'];
    expect(at(minPct + 0.4)).toMatchObject({ name: `0.30 % less catalyst in ${s4.name}` });
    expect(at(minPct + 0.1)).toMatchObject({ name: `0.10 % less catalyst in ${s4.name}` });
    expect(at(minPct + 0.1)?.plan.sessions[3].layers[0].catalystPct).toBeCloseTo(minPct, 9);
    expect(at(minPct)).toBeUndefined();
    expect(at(minPct - 0.1)).toBeUndefined();
  });

  test('a cold shop: warmer, and more catalyst in the first session that takes it', () => {
    const found = of(cause('cold'));
    expect(Object.keys(found)).toEqual(['warmer', 'more-catalyst']);
    expect(found.warmer).toMatchObject({ name: 'Shop 3 K warmer', plan: { climate: { meanC: staged.climate.meanC + 3 } } });
    expect(found['more-catalyst'].name).toContain(`more catalyst in ${s1.name}`);
  });

  test('demolded too soon: a day, three days, a warmer shop', () => {
    const found = of(cause('demold'));
    expect(Object.values(found).map(({ name }) => name)).toEqual(['A day longer on the plug', '3 days longer on the plug', 'Shop 3 K warmer']);
    expect([found['longer-1'].plan.demoldMin, found['longer-3'].plan.demoldMin]).toEqual([staged.demoldMin + 1440, staged.demoldMin + 4320]);
  });

  test('the oven: half of the ramp, never under 1 K an hour; ten kelvin less, never under 25 °C; without one nothing', () => {
    const heated = (rampKPerH: number, holdC: number): SectionPlan =>
      withPostCure(staged, { startMin: staged.demoldMin + 60, holdMin: 240, rampKPerH, holdC });
    const { slower, milder } = of(cause('oven'), heated(20, 80));
    expect([slower.name, slower.plan.postCure?.rampKPerH, slower.plan.postCure?.holdC]).toEqual(['Half of the ramp', 10, 80]);
    expect([milder.name, milder.plan.postCure?.holdC, milder.plan.postCure?.rampKPerH]).toEqual(['10 K less at the hold', 70, 20]);
    expect(of(cause('oven'), heated(1.5, 30)).slower.plan.postCure?.rampKPerH).toBe(1);
    expect(of(cause('oven'), heated(1.5, 30)).milder.plan.postCure?.holdC).toBe(25);
    expect(of(cause('oven'))).toEqual({});
  });

  test('catalyst into the card’s range, session by session', () => {
    const { minPct, maxPct } = cards.resins.get(s4.layers[0].cardId)!.limits.catalyst!;
    const plan = changeLayer(changeLayer(staged, s4.layers[0].id, { catalystPct: maxPct + 1 }), last.layers[0].id, { catalystPct: minPct - 0.2 });
    const found = of(cause('catalyst'), plan);
    expect(Object.keys(found)).toEqual([`range-${s4.name}`, `range-${last.name}`]);
    expect(found[`range-${s4.name}`].plan.sessions[3].layers[0].catalystPct).toBe(maxPct);
    expect(found[`range-${last.name}`].plan.sessions[4].layers[0].catalystPct).toBe(minPct);
    expect(found[`range-${s4.name}`].name).toBe(`${s4.name} inside the card’s range`);
    expect(of(cause('catalyst'))).toEqual({});
  });

  describe('a joint', () => {
    const joint = cause('joint', s5.id);
    const open = (min: number): number => (s5.startMin + min) * 60;

    test('into its window, with a good half hour inside, at an open moment of the shop', () => {
      const { window: into } = of(joint, staged, [window({ opensS: open(-120), closesS: open(600) })]);
      const start = into.plan.sessions[4].startMin;
      expect(into.name).toBe('Into its window');
      expect(start).toBeGreaterThanOrEqual(s5.startMin - 120 + 35);
      expect(start).toBeLessThan(s5.startMin + 600);
    });

    test.each<[string, Partial<JointWindow>[]]>([
      ['that never opens', [{ opensS: null }]],
      ['of another joint', [{ belowSession: 2, opensS: open(-120) }]],
      ['that is closed before anybody could be in it', [{ opensS: open(-120), closesS: open(-119) }]],
      ['that nobody knows', []],
    ])('not into one %s', (_what, windows) => {
      expect(Object.keys(of(joint, staged, windows.map(window)))).not.toContain('window');
    });

    test('not before the session beneath', () => {
      expect(Object.keys(of(joint, staged, [window({ opensS: s4.startMin * 60 - 86_400 * 2 })]))).not.toContain('window');
    });

    test('washed and abraded, unless it is', () => {
      const { abrade } = of(joint);
      expect(abrade).toMatchObject({ name: 'Wash and abrade first' });
      expect(abrade.plan.sessions[4].layers[0].start).toBe('abraded');
      expect(Object.keys(of(joint, changeLayer(staged, s5.layers[0].id, { start: 'abraded' })))).not.toContain('abrade');
      expect(Object.keys(of(joint, { ...staged, sessions: [s1, s2, s3, s4, { ...s5, layers: [] }] }))).not.toContain('abrade');
    });

    test('one more at it, up to eight, where nobody said how long a ply takes', () => {
      const by = (more: Partial<PlanSession>): Remedy | undefined => of(joint, { ...staged, sessions: [s1, s2, s3, s4, { ...s5, ...more }] }).people;
      expect(by({ people: 2 })).toMatchObject({ name: `3 people at ${s5.name}` });
      expect(by({ people: 2 })?.plan.sessions.map(({ people }) => people)).toEqual([...[s1, s2, s3, s4].map(({ people }) => people), 3]);
      expect(by({ people: 7 })).toBeDefined();
      expect(by({ people: 8 })).toBeUndefined();
      expect(by({ people: 2, plyMin: 12 })).toBeUndefined();
    });

    test('of no session nothing', () => {
      expect(of(cause('joint'))).toEqual({});
    });
  });

  test('a card without a range for its catalyst has none to turn', () => {
    const epoxy = school('epoxy');
    const [session] = epoxy.sessions.filter(({ layers }) => layers.some(({ catalystPct }) => catalystPct === null));
    expect(remediesFor(epoxy, cause('heat', session.id), changed('iso_lam', {}), []).map(({ id }) => id)).not.toContain('less-catalyst');
  });

  test('tried: what makes the worst limit no better is left out; the best of the cause first, then of all, then by how much', () => {
    const worst = verdict('layer-peak', { margin: -5 });
    const other = verdict('interface-peak', { margin: -1, level: 'care' });
    const heat = cause('heat', s4.id, [worst, other]);
    const remedy = (id: string, demoldMin: number): Remedy => ({ id, name: id, plan: { ...staged, demoldMin } });
    const all = ['worse', 'hardly', 'more', 'gone', 'fixed', 'but', 'cannot', 'prepared'];
    const outcomes: readonly (readonly Verdict[] | null)[] = [
      [{ ...worst, margin: -6 }],
      [{ ...worst, margin: -4.95 }],
      [{ ...worst, margin: -2 }, other],
      [],
      [{ ...worst, margin: 7, level: 'ok' }],
      [{ ...worst, margin: 9, level: 'ok' }, verdict('window', { id: 'window-x', level: 'stop' })],
      null,
      [{ ...worst, margin: -5, level: 'care' }],
    ];
    const tried = tryRemedies(
      all.map((id, i) => remedy(id, i)),
      heat,
      ({ demoldMin }) => outcomes[demoldMin],
    );
    expect(tried.map(({ id, gain, after, causeAfter }) => [id, gain, after, causeAfter])).toEqual([
      ['gone', null, 'ok', 'ok'],
      ['fixed', 12, 'ok', 'ok'],
      ['but', 14, 'stop', 'ok'],
      ['prepared', 0, 'care', 'care'],
      ['more', 3, 'stop', 'stop'],
    ]);
  });
});
