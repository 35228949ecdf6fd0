import { cardOf, type CardLibrary } from '../planning/card-library.js';
import type { PlanDocument } from '../planning/plan-document.js';
import { resinSubstance } from './resin-substance.js';
import { plugReleaseProgram } from '../release/release-steps.js';
import { byRank, compatibility, substanceOf, weakestHeat, type CompatibilityHit } from './compatibility.js';

/** What a plug material is to the table, where no substrate is named among its surfaces. */
const OF_MATERIAL: Readonly<Record<string, string>> = {
  mdf: 'board_sealed',
  plywood: 'board_sealed',
  pu_foam: 'foam_pu',
  tooling_board: 'tooling_board',
  plaster: 'plaster',
  abs: 'print_abs',
  aluminium: 'aluminum',
  cured_frp: 'old_part',
};

function onThePlug({ plug }: PlanDocument): string[] {
  const surfaces = plug.surfaces ?? [];
  const named = surfaces.some((id) => substanceOf(id).traits.includes('substrate'));
  return named || !Object.hasOwn(OF_MATERIAL, plug.materialId) ? [...surfaces] : [OF_MATERIAL[plug.materialId], ...surfaces];
}

/** Everything that comes together in a plan: the plug, what is on it, and each resin of the stack. */
export function touchingSubstances(plan: PlanDocument, cards: CardLibrary): string[] {
  const resins = plan.sessions.flatMap((session) => session.layers.map((layer) => resinSubstance(cardOf(cards, layer.cardId).family)));
  return [...new Set([...onThePlug(plan), ...resins])];
}

/** Agents of each zone against what is on the plug; what zones do to each other is not asked, they lie apart. */
function underRelease(plan: PlanDocument): CompatibilityHit[] {
  const below = onThePlug(plan);
  const found = (plan.release?.zones ?? []).flatMap(({ programId }) => {
    const agents = (plugReleaseProgram(programId)?.steps ?? []).flatMap(({ substanceId }) => substanceId ?? []);
    return compatibility([...below, ...agents]).filter(({ acting, on }) => below.includes(acting.id) !== below.includes(on.id));
  });
  return [...new Map(found.map((hit) => [`${hit.rule.id} ${hit.acting.id} ${hit.on.id}`, hit])).values()];
}

/** What does not go together in a plan, worst first. */
export function planCompatibility(plan: PlanDocument, cards: CardLibrary): CompatibilityHit[] {
  return byRank([...compatibility(touchingSubstances(plan, cards)), ...underRelease(plan)]);
}

/** A plan with other surfaces on its plug; the weakest of them becomes the limit of the plug's face. */
export function withSurfaces(plan: PlanDocument, surfaces: readonly string[]): PlanDocument {
  const weakest = weakestHeat(surfaces);
  return { ...plan, plug: { ...plan.plug, surfaces: [...surfaces], heatLimitC: weakest?.heatLimitC ?? plan.plug.heatLimitC } };
}
