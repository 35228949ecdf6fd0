import { evaluateMold } from '../judging/evaluate-mold.js';
import type { StepEntry, WireEntry } from '../log/entry.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { checkDocument } from '../plan/check-document.js';
import { planOf } from '../plan/lift-plan.js';
import { planFromTemplate, stackTemplates } from '../plan/stack-templates.js';
import { twoHalves } from '../test-support/two-halves.js';
import { stepsOfEvaluated } from '../steps/mold-steps.js';
import { logLine } from '../test-support/log-lines.js';
import { fillAmounts } from '../units/amounts.js';
import { asBuilt, type AsBuilt } from './as-built.js';
import { airAt } from '../plan/shop-air.js';
import { withSection } from '../plan/section-view.js';
import { forecastOnBench } from './bench-twin.js';
import { compareBuilt } from './compare.js';
import { keptReadings, LEAST_KEPT } from './kept-readings.js';
import { layerBuild } from '../plan/layer-masses.js';
import { aheadOf, leavesLaidAlone } from './still-helps.js';

const cards = cardLibrary();
const view = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 80 } });
const plan = planOf({ ...view, climate: { ...view.climate, swingC: 0, meanC: 20 } });
const planned = evaluateMold(plan, cards);
const steps = stepsOfEvaluated(plan, cards, planned);
const [first, second] = plan.sections[0].sessions;
const ZERO = Date.UTC(2026, 10, 30);
const minuteOf = (iso: string): number => (Date.parse(iso) - ZERO) / 60000;

const at = (minute: number, stepId: string, kind: WireEntry['kind'], data: unknown = null, madeBy = 'Ada Marsh'): StepEntry =>
  logLine(kind, data, { stepId, at: new Date(ZERO + minute * 60000).toISOString(), madeBy });
const built = (entries: StepEntry[], nowMin = 0): AsBuilt => asBuilt({ plan, steps, entries, minuteOf, nowMin });
const said = ({ changes }: AsBuilt): string[] =>
  changes.map(({ what, planned: was, built: is }) => `${what}: ${fillAmounts(was, 'metric')} → ${fillAmounts(is, 'metric')}`);
const laySteps = (sessionId: string) => steps.filter((step) => step.sessionId === sessionId && step.kind === 'lay');
/** A whole session laid, so many minutes late and so many times as long as planned. */
const laidSession = (sessionId: string, late: number, stretch = 1): StepEntry[] => {
  const plies = laySteps(sessionId);
  const [{ startMin }] = plies;
  return plies.flatMap((step) => [
    at(late + startMin + (step.startMin - startMin) * stretch, step.id, 'started'),
    at(late + startMin + (step.endMin - startMin) * stretch, step.id, 'done'),
  ]);
};

test('an empty log leaves the plan as it is', () => {
  const { plan: same, changes, laid } = built([]);
  expect(same).toEqual(plan);
  expect(changes).toEqual([]);
  expect(laid.size).toBe(0);
});

test('a session begun late, laid slowly, starts and takes what it did', () => {
  const result = built(laidSession(first.id, 30, 2), second.startMin);
  const [session] = result.plan.sections[0].sessions;
  expect(session.startMin).toBe(Math.round(laySteps(first.id)[0].startMin + 30));
  const plies = laySteps(first.id);
  const took = 2 * (Math.max(...plies.map(({ endMin }) => endMin)) - plies[0].startMin);
  expect(session.plyMin).toBeCloseTo(took / plies.length, 6);
  expect(said(result).slice(0, 2)).toEqual([expect.stringMatching(/^start: as planned → 30 min late$/), expect.stringMatching(/^laying: /)]);
  expect(said(result)[2]).toBe('start: as planned → moves along, 30 min late');
  expect([...result.laid]).toEqual(first.layers.map(({ id }) => id));
  checkDocument(result.plan);
});

test('four minutes are no change, five are', () => {
  expect(said(built(laidSession(first.id, 4)))).toEqual([]);
  expect(said(built(laidSession(first.id, 5)))).toEqual(['start: as planned → 5 min late']);
  expect(said(built(laidSession(first.id, -5)))).toEqual(['start: as planned → 5 min early']);
});

