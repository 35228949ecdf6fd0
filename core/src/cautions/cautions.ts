import { cardFlag, type MaterialCard } from '../materials/material-card.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import { isSprayed } from '../plan/laying.js';
import { stackTally } from '../stack/tally.js';
import type { SectionPlan, PlanLayer } from '../plan/section-plan.js';

const isDusty = (card: MaterialCard | undefined): boolean => card !== undefined && cardFlag(card, 'needsRespirator');

/** What can hurt someone at a layer, in the order of how badly. Data sheets, local codes and licensed practice decide. */
export function layerCautions(layer: PlanLayer, cards: CardLibrary): string[] {
  const { family, kinetics } = cardOf(cards, layer.cardId);
  const found: string[] = [];
  if (kinetics.c_ref !== null) {
    found.push(
      'Peroxide: goggles and gloves; never with a metal accelerator directly, never on rags or in a closed pot. Eye: rinse 15 minutes, doctor.',
    );
    found.push('Styrene: heavier than air, burns; air moving, no spark, mind the exposure limit.');
    found.push('Polyester on the skin: gloves; wash with soap, never with acetone, which carries it in.');
  } else if (family === 'polyurethane')
    found.push('Isocyanate: sensitizer. Gloves, air supply or filter as the sheet says; never heat or spray without.');
  else found.push('Epoxy amine: sensitizer. Gloves, no skin contact; fixed ratio, never more hardener to speed it up.');
  if (layer.start === 'abraded' || layer.start === 'flock') found.push('Sanding dust of glass and resin: respirator, extraction, or wet.');
  if (layer.application && isSprayed(layer.application)) found.push('Spray: booth, supplied air; never point a gun at a hand.');
  if ((layer.additions ?? []).some(({ cardId }) => isDusty(cards.sheets.get(cardId))))
    found.push('Filler dust: respirator while it is weighed and stirred in, no fan on it.');
  return found;
}

/** From this weight on nobody lifts a mold alone [kg]; general practice. */
const ALONE_KG = 20;

/** Weight of the shell as it leaves the plug, without frame [kg]. */
function shellKg(plan: SectionPlan, cards: CardLibrary): number {
  const { glassKg, resinKg } = stackTally(plan, cards);
  return glassKg + resinKg;
}

export const lateSteps = ['trim', 'grind', 'drill', 'oven', 'weld', 'heat gun', 'demold', 'lift'] as const;
export type LateStep = (typeof lateSteps)[number];

/** What can hurt someone at a step after laying; null: the plan has no such step. */
export function stepCaution(step: LateStep, plan: SectionPlan, cards: CardLibrary): string | null {
  const { design } = plan;
  switch (step) {
    case 'trim':
      return 'Trimming: a fresh blade, cut away from the hand; green glass edges cut like the knife.';
    case 'grind':
      return 'Grinding and sanding cured laminate: respirator against fine dust, goggles, extraction at the tool, skin covered.';
    case 'drill':
      return design && (design.flange.kind === 'bolted' || design.partings.length > 0)
        ? 'Drilling flanges: goggles and respirator, both clamped, no loose gloves near the bit.'
        : null;
    case 'oven':
      return plan.postCure ? 'Oven: over-temperature cut-out, ventilated, no open solvent or wet resin inside; hot molds burn.' : null;
    case 'weld':
      return design?.backing.kind === 'steel'
        ? 'Welding the frame: away from styrene and solvent, fire watch, and cooled before it comes near the shell.'
        : null;
    case 'heat gun':
      return 'Heat gun: never at styrene, solvent or peroxide; it chars laminate and lights vapor.';
    case 'demold':
      return 'Demolding: goggles; wedges all round, nobody’s face over the edge; compressed air throws a part that lets go at once.';
    case 'lift': {
      const kg = shellKg(plan, cards);
      return kg >= ALONE_KG
        ? `Lifting: the shell weighs about ${kg.toFixed(0)} kg without frame: two people or a hoist.`
        : 'Lifting: free hands and a clear way; a shell twists.';
    }
  }
}

/** Cautions of a whole plan, each once. */
export function planCautions(plan: SectionPlan, cards: CardLibrary): string[] {
  const all = plan.sessions.flatMap(({ layers }) => layers.flatMap((layer) => layerCautions(layer, cards)));
  return [
    ...new Set([
      ...all,
      'A hot pot smokes and may burn: spread it out, take it outside, do not cover it.',
      ...(all.length > 0 ? lateSteps.flatMap((step) => stepCaution(step, plan, cards) ?? []) : []),
    ]),
  ];
}
