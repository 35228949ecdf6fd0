import { everyPlan, randomProblem, readProblem, searchPlan } from '@pentimento/core/planner';

/** npm run plan:random [count]: random small problems, the search against trying every plan. Not equal once: exit 1. */
const count = Number(process.argv[2] ?? 200);
let [wrong, possible, searched, tried] = [0, 0, 0, 0];
for (let seed = 0; seed < count; seed++) {
  const problem = readProblem(randomProblem(seed));
  const all = everyPlan(problem);
  const found = searchPlan(problem);
  searched += found.evaluated;
  tried += all.evaluated;
  if (all.demoldS !== null) possible += 1;
  const equal =
    found.demoldS === all.demoldS && found.sessions.length === all.sessions && found.status === (all.demoldS === null ? 'infeasible' : 'optimal');
  if (equal) continue;
  wrong += 1;
  console.log(
    `seed ${String(seed)}: search ${String(found.demoldS)} s in ${String(found.sessions.length)}, everything ${String(all.demoldS)} s in ${String(all.sessions)}`,
  );
}
console.log(
  `${String(count - wrong)} of ${String(count)} equal; ${String(possible)} possible; ${String(searched)} simulations searched, ${String(tried)} tried`,
);
process.exitCode = wrong === 0 ? 0 : 1;
