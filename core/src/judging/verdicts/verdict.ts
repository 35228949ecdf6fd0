import { worstOf } from '../../units/levels.js';

/** How far a limit is kept. */
export type VerdictLevel = 'ok' | 'care' | 'stop';
export type VerdictKind =
  | 'interface-peak'
  | 'layer-peak'
  | 'activation'
  | 'window'
  | 'ply-joint'
  | 'demold-cure'
  | 'demold-hours'
  | 'demold-warm'
  | 'demold-tg'
  | 'post-cure-tg'
  | 'post-cure-ramp'
  | 'shop-minimum'
  | 'catalyst-range';
/** In what the value, limit and margin are: °C, degree of cure, hours on the plan's clock, percent, kelvin per hour. */
export type VerdictQuantity = 'temperature' | 'cure' | 'clock' | 'percent' | 'ramp';
/** One limit of the plan, with what is predicted for it, when and where. */
export interface Verdict {
  readonly id: string;
  readonly kind: VerdictKind;
  /** Layer or session it is about; null: the whole plan */
  readonly aboutId: string | null;
  readonly subject: string;
  readonly level: VerdictLevel;
  readonly quantity: VerdictQuantity;
  readonly value: number;
  readonly limit: number;
  /** Positive: kept. Same unit as the value; hours for windows */
  readonly margin: number;
  readonly sense: 'at most' | 'at least';
  readonly timeS: number;
  /** Height above the plug face [m]; null where the verdict has no place */
  readonly heightM: number | null;
  readonly remedy: string;
  /** The place where it is kept worst, where that is not the one laid first */
  readonly place?: 'last';
  /** The zone where it is kept worst; left out: the field */
  readonly zone?: { readonly id: string; readonly name: string };
}

/** Below these margins a kept limit still asks for care: assumed cards are no better (docs/physics.md, bands). */
export const CARE = { temperatureC: 6, cure: 0.02, hours: 0.5 };

export function levelOf(margin: number, care: number): VerdictLevel {
  // NaN fails, since a comparison with it is false.
  if (!(margin >= 0)) return 'stop';
  return margin < care ? 'care' : 'ok';
}

/** The worst level among verdicts; none: nothing speaks against it. */
export function worstLevel(verdicts: readonly Pick<Verdict, 'level'>[]): VerdictLevel {
  return worstOf(verdicts.map(({ level }) => level)) ?? 'ok';
}
