import { cardLibrary, planFromTemplate, planOf, stackTemplates, type PlanDocument } from '@pentimento/core/plan';
import { makeMoldTraveler } from '@pentimento/core/traveler';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { cardsAsOf } from './demo-cards.js';
import { demoBuilds } from './demo-builds.js';

/** Written once with `ANSWERS=write`; a change of it is a change of what the program answers, and needs a reason in CHANGELOG. */
const FILE = join(__dirname, 'answers.json');
const cards = cardLibrary(cardsAsOf(0));

const school = (id: string): PlanDocument =>
  planOf(planFromTemplate(id, { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } }));

const plans: (readonly [name: string, plan: PlanDocument])[] = [
  ...stackTemplates.map(({ id }) => [`school ${id}`, school(id)] as const),
  ...demoBuilds.flatMap(({ name, versions }) => versions.map(({ plan }, i) => [`${name} ${String(i + 1)}`, plan] as const)),
];

/** Every limit and objection of a plan, to the last digit. */
function answersTo(plan: PlanDocument): unknown {
  const { objections, sections } = makeMoldTraveler(plan, cards);
  const [{ verdicts, distortion }] = sections.map(({ traveler }) => traveler.evaluation);
  return {
    verdicts: verdicts.map(({ id, level, value, limit, margin, timeS }) => [id, level, value, limit, margin, timeS]),
    objections: objections.map(({ level, id }) => `${level} ${id}`),
    curvature: distortion?.curvature ?? null,
  };
}

const answers = Object.fromEntries(plans.map(([name, plan]) => [name, answersTo(plan)]));
if (process.env.ANSWERS === 'write') {
  const lines = Object.entries(answers).map(([name, answer]) => `${JSON.stringify(name)}: ${JSON.stringify(answer)}`);
  writeFileSync(FILE, `{\n${lines.join(',\n')}\n}\n`);
}
const kept = JSON.parse(readFileSync(FILE, 'utf8'));

test.each(plans.map(([name]) => name))('the answers to %s are what they were', (name) => {
  expect(JSON.parse(JSON.stringify(answers[name]))).toEqual(kept[name]);
});