test('a ply that only has its end begins as long before it as planned; a pot alone is five minutes before the first ply', () => {
  const [step] = laySteps(first.id);
  const done = built([at(step.endMin + 20, step.id, 'done')]);
  expect(done.plan.sections[0].sessions[0].startMin).toBe(Math.round(step.startMin + 20));
  const [layer] = first.layers;
  const pot = { cardId: layer.cardId, resinG: 1000, hardenerG: (layer.catalystPct ?? 2) * 10, lots: [], thrownAway: false };
  const mixed = built([at(first.startMin + 40, `session:${first.id}:mix:${layer.id}`, 'pot', pot)]);
  expect(mixed.plan.sections[0].sessions[0].startMin).toBe(first.startMin + 45);
});

describe('what has not begun', () => {
  const starts = ({ plan: { sections } }: AsBuilt): number[] => sections[0].sessions.map(({ startMin }) => startMin);
  const was = plan.sections[0].sessions.map(({ startMin }) => startMin);

  test('is moved out of the past, and what was planned near it moves along', () => {
    const late = built(laidSession(first.id, 0), second.startMin + 90);
    expect(starts(late)[1]).toBe(second.startMin + 90);
    expect(said(late)[0]).toBe('start: as planned → not begun, 90 min late');
    expect(starts(late)[2] - starts(late)[1]).toBe(was[2] - was[1]);
    // The next morning is far enough.
    const morning = was.findIndex((startMin, i) => i > 1 && startMin - was[i - 1] >= 12 * 60);
    expect(starts(late)[morning]).toBe(was[morning]);
    checkDocument(late.plan);
  });

  test('does not begin while the shop is closed', () => {
    const { opensHour, closesHour } = plan.assumed.hours;
    const night = built(laidSession(first.id, 0), closesHour * 60 + 60);
    expect(starts(night)[1]).toBe(1440 + opensHour * 60);
    expect(starts(built(laidSession(first.id, 0), closesHour * 60))[1]).toBe(closesHour * 60);
  });

  test('moves demolding with it', () => {
    const late = built([], plan.demolds[0].atMin + 500);
    expect(late.plan.demolds[0].atMin).toBeGreaterThanOrEqual(plan.demolds[0].atMin + 500);
    checkDocument(late.plan);
  });
});

describe('what comes after laying', () => {
  const last = plan.sections[0].sessions.at(-1)!;
  const oven = { startMin: last.startMin + 2880, rampKPerH: 10, holdC: 45, holdMin: 720 };
  const withOven = planOf({ ...view, demoldMin: last.startMin + 6000, postCure: oven });
  const ovenSteps = stepsOfEvaluated(withOven, cards, evaluateMold(withOven, cards));
  const late = (nowMin: number, entries: StepEntry[] = []) => asBuilt({ plan: withOven, steps: ovenSteps, entries, minuteOf, nowMin }).plan;

  test('goes along with the last session: oven and demolding as far behind it as planned', () => {
    const { postCures, demolds, sections } = late(last.startMin + 1000);
    const by = sections[0].sessions.at(-1)!.startMin - last.startMin;
    expect(by).toBeGreaterThan(0);
    expect(postCures[0].startMin).toBe(oven.startMin + by);
    expect(demolds[0].atMin).toBe(last.startMin + 6000 + by);
    for (const nowMin of [0, last.startMin, oven.startMin, last.startMin + 6000, 30000]) checkDocument(late(nowMin));
  });

  test('is not left in the past, but what was begun stays', () => {
    const laidAll = plan.sections[0].sessions.flatMap(({ id }) => laidSession(id, 0));
    const now = oven.startMin + 400;
    expect(late(now, laidAll).postCures[0].startMin).toBe(now);
    expect(late(now, laidAll).demolds[0].atMin).toBe(last.startMin + 6000 + 400);
    expect(late(now, [...laidAll, at(oven.startMin, 'oven:ramp', 'started')]).postCures[0].startMin).toBe(oven.startMin);
  });
});

test('a later section goes along with the one before it, unless a night and more lies between', () => {
  const halves = twoHalves();
  const [left, right] = halves.sections;
  const moved = (nowMin: number): number[] => {
    const { plan: is } = asBuilt({ plan: halves, steps: [], entries: [], minuteOf, nowMin });
    return is.sections.map(({ sessions }) => sessions.at(-1)!.startMin);
  };
  const [lastLeft, firstRight] = [left.sessions.at(-1)!.startMin, right.sessions[0].startMin];
  expect(firstRight - lastLeft).toBeGreaterThan(12 * 60);
  expect(moved(0)).toEqual(halves.sections.map(({ sessions }) => sessions.at(-1)!.startMin));
  const [a, b] = moved(firstRight - 60);
  expect(a).toBeGreaterThan(firstRight);
  expect(b - right.sessions.at(-1)!.startMin).toBeGreaterThan(24 * 60);
});

