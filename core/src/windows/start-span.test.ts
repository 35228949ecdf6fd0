import { evaluatePlan } from '../judging/evaluate-plan.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { pliesArrive } from '../plan/laying.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { startSpan } from './start-span.js';

const cards = cardLibrary();
// Large enough that the last patch is laid long after the first.
const plan = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 6, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 80 } });
const [, , , bulk] = plan.sessions;
const after = (place: 'first' | 'last'): number => pliesArrive(bulk, plan, cards, place)[0][0];
const span = (first: readonly [number | null, number], last: readonly [number | null, number]) =>
  startSpan(
    { opensS: 0, closesS: 0, places: { first: { opensS: first[0], closesS: first[1] }, last: { opensS: last[0], closesS: last[1] } } },
    bulk,
    plan,
    cards,
  );

test('a start serves the place laid first and the one laid last, which it reaches later', () => {
  const late = after('last');
  expect(after('first')).toBe(0);
  expect(late).toBeGreaterThan(1200);
  expect(span([1000, 9000], [1000 + late, 9000 + late])).toEqual({ opensS: 1000, closesS: 9000 });
  expect(span([1000, 9000], [1000 + late + 60, 9000 + late])).toEqual({ opensS: 1060, closesS: 9000 });
  expect(span([1000, 9000], [1000, 9000])).toEqual({ opensS: 1000, closesS: 9000 - late });
  expect(span([null, 9000], [1000, 9000]).opensS).toBeNull();
  expect(span([1000, 9000], [null, 9000]).opensS).toBeNull();
});

test('no start serves both where the one closes before the other opens', () => {
  const { opensS, closesS } = span([1000, 1600], [1700 + after('last'), 9000]);
  expect(opensS).toBeGreaterThan(closesS);
});

test('without places apart it is the window itself', () => {
  expect(startSpan({ opensS: 500, closesS: 800 }, bulk, plan, cards)).toEqual({ opensS: 500, closesS: 800 });
});

test('begun at the first and at the last moment of it, a session lies inside its window at both places; a minute sooner or later at one it does not', () => {
  const window = (startMin: number) => {
    const moved = { ...plan, sessions: plan.sessions.slice(0, 4).map((session, i) => (i === 3 ? { ...session, startMin } : session)) };
    return evaluatePlan(moved, cards).windows.find(({ belowSession }) => belowSession === 2)!;
  };
  const { opensS, closesS } = startSpan(window(bulk.startMin), bulk, plan, cards);
  expect(opensS).not.toBeNull();
  const states = [Math.ceil(opensS! / 60) + 1, Math.floor(opensS! / 60) - 2, Math.floor(closesS / 60) - 1, Math.ceil(closesS / 60) + 1].map(
    (startMin) => window(startMin).state,
  );
  expect(states).toEqual(['inside', 'early', 'inside', 'late']);
});
