/** The four numbers of the room-temperature limit (DiBenedetto form). */
export interface GlassTransition {
  /** Tg uncured and fully cured [°C] */
  readonly Tg0: number;
  readonly Tg1: number;
  /** Shape parameter [-] */
  readonly lam: number;
  /** How far above Tg the cure still runs [K] */
  readonly dTv: number;
}

/** Smoothing of the corner where the limit meets 1 [-²]. */
const CORNER = 4e-4;

/**
 * Highest degree of cure reachable at a temperature: u = (T + dTv − Tg0)/(Tg1 − Tg0), α' = u/(λ + (1−λ)u),
 * αmax = ½(α' + 1 − √((α'−1)² + 4e-4)).
 * @param tempC temperature [°C]
 * @returns degree of cure [-], not above 1, not below 0
 * @see docs/references.md#dibenedetto-1987
 */
export function maxCureAt(tempC: number, card: GlassTransition): number {
  const u = Math.max(0, (tempC + card.dTv - card.Tg0) / (card.Tg1 - card.Tg0));
  const a = u / (card.lam + (1 - card.lam) * u);
  return Math.max(0, 0.5 * (a + 1 - Math.sqrt((a - 1) ** 2 + CORNER)));
}

/**
 * Glass transition temperature at a degree of cure, the DiBenedetto relation: Tg = Tg0 + (Tg1 − Tg0) λα/(1 − (1−λ)α).
 * @param alpha degree of cure [-], 0–1
 * @returns Tg [°C]
 * @see docs/references.md#dibenedetto-1987
 * @example glassTransitionC(1, { Tg0: -60, Tg1: 100, lam: 0.4, dTv: 20 }) === 100
 */
export function glassTransitionC(alpha: number, card: GlassTransition): number {
  return card.Tg0 + ((card.Tg1 - card.Tg0) * card.lam * alpha) / (1 - (1 - card.lam) * alpha);
}