test.each([
  ...stackTemplates.map(
    ({ id }) =>
      [
        id,
        planOf(planFromTemplate(id, { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 80 } })),
      ] as const,
  ),
  ['two halves', twoHalves()] as const,
])('%s is a plan on whatever day its bench is opened, years later too', (_name, of) => {
  const own = stepsOfEvaluated(of, cards, evaluateMold(of, cards));
  for (const nowMin of [-5000, 0, 700, 3000, 9000, 40000, 86000, 90000, 1200000]) {
    const { plan: is } = asBuilt({ plan: of, steps: own, entries: [], minuteOf, nowMin });
    checkDocument(is);
  }
  // So long ago nothing is moved.
  expect(asBuilt({ plan: of, steps: own, entries: [], minuteOf, nowMin: 1200000 }).plan).toEqual(of);
});

test('film as read and catalyst as weighed take the place of what was planned, pots thrown away do not', () => {
  const gel = first.layers.find(({ wetFilmUm }) => wetFilmUm !== null)!;
  const [step] = laySteps(first.id).filter(({ layerId }) => layerId === gel.id);
  const pot = (hardenerG: number, thrownAway = false) => ({ cardId: gel.cardId, resinG: 1000, hardenerG, lots: [], thrownAway });
  const result = built([
    at(first.startMin, step.id, 'film', { um: [gel.wetFilmUm! + 60, gel.wetFilmUm! + 40] }),
    at(first.startMin - 5, `session:${first.id}:mix:${gel.id}`, 'pot', pot(15)),
    at(first.startMin - 4, `session:${first.id}:mix:${gel.id}`, 'pot', pot(17)),
    at(first.startMin - 3, `session:${first.id}:mix:${gel.id}`, 'pot', pot(90, true)),
  ]);
  const layer = result.plan.sections[0].sessions[0].layers.find(({ id }) => id === gel.id)!;
  expect(layer.wetFilmUm).toBeCloseTo(gel.wetFilmUm! + 50, 6);
  expect(layer.catalystPct).toBeCloseTo(1.6, 6);
  expect(said(result).join('\n')).toMatch(/film: .* in 2 places[^]*catalyst: .* → 1.60 % in 2 pots/);
  // Beyond anything a plan may say, so that it stays one.
  const wild = built([at(first.startMin, step.id, 'film', { um: [20] }), at(first.startMin, step.id, 'pot', pot(500))]);
  checkDocument(wild.plan);
});

test('a ply skipped is not there; the only layer of a session stays', () => {
  const bulk = plan.sections[0].sessions.flatMap(({ layers }) => layers).find(({ laminate }) => (laminate?.plies ?? 0) > 1)!;
  const plies = steps.filter((step) => step.kind === 'lay' && step.layerId === bulk.id);
  const one = built([at(plies[0].startMin, plies[0].id, 'skipped')]);
  const layerIn = (result: AsBuilt) => result.plan.sections[0].sessions.flatMap(({ layers }) => layers).find(({ id }) => id === bulk.id);
  expect(layerIn(one)?.laminate?.plies).toBe(bulk.laminate!.plies - 1);
  const none = built(plies.map(({ id, startMin }) => at(startMin, id, 'skipped')));
  const session = plan.sections[0].sessions.find(({ layers }) => layers.includes(bulk))!;
  // A session cannot be empty: there it stays, and is said.
  expect(session.layers).toHaveLength(1);
  expect(layerIn(none)).toEqual(bulk);
  expect(said(none)).toContainEqual(expect.stringMatching(/^plies: .* → left out$/));
});

test('a layer skipped whole is gone where its session has others', () => {
  const [one, two, ...rest] = view.sessions;
  const joined = planOf({ ...view, sessions: [{ ...one, layers: [...one.layers, ...two.layers] }, ...rest] });
  const own = stepsOfEvaluated(joined, cards, evaluateMold(joined, cards));
  const gone = own.filter((step) => step.kind === 'lay' && step.layerId === two.layers[0].id);
  const entries = gone.map(({ id, startMin }) => at(startMin, id, 'skipped'));
  const { plan: is } = asBuilt({ plan: joined, steps: own, entries, minuteOf, nowMin: 0 });
  expect(is.sections[0].sessions[0].layers.map(({ id }) => id)).toEqual(one.layers.map(({ id }) => id));
});

