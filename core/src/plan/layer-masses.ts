import { cardSubstances } from '../cure/kinetic-card.js';
import { mixLayer } from '../heat/mixture.js';
import { glassFraction, laminateThicknessM } from '../laminate/ply.js';
import type { ResinCard } from '../materials/resin-card.js';
import type { CardLibrary } from './card-library.js';
import { laidResin } from './laid-resin.js';
import type { ApplyMethod, PlanLayer } from './section-plan.js';

/** Thickness of a plan's layer [m] and its glass mass fraction [-]. */
export function layerBuild(layer: PlanLayer, cards: CardLibrary): { thicknessM: number; glassW: number } {
  const card = laidResin(layer, cards);
  if (layer.laminate === null) return { thicknessM: (layer.wetFilmUm ?? 0) * 1e-6, glassW: 0 };
  const glassW = glassFraction(layer.laminate.resinToGlass);
  const thicknessM = laminateThicknessM({ glassGsm: layer.laminate.plies * layer.laminate.glassGsm, glassW, card: card.kinetics });
  return { thicknessM, glassW };
}

/** Share of the mix that reaches the mold by method (docs/references.md#transfer): the middle of the usual range. */
export const METHOD_TRANSFER: Readonly<Record<ApplyMethod, number>> = {
  brush: 0.945,
  roller: 0.925,
  'cup gun': 0.72,
  'high-pressure gun': 0.6,
};

/** Share that reaches the mold: by the method where one is named, else the card's. */
export function transferOf(layer: PlanLayer, card: ResinCard): number {
  return layer.application ? METHOD_TRANSFER[layer.application.method] : card.transfer;
}

/** Masses of one layer over the mold's area [kg]; `mixed` adds what does not reach the mold. */
export function layerMasses(layer: PlanLayer, areaM2: number, cards: CardLibrary): { glassKg: number; resinKg: number; mixedKg: number } {
  const card = laidResin(layer, cards);
  const { thicknessM, glassW } = layerBuild(layer, cards);
  const { rho } = mixLayer({ ...cardSubstances(card.kinetics), glassW });
  const total = rho * thicknessM * areaM2;
  const resinKg = total * (1 - glassW);
  return { glassKg: total * glassW, resinKg, mixedKg: resinKg / transferOf(layer, card) };
}
