export { DomainError } from './domain-error.js';
export type { Range } from './range.js';
export { unitSlip } from './unit-slip.js';
