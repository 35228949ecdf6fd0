import { byTwo } from '../test-support/by-two.js';
import { DEFAULT_MIX } from '../plan/parts/mix-plan.js';
import fc from 'fast-check';
import { evaluatePlan } from '../judging/evaluate-plan.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { changeLayer, moveSession, withPostCure } from '../plan/edit-plan.js';
import { DEFAULT_DESIGN } from '../plan/parts/mold-design.js';
import { DEFAULT_INTAKE } from '../plan/parts/plug-intake.js';
import { defaultRelease } from '../plan/parts/release-plan.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { planFromTemplate, stackTemplates } from '../plan/stack-templates.js';
import { releaseSchedule } from '../release/release-schedule.js';
import { laborGroupOf, laborGroups, laborOf, laminatingHours } from './labor.js';
import { stepsOf, workedOut } from './steps-of.js';
import { isWeekendAt } from '../shop-time/shop-clock.js';
import { fillAmounts } from '../units/amounts.js';
import type { Step } from './step.js';
import { startSpan } from '../windows/start-span.js';

const cards = cardLibrary();
const start = { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 90 } };
const low = byTwo(planFromTemplate('low-profile', start));
const of = (plan: SectionPlan): Step[] => stepsOf(plan, cards, workedOut(plan, cards, evaluatePlan(plan, cards)));
const ids = (steps: readonly Step[]): string[] => steps.map(({ id }) => id);
/** All sessions and the demolding so much later [min]. */
const shifted = (plan: SectionPlan, min: number): SectionPlan => ({
  ...plan,
  demoldMin: plan.demoldMin + min,
  sessions: plan.sessions.map((session) => ({ ...session, startMin: session.startMin + min })),
});
const byId = (steps: readonly Step[], id: string): Step => {
  const step = steps.find((one) => one.id === id);
  if (!step) throw new Error(`no step ${id}`);
  return step;
};
const released = { ...low, release: { ...defaultRelease(1), startMin: -1440 + 8 * 60 } };

test.each(stackTemplates.map(({ id }) => id))(
  'school %s: ids are unique, what a step waits for is there, and nothing ends before it begins',
  (id) => {
    const steps = of({ ...planFromTemplate(id, start), release: defaultRelease(1) });
    expect(new Set(ids(steps)).size).toBe(steps.length);
    const known = new Set(ids(steps));
    for (const step of steps) {
      for (const before of step.after) expect(known).toContain(before);
      expect(step.endMin).toBeGreaterThanOrEqual(step.startMin);
      expect(fillAmounts(step.order, 'us').length).toBeGreaterThan(3);
      expect(step.handsMin === 0 || step.people > 0).toBe(true);
    }
    expect(steps.map(({ startMin }) => startMin)).toEqual([...steps.map(({ startMin }) => startMin)].sort((a, b) => a - b));
  },
);

test('a mold’s whole way: plug, release, gate, each session with its joint, pots and plies, trim, demolding, commissioning', () => {
  const kinds = [...new Set(of(released).map(({ kind }) => kind))];
  expect(kinds).toEqual(
    expect.arrayContaining([
      'check',
      'clean',
      'coat',
      'film',
      'gate',
      'set up',
      'mix',
      'lay',
      'tack try',
      'prepare',
      'trim',
      'mark',
      'demold',
      'wash',
      'inspect',
      'scribe',
      'label',
      'commission',
    ]),
  );
  const plies = of(released).filter(({ layerId, kind }) => layerId === 'l3' && kind === 'lay');
  expect(plies.map(({ id }) => id)).toEqual([1, 2, 3, 4].map((n) => `session:s3:lay:l3:p${String(n)}`));
  expect(plies.map(({ startMin }) => startMin - released.sessions[2].startMin)).toEqual([0, 15, 30, 45]);
});

