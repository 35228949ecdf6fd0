import { CARE, type VerdictKind, type VerdictLevel } from '../judging/verdicts/verdict.js';
import { isAgainst, type Clearance } from './limits.js';

const K = CARE.temperatureC;

test.each<[VerdictKind, VerdictLevel, number, Clearance, boolean]>([
  ['layer-peak', 'stop', -0.1, 0, true],
  ['layer-peak', 'care', 0, 0, false],
  ['layer-peak', 'care', K - 0.1, 1, true],
  ['layer-peak', 'ok', K, 1, false],
  ['interface-peak', 'ok', 2 * K - 0.1, 2, true],
  ['interface-peak', 'ok', 2 * K, 2, false],
  ['window', 'care', 0.4, 0, false],
  ['window', 'care', 0.4, 1, true],
  ['window', 'ok', 0.6, 4, false],
  ['ply-joint', 'care', 0, 1, false],
  ['shop-minimum', 'care', 1, 4, false],
])('%s, %s by %p, with a clearance of %p: in the way %p', (kind, level, margin, clear, against) => {
  expect(isAgainst({ kind, level, margin }, clear)).toBe(against);
});
