import type { KineticCard } from '../cure/kinetic-card.js';

/** Where a number comes from; shown wherever the number is. */
export type ValueOrigin = 'data sheet' | 'own test' | 'literature' | 'assumed';

export type ResinFamily = 'gel coat' | 'skin' | 'laminating' | 'low-profile tooling' | 'epoxy laminating' | 'epoxy surface' | 'polyurethane';

/** Limits and windows of a resin, as a data sheet states them. */
export interface CardLimits {
  /** Catalyst range and usual level [% of resin]; null for fixed ratios */
  readonly catalyst: { readonly minPct: number; readonly maxPct: number; readonly typicalPct: number } | null;
  /** Coldest shop for work [°C] */
  readonly shopMinC: number;
  /** Highest laminate temperature wanted [°C] */
  readonly maxLaminateC: number;
  /** Temperature that the coldest place must reach for the shrink control to work [°C]; null: none */
  readonly activationC: number | null;
  /** Degree of cure at the joint from which the next coat may go on [-] */
  readonly overlayOpensCure: number;
  /** The exotherm must have passed and the joint be below this [°C] before the next session; null: no such rule */
  readonly restartBelowC: number | null;
  /** Hours after laying until the bond needs abrading [h] */
  readonly bondClosesH: number;
  /** The next session may also go on before gel, wet on wet */
  readonly wetOnWet: boolean;
  /** Degree of cure wanted before demolding [-] */
  readonly demoldCure: number;
}

/** A resin as the shop keeps it. */
export interface ResinCard {
  readonly id: string;
  readonly name: string;
  readonly family: ResinFamily;
  readonly origin: ValueOrigin;
  readonly kinetics: KineticCard;
  readonly limits: CardLimits;
  /** Share of the mix that reaches the mold with the usual method [-] */
  readonly transfer: number;
}
