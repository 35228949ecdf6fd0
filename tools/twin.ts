import { DomainError } from '@pentimento/core/errors';
import { forecastTwin, readTwin, type Band } from '@pentimento/core/twin';
import { readFileSync } from 'node:fs';

const rounded = ({ p5, p50, p95 }: Band): Band => ({ p5: Number(p5.toFixed(5)), p50: Number(p50.toFixed(5)), p95: Number(p95.toFixed(5)) });

/** npm run twin -- file.json: what becomes of a build by what was read of it until now; docs/formats.md. */
function main(path: string | undefined): number {
  if (path === undefined) {
    console.error('usage: npm run twin -- file.json');
    return 2;
  }
  try {
    const problem = readTwin(JSON.parse(readFileSync(path, 'utf8')));
    const start = performance.now();
    const { layers, parameters, estimate, simulations } = forecastTwin(problem);
    console.log(
      JSON.stringify(
        {
          layers: layers.map(({ name, peakC, peakH, gelH }) => ({
            name,
            peak_C: rounded(peakC),
            t_peak_h: rounded(peakH),
            gel_h: gelH ? rounded(gelH) : null,
          })),
          parameters: Object.fromEntries(parameters.map(({ key, band }) => [key, rounded(band)])),
          left_out: estimate.leftOut,
          simulations,
          wall_s: Number(((performance.now() - start) / 1000).toFixed(3)),
        },
        null,
        1,
      ),
    );
    return 0;
  } catch (error) {
    if (!(error instanceof DomainError || error instanceof SyntaxError || (error instanceof Error && 'code' in error))) throw error;
    console.error(`${path}: ${error.message}`);
    return 2;
  }
}

process.exitCode = main(process.argv[2]);
