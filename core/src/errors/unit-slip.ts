import { rangeText, type Range } from './range.js';

/** Factors between units that are mistaken for one another in the shop. */
const SLIPS: Readonly<Record<string, readonly (readonly [factor: number, typedAs: string])[]>> = {
  µm: [
    [1000, 'mm'],
    [25.4, 'mil'],
  ],
  mm: [
    [1000, 'm'],
    [25.4, 'in'],
    [0.001, 'µm'],
  ],
  mil: [
    [1000 / 25.4, 'mm'],
    [1 / 25.4, 'µm'],
  ],
  in: [
    [1 / 25.4, 'mm'],
    [12, 'ft'],
  ],
  'm²': [[1e-6, 'mm²']],
};

/**
 * What a number outside its range most likely meant: the same figure in a neighboring unit, if that lies inside.
 * @param value as typed, in `range.unit`
 * @returns one sentence, or null when no unit explains it
 * @example unitSlip(0.6, { min: 50, max: 3000, unit: 'µm' }) // "0.6 mm is 600 µm: type 600."
 */
export function unitSlip(value: number, range: Range): string | null {
  for (const [factor, typedAs] of Object.hasOwn(SLIPS, range.unit) ? SLIPS[range.unit] : []) {
    const meant = value * factor;
    if (meant >= range.min && meant <= range.max) return `${short(value)} ${typedAs} is ${short(meant)} ${range.unit}: type ${short(meant)}.`;
  }
  // The figure itself would be right, had it not been multiplied by a thousand on the way.
  if (value / 1000 >= range.min && value / 1000 <= range.max)
    return `${short(value)} ${range.unit} is a thousand times ${short(value / 1000)} ${range.unit}.`;
  return null;
}

/** The range, with the likely slip of unit after it. */
export function rangeWithSlip(value: number, range: Range): string {
  const slip = unitSlip(value, range);
  return slip ? `${rangeText(range)}. ${slip}` : rangeText(range);
}

function short(value: number): string {
  return String(Number(value.toPrecision(4)));
}