test('the shop’s air moves by the mean of what was read, from three tenths of a kelvin on', () => {
  const air = (tempC: number, minute = 600): StepEntry => at(minute, 'build', 'temperature', { at: 'air', tempC });
  const { climate } = built([air(17, 600), air(19, 720)]).plan.assumed;
  expect(climate.meanC).toBeCloseTo(18, 9);
  // Where it was read it is as read, and on the way from the one to the other between.
  expect(airAt(climate, 600)).toMatchObject({ tempC: expect.closeTo(17, 6) as number, from: 'measured' });
  expect(airAt(climate, 660)).toMatchObject({ tempC: expect.closeTo(18, 6) as number, from: 'measured' });
  expect(airAt(climate, 900)).toMatchObject({ tempC: expect.closeTo(18, 6) as number, from: 'assumed' });
  expect(said(built([air(18)]))).toEqual(['air: 20.0 °C over the day → 2.0 K colder, by 1 reading']);
  expect(built([air(19.71)]).changes).toEqual([]);
  expect(built([air(19.69)]).changes).toHaveLength(1);
});

describe('resin from its drum', () => {
  const [lay] = laySteps(second.id);
  const drum = (tempC: number, stepId = lay.id): StepEntry => at(lay.startMin - 5, stepId, 'temperature', { at: 'drum', tempC });
  const laid = (...readings: StepEntry[]): AsBuilt =>
    built([...readings, ...laidSession(first.id, 0), ...laidSession(second.id, 0)], second.startMin + 300);
  const resinC = ({ plan: { sections } }: AsBuilt): number | undefined => sections[0].sessions[1].resinC;

  test('is laid as warm as it was read, from three tenths of a kelvin on; of its own session', () => {
    expect(resinC(laid(drum(14)))).toBe(14);
    expect(said(laid(drum(14), drum(15)))).toContain('resin: 20.0 °C → 14.5 °C in its drum, by 2 readings');
    expect(resinC(laid(drum(20.2)))).toBeUndefined();
    expect(resinC(laid(drum(20.31)))).toBe(20.31);
    expect(resinC(laid(drum(14, laySteps(first.id)[0].id)))).toBeUndefined();
    expect(resinC(built([drum(14)], second.startMin - 10))).toBeUndefined();
  });

  test('cold it gels later than in the plan', () => {
    const gelS = (one: AsBuilt): number =>
      evaluateMold(one.plan, cards)[0].zones[0].evaluation.result.layers.filter(({ plug }) => !plug)[second.layers.length]?.gelS ?? NaN;
    expect(gelS(laid(drum(12)))).toBeGreaterThan(gelS(laid(drum(20))) + 60);
  });
});

test('who wrote at a session was at it, once each', () => {
  const [step] = laySteps(first.id);
  const { people } = built([at(1, step.id, 'started'), at(2, step.id, 'done', null, 'Cleo Tran'), at(3, step.id, 'started')]);
  expect(people.get(first.id)).toEqual(['Ada Marsh', 'Cleo Tran']);
});

test('side by side: a colder shop gels later and peaks lower, layer by layer', () => {
  const cold = built([at(600, 'build', 'temperature', { at: 'air', tempC: 17 })]);
  const rows = compareBuilt(planned, evaluateMold(cold.plan, cards), cards);
  expect(rows.map(({ layerId }) => layerId)).toEqual(plan.sections[0].sessions.flatMap(({ layers }) => layers.map(({ id }) => id)));
  for (const { planned: was, built: is } of rows) {
    expect(is!.peakC).toBeLessThan(was.peakC);
    if (was.gelMin !== null && is!.gelMin !== null) expect(is!.gelMin).toBeGreaterThan(was.gelMin);
  }
});

test('a forecast waits for three readings of a layer; a faster resin is seen in them', () => {
  const bulk = plan.sections[0].sessions.at(-1)!;
  const [layer] = bulk.layers;
  const nowMin = bulk.startMin + 60;
  const forecast = (entries: StepEntry[]) => forecastOnBench(plan, 'a', cards, { entries, minuteOf, nowMin });
  const tc = (minute: number, tempC: number): StepEntry =>
    at(bulk.startMin + minute, 'build', 'temperature', { at: 'thermocouple', tempC, layerId: layer.id, frac: 0.5 });
  const two = [tc(2, 20), tc(4, 20.2)];
  expect(forecast(two)).toBeNull();
  const calm = forecast([...two, tc(6, 20.3)])!;
  expect(calm.readings).toBe(3);
  expect(calm.layers.map(({ name }) => name)).toEqual(plan.sections[0].sessions.flatMap(({ layers }) => layers.map(({ name }) => name)));
  const fast = forecast(Array.from({ length: 28 }, (_, i) => tc(2 * i + 2, 20 + 0.02 * i ** 2)))!;
  const peak = (one: typeof calm): number => one.layers.at(-1)!.peakC.p50;
  expect(peak(fast)).toBeGreaterThan(peak(calm));
  expect(fast.layers.at(-1)!.peakC.p5).toBeLessThanOrEqual(peak(fast));
  // After now nothing is known yet.
  expect(forecast([...two, tc(90, 80)])).toBeNull();
});

