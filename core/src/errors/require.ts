import { DomainError, type DomainErrorCode } from './domain-error.js';

/** An inclusive range of an accepted value, with the unit for the message. */
export interface Range {
  readonly min: number;
  readonly max: number;
  readonly unit: string;
}

/**
 * Returns the number if it lies in the range; NaN and non-numbers fail.
 * @throws DomainError `value-out-of-range` (or the code given)
 */
export function requireInRange(quantity: string, value: unknown, range: Range, code: DomainErrorCode = 'value-out-of-range'): number {
  // Written so that NaN fails: a comparison with NaN is false.
  if (typeof value === 'number' && value >= range.min && value <= range.max) return value;
  throw new DomainError({ code, quantity, value, expected: rangeText(range) });
}

/** "between 10 and 40 °C", or one-sided where an end is infinite. */
export function rangeText({ min, max, unit }: Range): string {
  const tail = unit === '' ? '' : ` ${unit}`;
  if (max === Infinity) return `at least ${String(min)}${tail}`;
  if (min === -Infinity) return `at most ${String(max)}${tail}`;
  return `between ${String(min)} and ${String(max)}${tail}`;
}
