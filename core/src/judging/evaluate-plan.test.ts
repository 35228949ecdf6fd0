import type { GrowthCase } from '../growth/growth-case.js';
import { planToCase } from '../plan/plan-to-case.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { planOf } from '../plan/lift-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import type { JointWindow } from '../windows/joint-window.js';
import { evaluateMold, type SectionEvaluation } from './evaluate-mold.js';
import { arePlacesApart, evaluatePlan, judgePlan, worseOf, type PlanEvaluation } from './evaluate-plan.js';
import { gelTimes } from './gel-times.js';
import { aroundMold, worstAmong, worstOfSections } from './worst-of-plan.js';
import type { Verdict, VerdictLevel } from './verdicts/verdict.js';
import { windowId } from './verdicts/window-verdicts.js';

const cards = cardLibrary();
const plan = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
const evaluation = evaluatePlan(plan, cards);
const verdict = (id: string, level: VerdictLevel, margin: number): Verdict => ({ ...evaluation.verdicts[0], id, level, margin });
const [joint] = evaluation.windows;

describe('of two places the worse', () => {
  const worse = (first: Verdict, last: Verdict): Verdict =>
    worseOf(plan, { windows: [], verdicts: [first] }, { windows: [], verdicts: [last] }).verdicts[0];
  test.each<[string, [VerdictLevel, number], [VerdictLevel, number], 'last' | undefined]>([
    ['a worse level, whatever the margin', ['ok', 1], ['care', 5], 'last'],
    ['a better level, whatever the margin', ['care', 5], ['ok', 1], undefined],
    ['the same level, less margin', ['ok', 5], ['ok', 4.9], 'last'],
    ['the same level, more margin', ['ok', 5], ['ok', 5.1], undefined],
    ['both alike', ['ok', 5], ['ok', 5], undefined],
  ])('%s', (_what, first, last, place) => {
    const found = worse(verdict('x', ...first), verdict('x', ...last));
    expect(found.place).toBe(place);
    expect([found.level, found.margin]).toEqual(place === 'last' ? last : first);
  });

  test('a limit that only one place has stands, and which place that is', () => {
    const { verdicts } = worseOf(plan, { windows: [], verdicts: [verdict('a', 'ok', 2)] }, { windows: [], verdicts: [verdict('b', 'ok', 1)] });
    expect(verdicts.map(({ id, place }) => [id, place])).toEqual([
      ['b', 'last'],
      ['a', undefined],
    ]);
  });

  test('the worst first: by level, then by margin', () => {
    const first = [verdict('a', 'ok', 3), verdict('b', 'stop', 9), verdict('c', 'ok', 1)];
    expect(worseOf(plan, { windows: [], verdicts: first }, { windows: [], verdicts: [] }).verdicts.map(({ id }) => id)).toEqual(['b', 'c', 'a']);
  });

  const moved = (opensS: number, closesS: number, belowSession = 0): JointWindow => ({ ...joint, belowSession, opensS, closesS });
  const id = windowId(plan, joint);
  const windows = (first: Verdict, last: Verdict, other: JointWindow[]): readonly JointWindow[] =>
    worseOf(
      plan,
      { windows: [moved(10, 20)], verdicts: [verdict('z', 'stop', 0), first] },
      { windows: other, verdicts: [verdict('z', 'stop', -1), last] },
    ).windows;

  test('a window is that of the place that decides, and says both', () => {
    const places = { first: { opensS: 10, closesS: 20 }, last: { opensS: 12, closesS: 22 } };
    expect(windows(verdict(id, 'ok', 5), verdict(id, 'care', 5), [moved(12, 22)])).toEqual([{ ...moved(12, 22), places }]);
    expect(windows(verdict(id, 'care', 5), verdict(id, 'ok', 5), [moved(12, 22)])).toEqual([{ ...moved(10, 20), places }]);
    // Nothing is said of this window at all: it stays the first's.
    expect(windows(verdict('y', 'ok', 5), verdict('y', 'care', 5), [moved(12, 22)])).toEqual([{ ...moved(10, 20), places }]);
  });

  test('a window that the last place does not have stays as it is', () => {
    expect(windows(verdict(id, 'ok', 5), verdict(id, 'care', 5), [moved(12, 22, 3)])).toEqual([moved(10, 20)]);
  });
});

