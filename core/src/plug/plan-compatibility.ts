import { cardOf, type CardLibrary } from '../plan/card-library.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { resinSubstance } from '../materials/resin-substance.js';
import type { ReleasePlan } from '../plan/parts/release-plan.js';
import { plugReleaseProgram } from '../materials/release-steps.js';
import { substanceOf } from '../materials/substances.js';
import { byRank, compatibility, weakestHeat, type CompatibilityHit } from './compatibility.js';

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

/** Release agents of all zones. */
function agentsOf({ release }: PlanDocument): string[] {
  const zones = release?.zones ?? [];
  return zones.flatMap(({ programId }) => (plugReleaseProgram(programId)?.steps ?? []).flatMap(({ substanceId }) => substanceId ?? []));
}

/** The weakest thing under the stack: surfaces and release agents that are named, else the plug itself. null: nothing limits. */
export function weakestUnderStack(plan: PlanDocument): ReturnType<typeof weakestHeat> {
  return weakestHeat([...(plan.plug.surfaces ?? []), ...agentsOf(plan)]) ?? weakestHeat(onThePlug(plan));
}

/** A plan whose plug face stands what the weakest thing under the stack stands. */
function withWeakestLimit(plan: PlanDocument): PlanDocument {
  const weakest = weakestUnderStack(plan);
  return weakest ? { ...plan, plug: { ...plan.plug, heatLimitC: weakest.heatLimitC } } : plan;
}

/** A plan with other surfaces on its plug; the weakest thing under the stack becomes the limit of the plug's face. */
export function withSurfaces(plan: PlanDocument, surfaces: readonly string[]): PlanDocument {
  return withWeakestLimit({ ...plan, plug: { ...plan.plug, surfaces: [...surfaces] } });
}

/** A plan with another release; wax under the stack limits the heat at the plug's face as well. */
export function withRelease(plan: PlanDocument, release: ReleasePlan): PlanDocument {
  const next = { ...plan, release };
  const before = [...new Set(agentsOf(plan))].join();
  return before === [...new Set(agentsOf(next))].join() ? next : withWeakestLimit(next);
}
