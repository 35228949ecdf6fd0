import type { ResinCard } from '../materials/resin-card.js';
import type { LayerStart, PlanLayer } from '../plan/section-plan.js';

/** A way to make a cured surface ready for the next layer. */
export interface Preparation {
  readonly start: Exclude<LayerStart, 'tack'>;
  /** Of hands on the surface [min/m²]; general practice, assumed (docs/references.md#preparation) */
  readonly minutesPerM2: number;
  /** What is done, as an order */
  readonly order: string;
}

export const preparations: readonly Preparation[] = [
  { start: 'washed', minutesPerM2: 4, order: 'Wash with warm water and a pad, rinse, dry.' },
  { start: 'abraded', minutesPerM2: 15, order: 'Wash, abrade to dull all over, dust off, wipe.' },
  { start: 'peel ply', minutesPerM2: 2, order: 'Tear the peel ply off just before laying; touch nothing.' },
  { start: 'flock', minutesPerM2: 1, order: 'Blow off loose flock; knock off hard tips.' },
];

/** null: it goes on at tack, as the surface is. */
export function preparationOf(layer: PlanLayer | undefined): Preparation | null {
  return preparations.find(({ start }) => start === layer?.start) ?? null;
}

export interface LateJoint {
  readonly level: 'ok' | 'care' | 'stop';
  /** What remains to be done, or why it does not hold */
  readonly words: string;
}

/**
 * Whether a joint whose chemical bond has closed is opened again by the way it is prepared.
 * @param below the layer beneath, with its card
 */
export function lateJoint(start: LayerStart | undefined, below: PlanLayer, card: ResinCard): LateJoint {
  switch (start) {
    case 'abraded':
      return { level: 'ok', words: 'Planned cured and abraded: to dull all over, wiped, dust off.' };
    case 'peel ply':
      if (below.surface !== 'peel ply') return { level: 'stop', words: `No peel ply is laid on ${below.name}: close it with one, or abrade.` };
      return card.family.startsWith('epoxy')
        ? { level: 'ok', words: 'Planned on peel ply: torn off just before, resin-rich corners abraded.' }
        : { level: 'care', words: 'Peel ply keys weakly on this resin: abrade it lightly as well.' };
    case 'flock':
      return below.surface === 'flock'
        ? { level: 'ok', words: 'Planned onto flock: bonded by its fibers.' }
        : { level: 'stop', words: `No flock is strewn into ${below.name} while it is wet: close it with flock, or abrade.` };
    case 'washed':
      return { level: 'stop', words: 'Washing takes blush and wax away but gives no key: abrade as well.' };
    default:
      return {
        level: 'stop',
        words: 'It does not bond chemically any more: abrade to dull all over and wipe, and say so at the layer, or start earlier.',
      };
  }
}
