import { cardLibrary } from '../plan/built-in-library.js';
import { planOf } from '../plan/lift-plan.js';
import { kept } from '../test-support/kept.js';
import { manyPlans } from '../test-support/many-plans.js';
import { evaluateMold } from './evaluate-mold.js';
import { gelTimes } from './gel-times.js';
import { moldObjections } from './mold-objections.js';
import { verdictLine } from './verdicts/verdict-line.js';
import { aroundMold, worstOfSections } from './worst-of-plan.js';

const cards = cardLibrary();

test.each(manyPlans)('every limit and rule for %s is as it was', (_name, view) => {
  const plan = planOf(view);
  const sections = evaluateMold(plan, cards);
  const objections = moldObjections(plan, cards, aroundMold(sections, cards, []));
  expect(
    kept({
      verdicts: sections.flatMap(({ verdicts }) =>
        verdicts.map((verdict) => [verdictLine(verdict), Object.values({ ...verdict, zone: verdict.zone?.id })]),
      ),
      gel: sections.map(({ plan: section, zones: [field] }) => gelTimes(section, field.evaluation)),
      objections: objections.map(({ level, id }) => `${level} ${id}`),
      worst: worstOfSections(plan, cards, sections, aroundMold(sections, cards, [])),
    }),
  ).toMatchSnapshot();
});