test('ids stay with what they are about when the plan changes around them', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 2 }), fc.integer({ min: 0, max: 40 }), (index, quarters) => {
      const moved = moveSession(released, index, released.sessions[index].startMin + quarters * 15);
      expect(new Set(ids(of(moved)).filter((id) => !id.endsWith(':trim')))).toEqual(new Set(ids(of(released)).filter((id) => !id.endsWith(':trim'))));
    }),
    { numRuns: 6 },
  );
  const fewer = changeLayer(released, 'l3', { laminate: { plies: 3, glassGsm: 450, resinToGlass: 2.5 } });
  const gone = ids(of(released)).filter((id) => !ids(of(fewer)).includes(id));
  expect(gone).toEqual(['session:s3:lay:l3:p4']);
});

test('release coats follow their schedule; nothing is laid before the gate; the first session waits for it', () => {
  const steps = of(released);
  const { timers, gateMin } = releaseSchedule(released, released.release, cards);
  expect(steps.filter(({ id }) => id.startsWith('release:plug'))).toHaveLength(timers.length);
  expect(byId(steps, 'release:gate')).toMatchObject({ startMin: gateMin, logs: ['signature', 'temperature'] });
  expect(byId(steps, 'release:gate').after).toHaveLength(timers.length);
  expect(byId(steps, 'session:s1:lay:l1:p1').after).toEqual(['session:s1:mix:l1', 'release:gate']);
  expect(ids(of(low)).some((id) => id.startsWith('release'))).toBe(false);
});

test('a joint is prepared or tried, and waits for its window', () => {
  const steps = of(low);
  const starts = evaluatePlan(low, cards).windows.map((window, i) => startSpan(window, low.sessions[i + 1], low, cards));
  const minutes = starts.map(({ opensS, closesS }) => ({ untilMin: (opensS ?? NaN) / 60, closesMin: closesS / 60 }));
  expect(byId(steps, 'session:s2:tack')).toMatchObject({
    kind: 'tack try',
    logs: ['tack'],
    waitsFor: { what: 'window', ...minutes[0] },
  });
  expect(byId(steps, 'session:s3:prepare')).toMatchObject({
    kind: 'prepare',
    handsMin: 15,
    endMin: low.sessions[2].startMin,
    caution: expect.stringMatching(/dust/) as string,
  });
  // What keys the next coat in is never too late; washing gives no key.
  const { untilMin } = minutes[1];
  const prepared = (by: 'abraded' | 'peel ply' | 'flock' | 'washed'): Step => byId(of(changeLayer(low, 'l3', { start: by })), 'session:s3:prepare');
  for (const by of ['abraded', 'peel ply', 'flock'] as const) expect(prepared(by).waitsFor).toEqual({ what: 'window', untilMin, closesMin: null });
  expect(prepared('washed').waitsFor).toMatchObject({ what: 'window', ...minutes[1] });
  expect(ids(steps)).not.toContain('session:s3:tack');
  expect(ids(of(changeLayer(low, 'l3', { start: 'tack' })))).toContain('session:s3:tack');
  expect(ids(steps)).not.toContain('session:s1:tack');
});

test('pots take resin and hardener by name; a coat logs its film, an infusion its leak test', () => {
  const steps = of(low);
  const mix = byId(steps, 'session:s1:mix:l1');
  expect(mix.uses.map(({ what }) => what)).toEqual(['Tooling gel coat, iso', 'MEK peroxide, standard']);
  expect(mix.uses[1].amount / mix.uses[0].amount).toBeCloseTo(0.02, 9);
  expect(byId(steps, 'session:s1:lay:l1:p1').logs).toEqual(['film', 'temperature']);
  expect(byId(steps, 'session:s3:lay:l3:p1').logs).toEqual(['done']);
  const infused = of(planFromTemplate('infused', start));
  expect(byId(infused, 'session:s3:mix:l3').after).toContain('session:s3:leak:l3');
});

