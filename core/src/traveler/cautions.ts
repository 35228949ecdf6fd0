import { cardOf, type CardLibrary } from '../plan/card-library.js';
import type { PlanDocument, PlanLayer } from '../plan/plan-document.js';

/** What can hurt someone at a layer, in the order of how badly. Data sheets, local codes and licensed practice decide. */
export function layerCautions(layer: PlanLayer, cards: CardLibrary): string[] {
  const { family, kinetics } = cardOf(cards, layer.cardId);
  const found: string[] = [];
  if (kinetics.c_ref !== null) {
    found.push(
      'Peroxide: goggles and gloves; never with a metal accelerator directly, never on rags or in a closed pot. Eye: rinse 15 minutes, doctor.',
    );
    found.push('Styrene: heavier than air, burns; air moving, no spark, mind the exposure limit.');
  } else if (family === 'polyurethane')
    found.push('Isocyanate: sensitizer. Gloves, air supply or filter as the sheet says; never heat or spray without.');
  else found.push('Epoxy amine: sensitizer. Gloves, no skin contact; fixed ratio, never more hardener to speed it up.');
  if (layer.start === 'abraded' || layer.start === 'flock') found.push('Sanding dust of glass and resin: respirator, extraction, or wet.');
  if (layer.application?.method === 'cup gun' || layer.application?.method === 'high-pressure gun')
    found.push('Spray: booth, supplied air; never point a gun at a hand.');
  return found;
}

/** Cautions of a whole plan, each once. */
export function planCautions(plan: PlanDocument, cards: CardLibrary): string[] {
  const all = plan.sessions.flatMap(({ layers }) => layers.flatMap((layer) => layerCautions(layer, cards)));
  return [...new Set([...all, 'A hot pot smokes and may burn: spread it out, take it outside, do not cover it.'])];
}
