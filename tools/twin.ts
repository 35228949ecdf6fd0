import { forecastTwin, readTwin, type Band } from '@pentimento/core/twin';
import { secondsSince, withJson } from './json-door.js';

const rounded = ({ p5, p50, p95 }: Band): Band => ({ p5: Number(p5.toFixed(5)), p50: Number(p50.toFixed(5)), p95: Number(p95.toFixed(5)) });

/** npm run twin -- file.json: what becomes of a build by what was read of it until now; docs/formats.md. */
process.exitCode = withJson(process.argv[2], 'npm run twin -- file.json', (json) => {
  const problem = readTwin(json);
  const start = performance.now();
  const { layers, parameters, estimate, simulations } = forecastTwin(problem);
  const report = {
    layers: layers.map(({ name, peakC, peakH, gelH }) => ({
      name,
      peak_C: rounded(peakC),
      t_peak_h: rounded(peakH),
      gel_h: gelH ? rounded(gelH) : null,
    })),
    parameters: Object.fromEntries(parameters.map(({ key, band }) => [key, rounded(band)])),
    left_out: estimate.leftOut,
    simulations,
    wall_s: secondsSince(start),
  };
  console.log(JSON.stringify(report, null, 1));
  return 0;
});
