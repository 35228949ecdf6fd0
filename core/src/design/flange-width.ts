import { amount, words, type Words } from '../units/amounts.js';
import type { FlangeKind } from '../plan/parts/mold-design.js';

/** One thing a flange needs room for. */
export interface FlangeStrip {
  readonly name: string;
  readonly mm: number;
  readonly why: Words;
}

/** Typical widths (assumed, docs/references.md#mold-build-up). */
const SEALANT_MM = 15;
const BAG_MM = 50;
const BLEED_MM = 25;
const FEED_MM = 50;
/** Edge distance of a bolt in laminate, in diameters, on both sides, and room for washer and spanner. */
const EDGE_DIAMETERS = 3;

/**
 * Strips that add up to the width a flange needs: trim allowance, then what its use asks for.
 * @param trimMm trim allowance [mm]
 * @param boltMm bolt diameter [mm]
 */
export function flangeStrips(kind: FlangeKind, trimMm: number, boltMm: number): FlangeStrip[] {
  const trim = { name: 'trim allowance', mm: trimMm, why: 'The part is cut back to its line here.' };
  const bolts = {
    name: 'bolts',
    mm: 2 * EDGE_DIAMETERS * boltMm,
    why: words`Edge distance ${String(EDGE_DIAMETERS)} × ${amount('thickness', boltMm)} on both sides.`,
  };
  const edge = { name: 'edge to hold', mm: 20, why: 'Wedges and fingers need it.' };
  const bag = [
    { name: 'breather and bleed', mm: BLEED_MM, why: 'The bag’s stack ends past the trim line.' },
    { name: 'sealant tape', mm: SEALANT_MM, why: 'One clean line, and room to set it again.' },
    { name: 'bag edge', mm: BAG_MM, why: 'Pleats and hoses stand here.' },
  ];
  switch (kind) {
    case 'trim only':
      return [trim, edge];
    case 'bolted':
      return [trim, bolts];
    case 'bagged':
      return [trim, ...bag];
    case 'infused':
      return [trim, ...bag, { name: 'feed or vacuum line', mm: FEED_MM, why: 'Outside the part, inside the bag.' }];
  }
}

export function flangeNeedMm(kind: FlangeKind, trimMm: number, boltMm: number): number {
  return flangeStrips(kind, trimMm, boltMm).reduce((sum, { mm }) => sum + mm, 0);
}
