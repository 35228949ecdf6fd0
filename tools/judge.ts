import { isStopped, judgeReport } from '@pentimento/core/doors';
import { withPlan } from './plan-door.js';

/** npm run judge -- plan.json: a plan judged; 0 nothing stops it, 1 something does, 2 it makes no sense. docs/formats.md */
process.exitCode = withPlan(process.argv[2], 'npm run judge -- plan.json', (plan, cards) => {
  const report = judgeReport(plan, cards);
  console.log(JSON.stringify(report, null, 1));
  return isStopped(report) ? 1 : 0;
});
