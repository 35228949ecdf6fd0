import { DomainError } from '@pentimento/core/errors';
import { planReport, readProblem, searchPlan } from '@pentimento/core/planner';
import { readFileSync } from 'node:fs';

/** npm run plan -- problem.json: the earliest demolding, proved; docs/formats.md. 0: a plan, 1: none, 2: the problem makes no sense. */
function main(path: string | undefined): number {
  if (path === undefined) {
    console.error('usage: npm run plan -- problem.json');
    return 2;
  }
  try {
    const json: unknown = JSON.parse(readFileSync(path, 'utf8'));
    const problem = readProblem(json);
    const start = performance.now();
    const answer = searchPlan(problem, { shouldStop: () => performance.now() - start > 120_000 });
    console.log(JSON.stringify({ ...planReport(problem, answer), wall_s: Number(((performance.now() - start) / 1000).toFixed(3)) }, null, 1));
    return answer.demoldS === null ? 1 : 0;
  } catch (error) {
    if (!(error instanceof DomainError || error instanceof SyntaxError || (error instanceof Error && 'code' in error))) throw error;
    console.error(`${path}: ${error.message}`);
    return 2;
  }
}

process.exitCode = main(process.argv[2]);