describe('what still helps', () => {
  const hot = planOf({ ...view, climate: { ...view.climate, swingC: 0, meanC: 33 } });
  const sections = evaluateMold(hot, cards);
  const judge = (_section: unknown, zoneId: string, changed: (typeof sections)[number]['plan']) => {
    const [{ zones }] = evaluateMold(withSection(hot, 'a', changed), cards);
    return zones.find(({ id }) => id === zoneId)?.evaluation.verdicts ?? null;
  };
  const ahead = (begun: string[], nowMin = 0) => aheadOf(sections, cards, { begun: new Set(begun), nowMin }, judge);

  test('of what is to come only, and never a change of what is laid', () => {
    const free = ahead([]);
    expect(free.length).toBeGreaterThan(0);
    expect(free.some(({ helps }) => helps.length > 0)).toBe(true);
    const all = hot.sections[0].sessions.map(({ id }) => id);
    for (const { helps } of ahead(all))
      for (const { plan: after } of helps) expect(leavesLaidAlone(sections[0].plan, after, { begun: new Set(all), nowMin: 0 })).toBe(true);
    const count = (found: typeof free): number => found.reduce((sum, { helps }) => sum + helps.length, 0);
    expect(count(ahead(all))).toBeLessThan(count(free));
    // Once all is over nothing is ahead.
    expect(ahead([], hot.demolds[0].atMin + 1)).toEqual([]);
  });

  test('a session laid is left alone when it is there as it was, wherever it stands', () => {
    const { plan: before } = sections[0];
    const [one, two, ...rest] = before.sessions;
    const laid = (ids: string[], nowMin = 0) => ({ begun: new Set(ids), nowMin });
    expect(leavesLaidAlone(before, { ...before, sessions: [one, { ...two, startMin: two.startMin + 60 }, ...rest] }, laid([one.id]))).toBe(true);
    expect(leavesLaidAlone(before, { ...before, sessions: [one, { ...two, startMin: two.startMin + 60 }, ...rest] }, laid([two.id]))).toBe(false);
    // Nor is anything put into the past.
    const moved = { ...before, sessions: [one, { ...two, startMin: two.startMin - 30 }, ...rest] };
    expect(leavesLaidAlone(before, moved, laid([one.id], two.startMin - 30))).toBe(true);
    expect(leavesLaidAlone(before, moved, laid([one.id], two.startMin - 29))).toBe(false);
  });
});

test('thermocouples with enough readings are a record of their laminate, from when its session really began', () => {
  const index = plan.sections[0].sessions.length - 1;
  const bulk = plan.sections[0].sessions[index];
  const layer = bulk.layers.at(-1)!;
  const late = {
    ...plan,
    sections: [{ ...plan.sections[0], sessions: [...plan.sections[0].sessions.slice(0, -1), { ...bulk, startMin: bulk.startMin + 30 }] }],
  };
  const wire = (minute: number, frac = 0.5): StepEntry =>
    at(bulk.startMin + minute, 'build', 'temperature', { at: 'thermocouple', tempC: 20 + minute / 10, layerId: layer.id, frac });
  const minutes = Array.from({ length: LEAST_KEPT }, (_, i) => 30 + 5 * i);
  const kept = (lines: StepEntry[]) => keptReadings(late, cards, lines, minuteOf);
  expect(kept(minutes.slice(1).map((minute) => wire(minute)))).toEqual([]);
  const [record, ...others] = kept([wire(25), ...minutes.map((minute) => wire(minute)), wire(40, 0.95)]);
  expect(others).toEqual([]);
  expect(record).toMatchObject({ cardId: layer.cardId, layerName: layer.name, sessionIndex: index });
  expect(record.log.timeS.slice(0, 2)).toEqual([0, 300]);
  expect(record.log.tempC[0]).toBeCloseTo(23, 9);
  const whole = plan.sections[0].sessions.flatMap(({ layers }) => layers).reduce((sum, one) => sum + layerBuild(one, cards).thicknessM, 0);
  expect(record.heightM).toBeCloseTo(whole - layerBuild(layer, cards).thicknessM / 2, 9);
});
