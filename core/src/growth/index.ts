export { simulateCup, type CupInput, type CupOutcome } from './cup-test.js';
export { frameAt, type FieldSegment } from './field-history.js';
export type { GrowthCase } from './growth-case.js';
export type { GrowthResult, LayerOutcome, RunStatus } from './growth-result.js';
export { simulateGrowth } from './simulate-growth.js';
