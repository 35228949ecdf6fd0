import { caseLetGo } from '@pentimento/core/distortion';
import { DomainError } from '@pentimento/core/errors';
import { readCase, reportCase } from '@pentimento/core/formats';
import { simulateGrowth } from '@pentimento/core/growth';
import { readFileSync } from 'node:fs';

/** npm run simulate -- case.json: the shop's scripting door; docs/formats.md. */
function main(path: string | undefined): number {
  if (path === undefined) {
    console.error('usage: npm run simulate -- case.json');
    return 2;
  }
  try {
    const parsed = readCase(JSON.parse(readFileSync(path, 'utf8')));
    const start = performance.now();
    const result = simulateGrowth(parsed.growth);
    const curvature = parsed.setting && result.status === 'converged' ? caseLetGo(parsed.setting, result).curvature : undefined;
    const report = { ...reportCase(parsed, result, curvature), wall_s: Number(((performance.now() - start) / 1000).toFixed(4)) };
    console.log(JSON.stringify(report, null, 1));
    return result.status === 'converged' ? 0 : 1;
  } catch (error) {
    if (!(error instanceof DomainError || error instanceof SyntaxError || (error instanceof Error && 'code' in error))) throw error;
    console.error(`${path}: ${error.message}`);
    return 2;
  }
}

process.exitCode = main(process.argv[2]);
