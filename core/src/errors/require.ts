import { DomainError, type DomainErrorCode } from './domain-error.js';
import { rangeText, type Range } from './range.js';
import { rangeWithSlip } from './unit-slip.js';

export { rangeText, type Range } from './range.js';

/**
 * Returns the number if it lies in the range; NaN and non-numbers fail.
 * @throws DomainError `value-out-of-range` (or the code given)
 */
export function requireInRange(quantity: string, value: unknown, range: Range, code: DomainErrorCode = 'value-out-of-range'): number {
  // Written so that NaN fails: a comparison with NaN is false.
  if (typeof value === 'number' && value >= range.min && value <= range.max) return value;
  const expected = typeof value === 'number' ? rangeWithSlip(value, range) : rangeText(range);
  throw new DomainError({ code, quantity, value, expected });
}
