import { earliestDueFirst, planWholeShop, randomShop } from '@pentimento/core/planning';
import { secondsSince } from './json-door.js';

/** npm run plan:shops [count]: made-up shops of twelve builds, planned whole and by due dates. Less than a tenth better in all: exit 1. */
const count = Number(process.argv[2] ?? 20);
const DAY_MIN = 1440;
let [byDue, planned] = [0, 0];
for (let seed = 0; seed < count; seed++) {
  const { shop, jobs } = randomShop(seed);
  const start = performance.now();
  const rule = earliestDueFirst(shop, jobs).latenessMin;
  const best = planWholeShop(shop, jobs, { seed: 1, most: 4000 }).schedule.latenessMin;
  byDue += rule;
  planned += best;
  console.log(
    `seed ${String(seed)}: ${(rule / DAY_MIN).toFixed(1)} days late by due dates, ${(best / DAY_MIN).toFixed(1)} planned, ${String(secondsSince(start))} s`,
  );
}
console.log(`in all ${((1 - planned / byDue) * 100).toFixed(1)} % less late`);
process.exitCode = planned <= 0.9 * byDue ? 0 : 1;