test('an infusion: prepared, dry plies, bag, drop test, then resin, a night under vacuum, and its edge is sawn', () => {
  const plan = byTwo(planFromTemplate('infused', { ...start, areaM2: 1.2 }));
  const steps = of(plan);
  const s3 = 'session:s3';
  const dry = Array.from({ length: 8 }, (_, i) => `${s3}:dry:l3:p${String(i + 1)}`);
  const order = [`${s3}:prepare`, ...dry, `${s3}:bag:l3`, `${s3}:leak:l3`, `${s3}:mix:l3`, `${s3}:lay:l3:p1`, `${s3}:vacuum:l3`, `${s3}:trim`];
  const done = order.map((id) => byId(steps, id));
  done.slice(1).forEach((step, i) => {
    expect(step.startMin).toBeGreaterThanOrEqual(done[i].endMin - 1e-9);
  });
  for (const id of [...dry, `${s3}:bag:l3`]) {
    const { startMin, endMin } = byId(steps, id);
    const dayMin = Math.floor(startMin / 1440) * 1440;
    expect(startMin).toBeGreaterThanOrEqual(dayMin + plan.hours.opensHour * 60);
    expect(endMin).toBeLessThanOrEqual(dayMin + plan.hours.closesHour * 60);
    expect(startMin).toBeGreaterThan(byId(steps, 'session:s2:lay:l2:p1').endMin);
  }
  expect(ids(steps)).not.toContain(`${s3}:lay:l3:p2`);
  expect(byId(steps, `${s3}:lay:l3:p1`)).toMatchObject({ kind: 'lay', startMin: plan.sessions[2].startMin, after: [`${s3}:mix:l3`] });
  expect(byId(steps, `${s3}:mix:l3`).after).toEqual([`${s3}:leak:l3`]);
  const vacuum = byId(steps, `${s3}:vacuum:l3`);
  expect(vacuum).toMatchObject({ kind: 'vacuum', people: 0, handsMin: 0 });
  expect((vacuum.endMin % 1440) / 60).toBe(plan.hours.opensHour);
  expect(byId(steps, `${s3}:trim`).kind).toBe('saw');
  expect(dry.map((id) => laborGroupOf(byId(steps, id)))).toEqual(new Array(8).fill('lay'));
  // Cloth is taken by the dry plies, resin by the filling.
  expect(byId(steps, dry[0]).uses.map(({ unit }) => unit)).toEqual(['m²']);
  expect(byId(steps, `${s3}:lay:l3:p1`).uses.map(({ unit }) => unit)).toEqual(['g']);
});

test('dough is pressed on and probed; a mat with its fabric is rolled', () => {
  const dough = of(planFromTemplate('pu-dough', start)).filter(({ kind, layerId }) => kind === 'lay' && layerId === 'l2');
  expect(dough.length).toBeGreaterThan(0);
  for (const { logs, order } of dough) {
    expect(logs).toEqual(['done', 'thickness']);
    expect(fillAmounts(order, 'metric')).toMatch(/fiber weighed/);
  }
  const mat = byId(of(low), 'session:s3:lay:l3:p1');
  expect(mat.logs).toEqual(['done']);
  expect(fillAmounts(mat.order, 'metric')).toMatch(/roll/);
});

test('frame, holes and marks come before demolding, the oven before it too', () => {
  const design = {
    ...DEFAULT_DESIGN,
    sections: [
      { id: 'a', name: 'A' },
      { id: 'b', name: 'B' },
    ],
    partings: [{ id: 'keel', name: 'Keel', firstSectionId: 'a', secondSectionId: 'b', lengthMm: 1000 }],
    backing: { ...DEFAULT_DESIGN.backing, kind: 'steel' as const },
  };
  const plan = withPostCure(
    { ...low, design, intake: { ...DEFAULT_INTAKE, hand: 'left' as const } },
    { startMin: low.sessions[2].startMin + 1440, rampKPerH: 10, holdC: 45, holdMin: 600 },
  );
  const steps = of(plan);
  expect(byId(steps, 'drill:keel')).toMatchObject({ handsMin: 20, endMin: plan.demoldMin, caution: expect.stringMatching(/Drilling/) as string });
  expect(fillAmounts(byId(steps, 'mark').order, 'metric')).toMatch(/LEFT/);
  expect(byId(steps, 'frame').waitsFor?.what).toBe('cure');
  const oven = ['ramp', 'hold', 'cool'].map((part) => byId(steps, `oven:${part}`));
  expect(oven.every(({ place }) => place === 'oven')).toBe(true);
  expect(oven[0].endMin).toBe(oven[1].startMin);
  expect(oven[1].endMin - oven[1].startMin).toBeCloseTo(600, 6);
  expect(oven[2].endMin).toBeLessThanOrEqual(plan.demoldMin);
  expect(byId(steps, 'demold').after).toEqual(['mark', 'oven:cool']);
});