test('places are apart where any session arrives at another time, and only then', () => {
  const first = planToCase(plan, cards, 'first');
  const last = planToCase(plan, cards, 'last');
  expect(arePlacesApart(first, first)).toBe(false);
  expect(arePlacesApart(first, last)).toBe(true);
  const oneApart: GrowthCase = { ...first, sessions: first.sessions.map((session, i) => (i === 1 ? last.sessions[1] : session)) };
  expect(arePlacesApart(first, oneApart)).toBe(true);
});

test('a run that did not come to an end has no windows and no verdicts', () => {
  const failed = evaluatePlan(plan, cards, { maxSteps: 3 });
  expect(failed.result.status).not.toBe('converged');
  expect(failed).toMatchObject({ windows: [], verdicts: [], distortion: null, trim: null });
});

test('a session of nothing has no joint above it; a resin of a fixed ratio no catalyst', () => {
  const bare = { ...plan, sessions: plan.sessions.map((session, i) => (i === 1 ? { ...session, layers: [] } : session)) };
  expect(judgePlan({ ...bare }, cards, evaluation.result).windows.map(({ belowSession }) => belowSession)).not.toContain(1);
});

describe('when layers gel', () => {
  const times = gelTimes(plan, evaluation);
  const laid = evaluation.result.layers.filter(({ plug }) => !plug);
  const ids = plan.sessions.flatMap(({ layers }) => layers.map(({ id }) => id));
  test('each from when it is laid', () => {
    expect([...times.keys()]).toEqual(ids);
    const starts = plan.sessions.flatMap(({ layers, startMin }) => layers.map(() => startMin * 60));
    expect([...times.values()]).toEqual(laid.map(({ gelS }, i) => (gelS ?? NaN) - starts[i]));
  });
  test('one that does not gel, or was never laid, has no time', () => {
    const layers = evaluation.result.layers.map((layer) => (layer === laid[1] ? { ...layer, gelS: null } : layer)).slice(0, -1);
    expect([...gelTimes(plan, { result: { ...evaluation.result, layers } }).keys()]).toEqual(ids.filter((_, i) => i !== 1 && i !== ids.length - 1));
  });
});

describe('the worst of a mold', () => {
  const mold = planOf(plan);
  const [section] = evaluateMold(mold, cards);
  const around = aroundMold([section], cards, []);
  const worst = (sections: readonly SectionEvaluation[], of = mold) => worstOfSections(of, cards, sections, around);

  test('is that of its limits and rules, in whatever order they stand', () => {
    const some = (...levels: VerdictLevel[]): SectionEvaluation => ({
      ...section,
      verdicts: levels.map((level, i) => ({ ...verdict(String(i), level, 1), kind: 'layer-peak' })),
    });
    expect(worst([some('ok', 'stop', 'care')])?.level).toBe('stop');
    expect(worst([some('ok', 'ok'), some('care', 'stop')])?.level).toBe('stop');
    const hot = { ...verdict('b', 'stop', -1), kind: 'layer-peak' as const, subject: 'Bulk 2' };
    expect(worstAmong([verdict('a', 'ok', 1), hot], []).line).toBe('Bulk 2 gets too hot');
  });

  test('is not known where a zone of a section could not be simulated', () => {
    const [zone] = section.zones;
    const failed: PlanEvaluation = { ...zone.evaluation, result: { ...zone.evaluation.result, status: 'diverged' } };
    expect(worst([{ ...section, zones: [zone, { ...zone, evaluation: failed }] }])).toBeNull();
    expect(worst([section, { ...section, zones: [{ ...zone, evaluation: failed }] }])).toBeNull();
    expect(worst([{ ...section, zones: [zone, zone] }])).not.toBeNull();
  });
});
