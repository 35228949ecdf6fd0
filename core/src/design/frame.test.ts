import { evaluatePlan } from '../judging/evaluate-plan.js';
import { DEFAULT_DESIGN } from '../plan/parts/mold-design.js';
import { afterLast, cards, changed, school } from '../test-support/practice.js';
import { backingObjections, backingOf, earliestBacking } from './backing.js';

describe('frame', () => {
  const settles = (meanC: number, library = cards): { hours: number; before: boolean; waits: string } => {
    const plan = { ...school('staged', meanC), demoldMin: school('staged').demoldMin + 4 * 1440 };
    const time = earliestBacking(plan, evaluatePlan(plan, library).result, library);
    return {
      hours: (time?.earliestS ?? NaN) / 3600 - plan.sessions[4].startMin / 60,
      before: time?.beforeDemolding ?? false,
      waits: time?.waitsFor ?? '',
    };
  };

  test('at 20 °C it settles in days and says when; the colder the later', () => {
    const at20 = settles(20);
    expect(at20.hours).toBeGreaterThanOrEqual(24);
    expect(at20.hours).toBeLessThan(96);
    expect(settles(16).hours).toBeGreaterThan(at20.hours);
    expect(settles(26).hours).toBeLessThanOrEqual(at20.hours);
  });

  test('the sheet’s hours count even where it settles sooner', () => {
    const slow = settles(26, changed('iso_lam', { backingAfterH: 72 }));
    expect(slow.hours).toBeCloseTo(72, 6);
    expect(slow.waits).toBe('hours');
  });

  test('a shell that settles after demolding says so', () => {
    const plan = afterLast(school('epoxy', 16), 50);
    const time = earliestBacking(plan, evaluatePlan(plan, cards).result, cards);
    expect(time?.beforeDemolding).toBe(false);
    expect((time?.earliestS ?? 0) / 60).toBeGreaterThan(plan.demoldMin);
  });

  test('no frame, no time', () => {
    expect(DEFAULT_DESIGN.backing.kind).toBe('none');
  });
});

describe('a frame planned at a time', () => {
  const plan = { ...school('epoxy'), demoldMin: school('epoxy').demoldMin + 3 * 1440 };
  const framed = { ...plan, design: { ...DEFAULT_DESIGN, backing: { ...DEFAULT_DESIGN.backing, kind: 'wood' as const } } };
  const { result } = evaluatePlan(framed, cards);
  const time = backingOf(framed, result, cards);
  const earliestMin = (time?.earliestS ?? NaN) / 60;
  const planned = (bondMin: number | null, settles = time) =>
    backingObjections({ ...framed.design, backing: { ...framed.design.backing, bondMin } }, settles).map(({ id, level }) => `${level} ${id}`);

  test('just before the shell has settled it stops, from then on it does not', () => {
    expect(planned(earliestMin - 1)).toEqual(['stop frame-early']);
    expect(planned(earliestMin)).toEqual([]);
    expect(planned(null)).toEqual([]);
    expect(planned(0, null)).toEqual([]);
  });

  test('the reason says what it waits for and how long', () => {
    const [early] = backingObjections({ ...framed.design, backing: { ...framed.design.backing, bondMin: earliestMin - 600 } }, time);
    expect(early.why).toMatch(/settles 10 h later/);
    expect(early.why).toMatch(/still shrinks/);
    expect(early.remedy).toMatch(/soft strips/);
    const [never] = backingObjections(
      { ...framed.design, backing: { ...framed.design.backing, bondMin: 0 } },
      { earliestS: null, waitsFor: 'cooling', hours: 24, beforeDemolding: false },
    );
    expect(never.why).toMatch(/does not settle within two weeks.*still warm/);
    expect(never.remedy).toMatch(/after demolding/);
  });

  test('no frame, or a run that did not end, gives no time', () => {
    expect(backingOf(plan, result, cards)).toBeNull();
    expect(backingOf({ ...plan, design: DEFAULT_DESIGN }, result, cards)).toBeNull();
    expect(backingOf(framed, { ...result, status: 'diverged' }, cards)).toBeNull();
    expect(earliestBacking({ ...plan, sessions: [] }, result, cards)).toBeNull();
  });

  test('a card’s own cure is waited for, as far as the shop can bring it; the back must be cool', () => {
    const at = (library: typeof cards) => earliestBacking(framed, evaluatePlan(framed, library).result, library);
    const asked = at(changed('epoxy_slow', { backingCure: 0.99, backingAfterH: 1 }));
    expect(asked?.earliestS ?? Infinity).toBeGreaterThanOrEqual(time?.earliestS ?? 0);
    expect(asked?.earliestS).not.toBeNull();
    const hot = { ...school('low-profile', 22), demoldMin: school('low-profile').demoldMin };
    const early = earliestBacking(hot, evaluatePlan(hot, cards).result, changed('tooling_lp_1go', { backingAfterH: 1 }));
    expect(early?.waitsFor).toBeDefined();
  });
});