test('checks of the plug are planned backwards with their waits, and stand where they were done', () => {
  const painted = { ...released, plug: { ...released.plug, surfaces: ['primer_two_pack'] } };
  const wait = byId(of(painted), 'plug:wait-primer_two_pack');
  expect(wait.endMin + wait.waitMin).toBeLessThanOrEqual(released.release.startMin);
  const done = { ...painted, intake: { ...DEFAULT_INTAKE, done: [{ id: 'wash', doneMin: -5000, by: 'Ada' }] } };
  expect(byId(of(done), 'plug:wash').endMin).toBe(-5000);
});

test.each([
  ['primer_two_pack', 24],
  ['paint_fresh_pu', 120],
])('%s is through before the surface is sanded or washed', (surface, waitH) => {
  const rough = { ...DEFAULT_INTAKE, coarsestGrit: 240, finish: 'gloss' as const };
  const painted = { ...released, intake: rough, plug: { ...released.plug, surfaces: [surface] } };
  const throughMin = (steps: readonly Step[]): number => {
    const on = byId(steps, `plug:wait-${surface}`);
    return on.endMin + on.waitMin;
  };
  const sanded = of(painted);
  expect(byId(sanded, `plug:wait-${surface}`).waitMin).toBe(waitH * 60);
  expect(byId(sanded, 'plug:finish').startMin).toBeGreaterThanOrEqual(throughMin(sanded));
  const fine = of({ ...painted, intake: { ...rough, coarsestGrit: 2000, finish: 'satin' as const } });
  expect(fine.some(({ id }) => id === 'plug:finish')).toBe(false);
  expect(byId(fine, 'plug:wash').startMin).toBeGreaterThanOrEqual(throughMin(fine));
  // Already sanded and ticked: only what is still to come waits.
  const ticked = of({ ...painted, intake: { ...rough, done: [{ id: 'finish', doneMin: -9000, by: 'Ada' }] } });
  expect(byId(ticked, 'plug:wash').startMin).toBeGreaterThanOrEqual(throughMin(ticked));
});

test('an edge that is green while the shop is closed is sawn as it opens; one that is green over the opening is cut then', () => {
  const epoxy = byTwo(planFromTemplate('epoxy', start));
  const session = epoxy.sessions[2];
  const edgeOf = (plan: SectionPlan): Step => byId(of(plan), `session:${session.id}:trim`);
  const opensAt = (startMin: number): number => (startMin - epoxy.hours.opensHour * 60) % 1440;
  const night = edgeOf(epoxy);
  expect(night).toMatchObject({ kind: 'saw', caution: expect.stringMatching(/respirator/) as string });
  expect(opensAt(night.startMin)).toBe(0);
  const evaluation = evaluatePlan(epoxy, cards);
  const trim = evaluation.windows.find(({ belowSession }) => belowSession === 2)?.trim;
  const [fromMin, untilMin] = [(trim?.fromS ?? NaN) / 60, (trim?.untilS ?? NaN) / 60];
  expect(night.startMin).toBeGreaterThan(untilMin);
  expect(laborGroupOf(night)).toBe('joints and trim');
  // Somebody who begins just before its end still cuts it green.
  const untilHour = Math.floor((untilMin % 1440) / 60);
  const early = edgeOf({ ...epoxy, hours: { ...epoxy.hours, opensHour: untilHour } });
  expect(early.kind).toBe('trim');
  expect(early.startMin).toBeGreaterThan(fromMin);
  expect(early.endMin).toBeCloseTo(untilMin, 6);
  expect(edgeOf({ ...epoxy, hours: { ...epoxy.hours, opensHour: untilHour + 1 } }).kind).toBe('saw');
});

