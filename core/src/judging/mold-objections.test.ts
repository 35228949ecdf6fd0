import { cards, school } from '../test-support/practice.js';
import { planOf } from '../plan/lift-plan.js';
import type { Objection, PlanStage } from '../plan/objection.js';
import { withNewSection } from '../plan/edit-document.js';
import { moldObjections, saidOnce, type AroundMold } from './mold-objections.js';

const objection = (stage: PlanStage, more: Partial<Objection> = {}): Objection => ({
  id: 'one',
  stage,
  level: 'care',
  title: 'Title',
  why: 'Why',
  remedy: 'Remedy',
  ...more,
});
const left = (...objections: Objection[]) => ({ id: 'a', name: 'Left', objections });
const right = (...objections: Objection[]) => ({ id: 'b', name: 'Right', objections });

describe('said once', () => {
  test.each<[string, Partial<Objection>, number]>([
    ['alike in all that is said', {}, 1],
    ['of another id', { id: 'two' }, 2],
    ['of another title', { title: 'Another' }, 2],
    ['for another reason', { why: 'Because' }, 2],
    ['with another remedy alone', { remedy: 'Another' }, 1],
  ])('of the plug, %s', (_what, more, count) => {
    const found = saidOnce([left(objection('plug')), right(objection('plug', more))]);
    expect(found).toHaveLength(count);
    expect(found.every(({ section }) => section === undefined)).toBe(true);
  });

  test('how sections meet is the mold’s too; a stack is each section’s own, by its name', () => {
    expect(saidOnce([left(objection('split')), right(objection('split'))])).toHaveLength(1);
    const found = saidOnce([left(objection('stack')), right(objection('stack'))]);
    expect(found.map(({ section }) => section)).toEqual([
      { id: 'a', name: 'Left' },
      { id: 'b', name: 'Right' },
    ]);
  });

  test('twice of one section it stays twice where it is the section’s own; a mold of one section names none', () => {
    expect(saidOnce([left(objection('stack'), objection('stack'))])).toHaveLength(2);
    expect(saidOnce([left(objection('stack'))])[0].section).toBeUndefined();
    expect(saidOnce([])).toEqual([]);
  });
});

const nothing: AroundMold = { siblings: [], sections: new Map(), times: new Map(), mix: new Map() };

test('the worst comes first; nothing laid yet, the first section speaks for the plug', () => {
  const staged = school('staged');
  const levels = moldObjections(planOf({ ...staged, plug: { ...staged.plug, materialId: 'xps' } }), cards, nothing).map(({ level }) => level);
  const order = ['stop', 'care', 'note'];
  expect(levels.length).toBeGreaterThan(1);
  expect(levels).toEqual([...levels].sort((a, b) => order.indexOf(a) - order.indexOf(b)));
  const bare = withNewSection(planOf({ ...staged, sessions: [] }), () => 'b');
  const stages = moldObjections(bare, cards, nothing);
  expect(stages.every(({ section }) => section === undefined)).toBe(true);
});
