/** An inclusive range of an accepted value, with the unit for the message. */
export interface Range {
  readonly min: number;
  readonly max: number;
  readonly unit: string;
}

/** "between 10 and 40 °C", or one-sided where an end is infinite. */
export function rangeText({ min, max, unit }: Range): string {
  const tail = unit === '' ? '' : ` ${unit}`;
  if (max === Infinity) return `at least ${String(min)}${tail}`;
  if (min === -Infinity) return `at most ${String(max)}${tail}`;
  return `between ${String(min)} and ${String(max)}${tail}`;
}
