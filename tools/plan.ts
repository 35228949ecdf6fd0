import { planReport, readProblem, searchPlan } from '@pentimento/core/planner';
import { secondsSince, withJson } from './json-door.js';

const LONGEST_MS = 120_000;

/** npm run plan -- problem.json: the earliest demolding, proved; docs/formats.md. 0: a plan, 1: none, 2: the problem makes no sense. */
process.exitCode = withJson(process.argv[2], 'npm run plan -- problem.json', (json) => {
  const problem = readProblem(json);
  const start = performance.now();
  const answer = searchPlan(problem, { shouldStop: () => performance.now() - start > LONGEST_MS });
  console.log(JSON.stringify({ ...planReport(problem, answer), wall_s: secondsSince(start) }, null, 1));
  return answer.demoldS === null ? 1 : 0;
});
