/** Where bolts and dowels go along one parting line, from its start [mm]. */
export interface BoltPattern {
  readonly boltsMm: readonly number[];
  readonly pitchMm: number;
  readonly dowelsMm: readonly [number, number];
}

/**
 * Bolts evenly along a flange, half a pitch in from the ends, and two dowels that do not lie symmetrically, so that the halves go together one way only.
 * Drill both flanges together, before demolding.
 * @param lengthMm of the parting line [mm]
 * @param spacingMm widest pitch [mm]
 */
export function boltPattern(lengthMm: number, spacingMm: number): BoltPattern {
  const count = Math.max(2, Math.ceil(lengthMm / spacingMm));
  const pitchMm = lengthMm / count;
  const boltsMm = Array.from({ length: count }, (_, i) => (i + 0.5) * pitchMm);
  // One outside the first bolt, one in the last gap: far apart, and never the same from both ends.
  return { boltsMm, pitchMm, dowelsMm: [0.24 * pitchMm, (count - 1) * pitchMm] };
}
