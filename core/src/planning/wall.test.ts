import { cardLibrary } from '../plan/built-in-library.js';
import { planOf } from '../plan/lift-plan.js';
import { withPostCure } from '../plan/edit-plan.js';
import type { PlanDocument } from '../plan/plan-document.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { defaultRelease } from '../plan/parts/release-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { usualShop, type ShopCalendar, type ShopPerson } from '../shop/shop-calendar.js';
import { DAY_MIN, dateOf, dayNumber } from '../shop-time/shop-clock.js';
import { standingOf } from './benches.js';
import { conflictsOn } from './wall-conflicts.js';
import { isWorkOf, sessionMoved, wallOf, type WallSpan } from './wall.js';

const cards = cardLibrary();
const view = (change: Partial<SectionPlan> = {}): SectionPlan => ({
  ...planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } }),
  ...change,
});
const plan = planOf(view());
const on = (...plans: PlanDocument[]): WallSpan[] =>
  wallOf(
    plans.map((one, i) => ({ id: `b${String(i)}`, name: `Build ${String(i)}`, plan: one })),
    cards,
  );
const person = (name: string, change: Partial<ShopPerson> = {}): ShopPerson => ({ id: name, name, skills: [], absent: [], ...change });
const shop = (change: Partial<ShopCalendar> = {}): ShopCalendar => ({ ...usualShop(), ...change });
const kinds = (spans: readonly WallSpan[], of: ShopCalendar): string[] => [...new Set(conflictsOn(spans, of).map(({ id }) => id.split(' ')[0]))];

test('sessions with setting up and cleaning, and demolding, by the shop’s clock', () => {
  const spans = on(plan);
  expect(spans.map(({ kind }) => kind)).toEqual(['session', 'session', 'session', 'session', 'session', 'demolding']);
  const [first] = spans;
  expect(first.fromMin).toBe(dayNumber('2026-11-30') * DAY_MIN + 8 * 60 - 20);
  expect(first.toMin).toBeGreaterThan(first.fromMin + 35);
  expect(first.people).toBe(2);
});

test('coats of release, of the same step twice too, each under a key of its own', () => {
  const released = planOf(view({ release: defaultRelease(1) }));
  const ids = on(released).map(({ id }) => id);
  expect(on(released).filter(({ kind }) => kind === 'release').length).toBeGreaterThan(3);
  expect(new Set(ids).size).toBe(ids.length);
});

test('hands at a dry stack stand on the wall too, on the days they are at it, and ask for who has learned infusion', () => {
  const infused = planOf(
    planFromTemplate('infused', { startDate: '2026-11-30', areaM2: 1.8, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 90 } }),
  );
  const dry = on(infused).filter(({ what }) => what.endsWith('dry stack'));
  // Plies on the first day until closing, bag and drop test in the next morning.
  expect(dry).toHaveLength(2);
  expect(new Set(on(infused).map(({ id }) => id)).size).toBe(on(infused).length);
  const letIn = on(infused).find(({ what }) => what === 'Infusion');
  for (const { people, skill, sessionId, fromMin, toMin } of dry) {
    expect({ people, skill, sessionId }).toEqual({ people: 2, skill: 'infusion', sessionId: null });
    expect(toMin).toBeGreaterThan(fromMin);
    expect(toMin).toBeLessThanOrEqual(letIn?.toMin ?? NaN);
  }
  expect(dateOf(Math.floor(dry[0].fromMin / DAY_MIN))).toBe('2026-11-30');
  expect(dateOf(Math.floor(dry[1].fromMin / DAY_MIN))).toBe('2026-12-01');
  expect(on(plan).some(({ what }) => what.endsWith('dry stack'))).toBe(false);
});

test('within the hours, with people enough, nothing is wrong; on a closed day something is', () => {
  expect(conflictsOn(on(plan), shop({ people: [person('a'), person('b')] }))).toEqual([]);
  expect(kinds(on(plan), shop({ closed: [{ from: '2026-12-01', to: '2026-12-01', why: '' }] }))).toEqual(['hours']);
  expect(conflictsOn([], shop())).toEqual([]);
});

test('two builds at the same hours want four people: three are too few, four are enough', () => {
  const people = ['a', 'b', 'c', 'd'].map((name) => person(name));
  expect(kinds(on(plan, plan), shop({ people: people.slice(0, 3) }))).toEqual(['people']);
  expect(kinds(on(plan, plan), shop({ people }))).toEqual([]);
});