test('a frame is bonded, and what dried overnight is tested, while somebody is there', () => {
  const framed = {
    ...low,
    design: { ...DEFAULT_DESIGN, backing: { ...DEFAULT_DESIGN.backing, kind: 'wood' as const } },
    demoldMin: low.demoldMin + 7 * 1440,
  };
  const earliestMin = (shift: number): number => byId(of(shifted(framed, shift)), 'frame').waitsFor?.untilMin ?? NaN;
  // Laid on a Friday, it may be bonded on Saturday: it is on Monday.
  for (let days = 0; days < 7; days++) {
    const plan = shifted(framed, days * 1440);
    const frame = byId(of(plan), 'frame');
    expect(frame.startMin).toBeGreaterThanOrEqual(earliestMin(days * 1440));
    expect(isWeekendAt(plan.startDate, frame.startMin)).toBe(false);
    expect((frame.startMin % 1440) / 60).toBeGreaterThanOrEqual(plan.hours.opensHour);
    for (const id of ['commission:gate', 'commission']) expect((byId(of(plan), id).endMin % 1440) / 60).toBeLessThanOrEqual(plan.hours.closesHour);
  }
  // Where it comes off on Sunday, waiting for Monday helps nobody.
  const saturday = [0, 1, 2, 3, 4, 5, 6].find((days) => isWeekendAt(framed.startDate, earliestMin(days * 1440)));
  const soon = shifted(framed, (saturday ?? NaN) * 1440);
  const off = { ...soon, demoldMin: earliestMin((saturday ?? NaN) * 1440) + 600 };
  expect(byId(of(off), 'frame').startMin).toBe(byId(of(off), 'frame').waitsFor?.untilMin);
});

test('the gate is stood at in the shop’s hours, once all is dry, and still before gel coat where there is time', () => {
  for (let shift = 0; shift < 1440; shift += 90) {
    const { release, sessions } = released;
    const plan = { ...released, release: { ...release, startMin: release.startMin - shift } };
    const gate = byId(of(plan), 'release:gate');
    const { gateMin } = releaseSchedule(plan, plan.release, cards);
    expect(gate.startMin).toBeGreaterThanOrEqual(gateMin);
    const hour = (((gate.startMin % 1440) + 1440) % 1440) / 60;
    if (gate.startMin > gateMin) expect(hour).toBeGreaterThanOrEqual(plan.hours.opensHour);
    if (gateMin + 15 <= sessions[0].startMin) expect(gate.endMin).toBeLessThanOrEqual(sessions[0].startMin);
  }
  // Dry after closing, and gel coat right after it: the gate is before gel coat all the same.
  const { hours, release } = released;
  const closing = [10, 11, 12, 13, 14, 15, 16, 17, 18].map((closesHour) => ({ ...released, hours: { ...hours, closesHour } }));
  const dry = (plan: SectionPlan): number => releaseSchedule(plan, release, cards).gateMin;
  const evening = closing.filter((plan) => (((dry(plan) % 1440) + 1440) % 1440) / 60 > plan.hours.closesHour);
  expect(evening.length).toBeGreaterThan(0);
  for (const plan of evening) {
    const soon = shifted(plan, dry(plan) + 20 - plan.sessions[0].startMin);
    expect(byId(of(soon), 'release:gate')).toMatchObject({ startMin: dry(plan) + 5, endMin: dry(plan) + 20 });
  }
});

