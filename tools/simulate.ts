import { caseLetGo } from '@pentimento/core/distortion';
import { readCase, reportCase } from '@pentimento/core/formats';
import { simulateGrowth } from '@pentimento/core/growth';
import { secondsSince, withJson } from './json-door.js';

/** npm run simulate -- case.json: the shop's scripting door; docs/formats.md. */
process.exitCode = withJson(process.argv[2], 'npm run simulate -- case.json', (json) => {
  const parsed = readCase(json);
  const start = performance.now();
  const result = simulateGrowth(parsed.growth);
  const curvature = parsed.setting && result.status === 'converged' ? caseLetGo(parsed.setting, result).curvature : undefined;
  console.log(JSON.stringify({ ...reportCase(parsed, result, curvature), wall_s: secondsSince(start) }, null, 1));
  return result.status === 'converged' ? 0 : 1;
});