test('who is named cannot be at two places, nor be away', () => {
  const crewed = planOf(
    view({
      mix: { people: 2, crew: ['a', 'b'], containersG: [1000], fillShare: 0.8, potShare: 0.5, measure: 'weight', scaleG: 1, gunKgPerMin: 0.6 },
    }),
  );
  const people = ['a', 'b', 'c', 'd'].map((name) => person(name));
  expect(kinds(on(crewed), shop({ people }))).toEqual([]);
  expect(kinds(on(crewed, crewed), shop({ people }))).toEqual(['twice']);
  const away = people.map((one) => (one.name === 'a' ? { ...one, absent: [{ from: '2026-12-02', to: '2026-12-02', why: 'ill' }] } : one));
  expect(conflictsOn(on(crewed), shop({ people: away })).map(({ words }) => words)).toEqual(['a is not there: Build 0, Bulk 2']);
});

test('a mold stands at a bench until it is off the plug: two benches hold two, not three; in the oven it stands at none', () => {
  const people = Array.from({ length: 8 }, (_, i) => person(String(i)));
  const benches = (count: number): ShopCalendar['places'] =>
    Array.from({ length: count }, (_, i) => ({ id: String(i), name: String(i), kind: 'bench' as const }));
  const after = (days: number): PlanDocument => ({ ...plan, startDate: dateOf(dayNumber(plan.startDate) + days) });
  const stands = Math.ceil(plan.demolds[0].atMin / DAY_MIN);
  const at = (count: number, ...plans: PlanDocument[]): string[] => kinds(on(...plans), shop({ places: benches(count), people }));
  expect(at(2, plan, after(1))).not.toContain('bench');
  expect(at(2, plan, after(1), after(2))).toContain('bench');
  expect(at(3, plan, after(1), after(2))).not.toContain('bench');
  expect(at(0, plan, after(1), after(2))).not.toContain('bench');
  expect(at(1, plan, after(stands - 1))).toContain('bench');
  expect(at(1, plan, after(stands))).not.toContain('bench');
  expect(conflictsOn(on(plan, after(1)), shop({ places: benches(1), people })).find(({ id }) => id.startsWith('bench'))?.words).toBe(
    '2 molds at one bench: Build 0 · Build 1',
  );
  const last = Math.max(...plan.sections[0].sessions.map(({ startMin }) => startMin));
  const cured = planOf(
    withPostCure(view({ demoldMin: 12 * DAY_MIN + 600 }), { startMin: last + DAY_MIN, rampKPerH: 10, holdC: 60, holdMin: 5 * DAY_MIN }),
  );
  const inOven = standingOf(on(cured));
  expect(inOven).toHaveLength(2);
  expect(inOven[1].fromMin - inOven[0].toMin).toBeGreaterThan(5 * DAY_MIN);
});

test('one oven takes one mold at a time, and must get hot enough', () => {
  const oven = (startMin: number, holdC = 60): PlanDocument => planOf(withPostCure(view(), { startMin, rampKPerH: 10, holdC, holdMin: 600 }));
  const start = 3 * DAY_MIN + 480;
  const one: ShopCalendar['places'] = [{ id: 'o', name: 'Oven', kind: 'oven', highestC: 60 }];
  const people = Array.from({ length: 6 }, (_, i) => person(String(i)));
  const later = { ...oven(start + 2 * DAY_MIN), startDate: '2026-12-01' };
  expect(kinds(on(oven(start)), shop({ places: one, people }))).not.toContain('oven');
  expect(kinds(on(oven(start), oven(start + 60)), shop({ places: one, people }))).toContain('oven');
  expect(kinds(on(oven(start), oven(start + 60)), shop({ places: [...one, { ...one[0], id: 'p' }], people }))).not.toContain('oven');
  expect(kinds(on(oven(start), later), shop({ places: one, people }))).not.toContain('oven');
  expect(kinds(on(oven(start, 61)), shop({ places: one, people }))).toContain('heat');
  expect(kinds(on(oven(start, 60)), shop({ places: one, people }))).not.toContain('heat');
});

