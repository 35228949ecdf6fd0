/** Significant digits that a kept answer is held to: what two machines agree on. */
const DIGITS = 7;

/** A value as it is kept: numbers rounded, maps and sets as lists, cards by their id. */
export function kept(value: unknown): unknown {
  if (typeof value === 'number') return Number.isFinite(value) ? Number(value.toPrecision(DIGITS)) : String(value);
  if (Array.isArray(value)) return value.map(kept);
  if (value instanceof Map || value instanceof Set) return [...value].map(kept);
  if (typeof value !== 'object' || value === null) return value;
  if ('sheet' in value && 'kinetics' in value) return 'id' in value ? `card ${String(value.id)}` : 'card';
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, kept(one)]));
}