test('who does a step: those named for its session, else for the build; where nobody stands, nobody', () => {
  const crew = ['Ada', 'Cleo', 'Finn'];
  const named = {
    ...released,
    mix: { ...DEFAULT_MIX, crew },
    sessions: low.sessions.map((session, i) => (i === 2 ? { ...session, who: ['Finn'] } : session)),
  };
  const steps = of(named);
  const whoOf = (id: string): readonly string[] | undefined => steps.find((step) => step.id === id)?.who;
  expect(whoOf('session:s3:lay:l3:p1')).toEqual(['Finn']);
  expect(whoOf('session:s2:lay:l2:p1')).toEqual(crew);
  expect(whoOf('release:gate')).toEqual(crew);
  for (const { people, who } of steps) if (people === 0) expect(who).toEqual([]);
  expect(of(released).every(({ who }) => who.length === 0)).toBe(true);
  // One who is named alone is one.
  expect(steps.find(({ id }) => id === 'session:s3:lay:l3:p1')!.people).toBe(1);
});

test.each(stackTemplates.map(({ id }) => id))('school %s: hours by kind of work are the minutes of all steps', (id) => {
  const steps = of({ ...planFromTemplate(id, start), release: defaultRelease(1) });
  const all = steps.reduce((sum, { handsMin }) => sum + handsMin, 0) / 60;
  expect([...laborOf(steps).values()].reduce((sum, hours) => sum + hours, 0)).toBeCloseTo(all, 9);
  expect([...laborOf(steps).keys()]).toEqual([...laborGroups]);
  expect(laminatingHours(steps)).toBeLessThan(all);
});

test('a ply of a mat over a square meter is a quarter of an hour of two; four plies on 0.3 m² are no eight minutes', () => {
  const minutes = (plan: SectionPlan): number =>
    of(plan)
      .filter(({ layerId, kind }) => layerId === 'l3' && kind === 'lay')
      .reduce((sum, { handsMin }) => sum + handsMin, 0) / 2;
  expect(minutes(low)).toBeCloseTo(60, 9);
  const small = of({ ...low, areaM2: 0.3 }).filter(({ sessionId }) => sessionId === 's3');
  // 6 min a ply at least, a pot, setting up and cleaning.
  expect(minutes({ ...low, areaM2: 0.3 })).toBeCloseTo(4 * 6, 9);
  expect(laborOf(small).get('set up and clean')).toBeCloseTo(1, 9);
  expect(minutes({ ...low, areaM2: 0.5 })).toBeCloseTo(4 * 7.5, 9);
});

test.each<[string, string]>([
  ['plug:wash', 'plug'],
  ['release:plug:wax:1', 'release'],
  ['release:gate', 'release'],
  ['session:s1:setup', 'set up and clean'],
  ['session:s1:clean', 'set up and clean'],
  ['session:s1:mix:l1', 'mix'],
  ['session:s3:prepare', 'joints and trim'],
  ['session:s2:tack', 'joints and trim'],
  ['mark', 'split and frame'],
  ['demold', 'off the plug'],
  ['commission', 'off the plug'],
])('%s is work on %s', (id, group) => {
  expect(laborGroupOf(byId(of(released), id))).toBe(group);
});

test('where places laid first and last are apart, a window is told for both; all at once it is one', () => {
  const base = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 90 } });
  const of = (plan: SectionPlan) =>
    stepsOf(plan, cards, workedOut(plan, cards, evaluatePlan(plan, cards))).find(({ kind, waitsFor }) => kind === 'tack try' && waitsFor !== null)!
      .waitsFor!;
  const { places, untilMin, closesMin } = of(base);
  const [first, last] = places!;
  expect(last.closesMin).toBeGreaterThan(first.closesMin + 3);
  expect([first, last].some((place) => place.untilMin === untilMin && place.closesMin === closesMin)).toBe(true);
  const atOnce = { ...base, sessions: base.sessions.map((session) => ({ ...session, plyMin: 0 })) };
  expect(of(atOnce).places).toBeUndefined();
});