describe('what a build asks of people and places', () => {
  const can = (...skills: ShopPerson['skills']): ShopPerson[] => [person('a', { skills }), person('b', { skills: ['joinery'] })];
  test('a coat wants one who has learned gel coat, plies one who has learned laminating; where nothing is said, nothing is asked', () => {
    expect(on(plan).map(({ skill }) => skill)).toEqual(['gel coat', 'gel coat', 'laminating', 'laminating', 'laminating', null]);
    expect(kinds(on(plan), shop({ people: can('gel coat', 'laminating') }))).toEqual([]);
    expect(conflictsOn(on(plan), shop({ people: can('laminating') })).map(({ words }) => words)).toEqual(
      on(plan)
        .slice(0, 2)
        .map(({ what }) => `Build 0, ${what}: nobody there has learned gel coat`),
    );
    expect(kinds(on(plan), shop({ people: [person('a'), person('b')] }))).toEqual([]);
  });

  test('of those who are named one must have learned it, though others have', () => {
    const named = on(plan).map((span) => ({ ...span, who: span.kind === 'session' ? ['b'] : [] }));
    expect(conflictsOn(named.slice(0, 1), shop({ people: can('gel coat') })).map(({ words }) => words)).toEqual([
      `Build 0, ${named[0].what}: none of b has learned gel coat`,
    ]);
  });

  const booth = (count: number, lengthMm?: number): ShopCalendar =>
    shop({ places: Array.from({ length: count }, (_, i) => ({ id: `p${String(i)}`, name: 'Booth', kind: 'booth' as const, lengthMm })) });
  const sprayed = (...plans: PlanDocument[]): WallSpan[] => on(...plans).map((span) => ({ ...span, sprayed: span.kind === 'session' }));

  test('two sprayed at once want two booths; what is brushed wants none', () => {
    expect(kinds(sprayed(plan, plan), booth(1))).toEqual(['booth']);
    expect(kinds(sprayed(plan, plan), booth(2))).toEqual([]);
    expect(kinds(sprayed(plan, plan), booth(0))).toEqual([]);
    expect(kinds(on(plan, plan), booth(1))).toEqual([]);
    const gun = planOf(
      view({
        sessions: view().sessions.map((session, i) => ({
          ...session,
          layers: session.layers.map((layer) => (i > 0 ? layer : { ...layer, application: { method: 'cup gun' as const, passes: 3, color: '' } })),
        })),
      }),
    );
    expect(on(gun).map((span) => span.sprayed)).toEqual([true, false, false, false, false, false]);
  });

  test('a mold as long as the booth goes in, one longer does not; whose length nobody said is not judged', () => {
    const long = (longestMm: number | null): WallSpan[] => sprayed(plan).map((span) => ({ ...span, longestMm }));
    expect(kinds(long(2000), booth(1, 2000))).toEqual([]);
    expect(kinds(long(2001), booth(1, 2000))).toEqual(['size']);
    expect(kinds(long(null), booth(1, 2000))).toEqual([]);
    expect(kinds(long(9000), booth(1))).toEqual([]);
  });

  test('work is of who is named for it, else of the crew; an oven is nobody’s', () => {
    const [first] = on(plan).map((span) => ({ ...span, crew: ['a', 'b'] }));
    expect(isWorkOf(first, 'a')).toBe(true);
    expect(isWorkOf({ ...first, who: ['b'] }, 'a')).toBe(false);
    expect(isWorkOf({ ...first, who: ['b'] }, 'b')).toBe(true);
    expect(isWorkOf({ ...first, people: 0 }, 'a')).toBe(false);
  });
});

test('one session moved: those before it stay, those after it are pushed only where they must be', () => {
  const starts = (of: PlanDocument | null): number[] => of?.sections[0].sessions.map(({ startMin }) => startMin) ?? [];
  const before = starts(plan);
  const { id } = plan.sections[0].sessions[1];
  expect(starts(sessionMoved(plan, id, 30))).toEqual(before.map((at, i) => (i === 1 ? at + 30 : at)));
  expect(starts(sessionMoved(plan, id, -30))).toEqual(before.map((at, i) => (i === 1 ? at - 30 : at)));
  const far = starts(sessionMoved(plan, id, 10 * DAY_MIN));
  expect(far[0]).toBe(before[0]);
  expect(far[2]).toBeGreaterThan(far[1]);
  expect(sessionMoved(plan, 'nobody', 30)).toBeNull();
  expect(on(plan).map(({ sessionId }) => sessionId)).toEqual([...plan.sections[0].sessions.map((session) => session.id), null]);
});
