import { forecastTwin, madeUpBuild } from '@pentimento/core/twin';

/** npm run twin:recover -- 60: builds made up by number, read until a moment, forecast, and compared with what became of them. */
const count = Number(process.argv[2] ?? 60);
const seen: Record<'before' | 'beforePlan' | 'rising' | 'minutes' | 'ms', number[]> = { before: [], beforePlan: [], rising: [], minutes: [], ms: [] };
let [inside, asked] = [0, 0];
for (let i = 0; i < count; i++) {
  const { problem, rising, peaksC, peakS, plannedPeakC } = madeUpBuild(i);
  const start = performance.now();
  const { layers } = forecastTwin(problem);
  seen.ms.push(performance.now() - start);
  layers.forEach(({ peakC: { p5, p95 } }, l) => {
    asked += 1;
    if (p5 <= peaksC[l] && peaksC[l] <= p95) inside += 1;
  });
  const { peakC, peakH } = layers[layers.length - 1];
  const truthC = peaksC[peaksC.length - 1];
  const error = Math.abs(peakC.p50 - truthC);
  if (rising) {
    seen.rising.push(error);
    seen.minutes.push(Math.abs(peakH.p50 * 3600 - peakS) / 60);
  } else {
    seen.before.push(error);
    seen.beforePlan.push(Math.abs(plannedPeakC - truthC));
  }
}
const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
console.log(`before gel: mean error ${mean(seen.before).toFixed(1)} K, ${(mean(seen.before) / mean(seen.beforePlan)).toFixed(2)} of the plan's`);
console.log(
  `rising: mean error ${mean(seen.rising).toFixed(1)} K, worst ${Math.max(...seen.rising).toFixed(1)}; ${mean(seen.minutes).toFixed(1)} min`,
);
console.log(`${((100 * inside) / asked).toFixed(0)} % of truths inside p5 to p95; an update takes ${mean(seen.ms).toFixed(0)} ms`);
