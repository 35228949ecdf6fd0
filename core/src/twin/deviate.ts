import { cardSubstances, type KineticCard } from '../cure/kinetic-card.js';
import type { GrowthCase, LayerSpec } from '../growth/growth-case.js';
import type { AirCourse } from '../heat/air.js';
import { mixLayer } from '../heat/mixture.js';

/** What really happens may deviate from the plan by: one standard deviation each (assumed). Factors are log-normal, the air's offset normal [K]. */
export const DEVIATIONS = [
  { key: 'rate', name: 'rate of cure', spread: 0.15 },
  { key: 't_ind', name: 'induction', spread: 0.1 },
  { key: 'H', name: 'heat of cure', spread: 0.04 },
  { key: 'air_K', name: 'air', spread: 1.5 },
  { key: 'h', name: 'heat loss at the top', spread: 0.2 },
  { key: 'glass', name: 'share of glass', spread: 0.06 },
  { key: 'cat', name: 'catalyst', spread: 0.06 },
] as const;
export type DeviationKey = (typeof DEVIATIONS)[number]['key'];

/** In standard deviations, in the order of `DEVIATIONS`. */
export type Deviation = readonly number[];
export const AS_PLANNED: Deviation = DEVIATIONS.map(() => 0);

/** A deviation in its own measure: a factor, or kelvin for the air. */
export function valueOf(deviation: Deviation, index: number): number {
  const { key, spread } = DEVIATIONS[index];
  return key === 'air_K' ? deviation[index] * spread : Math.exp(deviation[index] * spread);
}

/** Densest laminate that is taken seriously [glass by mass]. */
const MOST_GLASS = 0.8;

/** The planned case as it goes with some deviation: the same for every resin; temperatures of plug and resin as they were laid stay. */
export function deviated(planned: GrowthCase, deviation: Deviation): GrowthCase {
  const [rate, induction, heat, airK, topH, glass, catalyst] = DEVIATIONS.map((_, i) => valueOf(deviation, i));
  const cards = new Map<KineticCard, KineticCard>();
  const cardOf = (card: KineticCard): KineticCard => {
    const known = cards.get(card);
    if (known) return known;
    const { t_ind_min } = card;
    const made: KineticCard = {
      ...card,
      k1: card.k1 * rate,
      k2: card.k2 * rate,
      H: card.H * heat,
      ...(t_ind_min === undefined ? {} : { t_ind_min: t_ind_min * induction }),
    };
    cards.set(card, made);
    return made;
  };
  return {
    ...planned,
    air: warmer(planned.air, airK),
    topH: planned.topH * topH,
    sessions: planned.sessions.map((session) => ({
      ...session,
      layers: session.layers.map((layer) => changed(layer, cardOf(layer.card), glass, catalyst)),
    })),
  };
}

function warmer(air: AirCourse, byK: number): AirCourse {
  if (air.kind === 'constant') return { ...air, tempK: air.tempK + byK };
  if (air.kind === 'daily') return { ...air, meanK: air.meanK + byK };
  if (air.kind === 'table' || air.kind === 'day') return { ...air, tempK: air.tempK.map((tempK) => tempK + byK) };
  // An oven keeps what it is set to, and what was measured was so.
  return { ...air, around: warmer(air.around, byK) };
}

/** The same reinforcement with more or less resin: a richer layer is thicker. */
function changed(layer: LayerSpec, card: KineticCard, glass: number, catalyst: number): LayerSpec {
  const catalystPct = layer.catalystPct === null ? null : layer.catalystPct * catalyst;
  if (layer.glassW === 0) return { ...layer, card, catalystPct };
  const glassW = Math.min(MOST_GLASS, layer.glassW * glass);
  const perM2 = (share: number): number => mixLayer({ ...cardSubstances(card), glassW: share }).rho * share;
  const thicker = perM2(layer.glassW) / perM2(glassW);
  const { plies } = layer;
  return {
    ...layer,
    card,
    catalystPct,
    glassW,
    thicknessM: layer.thicknessM * thicker,
    ...(plies ? { plies: plies.map((ply) => ({ ...ply, thicknessM: ply.thicknessM * thicker })) } : {}),
  };
}
