import type { CardThresholds } from './card-thresholds.js';

/** The surface as the bench names it: wet · comes off on a glove · takes a print but stays · dry · bond closed. */
export type SurfaceState = 'wet' | 'transfers' | 'prints' | 'dry' | 'closed';

/** A resin that may be laid on before gel (epoxy at tack) stops being wet before that, too; assumed. */
const WET_SHARE = 0.75;

/**
 * Names the surface from its degree of cure and age.
 * @param cure at the surface [-]
 * @param gel degree of cure at gel [-]
 * @param closed whether the hours for a chemical bond are over
 */
export function surfaceState(cure: number, gel: number, { opens, dry }: CardThresholds, closed: boolean): SurfaceState {
  if (closed) return 'closed';
  if (cure < Math.min(gel, WET_SHARE * opens)) return 'wet';
  if (cure < opens) return 'transfers';
  return cure < dry ? 'prints' : 'dry';
}
