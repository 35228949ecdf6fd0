import { madePlanReport, asksForPlan, makePlan, readPlanTask } from '@pentimento/core/planning';
import { planReport, readProblem, searchPlan } from '@pentimento/core/planner';
import { withJson, secondsSince } from './json-door.js';
import { cardsIn } from './plan-door.js';

const LONGEST_MS = 120_000;

/** npm run plan -- problem.json: a small problem, or a plan to be made better; docs/formats.md. 0: a plan, 1: none, 2: it makes no sense. */
process.exitCode = withJson(process.argv[2], 'npm run plan -- problem.json', (json) => {
  const start = performance.now();
  if (!asksForPlan(json)) {
    const problem = readProblem(json);
    const answer = searchPlan(problem, { shouldStop: () => performance.now() - start > LONGEST_MS });
    console.log(JSON.stringify({ ...planReport(problem, answer), wall_s: secondsSince(start) }, null, 1));
    return answer.demoldS === null ? 1 : 0;
  }
  const { plan, shop, task } = readPlanTask(json);
  const made = makePlan({ plan, cards: cardsIn(json), task, ...(shop ? { shop } : {}) }, { elapsedS: () => (performance.now() - start) / 1000 });
  console.log(JSON.stringify({ ...madePlanReport(made), wall_s: secondsSince(start) }, null, 1));
  return made.found ? 0 : 1;
});
