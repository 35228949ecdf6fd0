import { planOf } from '../plan/lift-plan.js';
import { stackTemplates } from '../plan/stack-templates.js';
import { changeSection, withNewSection, withParting } from '../plan/edit-document.js';
import { cards, school } from '../test-support/practice.js';
import { evaluateMold } from './evaluate-mold.js';
import { moldObjections } from './mold-objections.js';
import { aroundMold } from './worst-of-plan.js';

const stopsOf = (plan: ReturnType<typeof planOf>): string[] => {
  const sections = evaluateMold(plan, cards);
  const rules = moldObjections(plan, cards, aroundMold(sections, cards, [])).filter(({ level }) => level === 'stop');
  return [...sections.flatMap(({ verdicts }) => verdicts.filter(({ level }) => level === 'stop')), ...rules].map(({ id }) => id);
};

test.each(stackTemplates.flatMap(({ id }) => [20, 21, 22].map((meanC) => [id, meanC] as const)))(
  'school %s opens without a stop in a shop of %p °C',
  (id, meanC) => {
    expect(stopsOf(planOf(school(id, meanC)))).toEqual([]);
  },
);

test('cloth, paste, cloth over two sections on as many days', () => {
  let made = 0;
  const two = withNewSection(planOf(school('wet-spell', 21)), () => `w${String(++made)}`);
  const joined = withParting(two, { id: 'p', name: 'Rim', firstSectionId: 'a', secondSectionId: two.sections[1].id, lengthMm: 800 });
  expect(stopsOf(changeSection(joined, 'a', (section) => ({ ...section, name: 'Lower' })))).toEqual([]);
});
