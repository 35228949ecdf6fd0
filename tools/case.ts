import { caseOfPlan } from '@pentimento/core/doors';
import { withPlan } from './plan-door.js';

const USAGE = 'npm run case -- plan.json [--place first|last]';

/** npm run case -- plan.json: what is simulated for a plan, as a case file. docs/formats.md */
function main(words: readonly string[]): number {
  const path = words.at(0);
  const said = words.length > 1 ? (words.at(1) === '--place' ? words.at(2) : undefined) : 'first';
  if (said !== 'first' && said !== 'last') {
    console.error(`usage: ${USAGE}`);
    return 2;
  }
  return withPlan(path, USAGE, (plan, cards) => {
    console.log(JSON.stringify(caseOfPlan(plan, cards, said), null, 1));
    return 0;
  });
}

process.exitCode = main(process.argv.slice(2));
