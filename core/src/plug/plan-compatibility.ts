import { cardOf, type CardLibrary } from '../plan/card-library.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { resinSubstance } from '../materials/resin-substance.js';
import type { MoldDesign } from '../plan/parts/mold-design.js';
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

function onThePlug({ plug }: SectionPlan): string[] {
  const surfaces = plug.surfaces ?? [];
  const named = surfaces.some((id) => substanceOf(id).traits.includes('substrate'));
  return named || !Object.hasOwn(OF_MATERIAL, plug.materialId) ? [...surfaces] : [OF_MATERIAL[plug.materialId], ...surfaces];
}

/** Everything that comes together in a plan: the plug, what is on it, and each resin of the stack. */
export function touchingSubstances(plan: SectionPlan, cards: CardLibrary): string[] {
  const resins = plan.sessions.flatMap((session) => session.layers.map((layer) => resinSubstance(cardOf(cards, layer.cardId).family)));
  return [...new Set([...onThePlug(plan), ...waxSheets(plan), ...resins])];
}

/** Agents of each zone against what is on the plug; what zones do to each other is not asked, they lie apart. */
function underRelease(plan: SectionPlan): CompatibilityHit[] {
  const below = onThePlug(plan);
  const found = (plan.release?.zones ?? []).flatMap(({ programId }) => {
    const agents = (plugReleaseProgram(programId)?.steps ?? []).flatMap(({ substanceId }) => substanceId ?? []);
    return compatibility([...below, ...agents]).filter(({ acting, on }) => below.includes(acting.id) !== below.includes(on.id));
  });
  return [...new Map(found.map((hit) => [`${hit.rule.id} ${hit.acting.id} ${hit.on.id}`, hit])).values()];
}

/** Coats and hours from which a seal counts as one (general practice, docs/references.md#compatibility). */
const SEAL = { coats: 2, curedH: 24 };

/** A rule against something that is sealed asks for care; once a test patch has passed it has nothing to say. */
function behindSeal({ plug: { seal } }: SectionPlan, hit: CompatibilityHit): CompatibilityHit[] {
  if (!hit.rule.sealable || !seal || seal.coats < SEAL.coats || seal.curedH < SEAL.curedH) return [hit];
  if (seal.testPatch) return [];
  const remedy = 'Sealed: look for pinholes against the light, and let a test patch pass before gel coat.';
  return hit.rule.level === 'note' ? [] : [{ ...hit, rule: { ...hit.rule, level: 'warn', remedy } }];
}

/** What does not go together in a plan, worst first; what a seal keeps apart is milder. */
export function planCompatibility(plan: SectionPlan, cards: CardLibrary): CompatibilityHit[] {
  const hits = [...compatibility(touchingSubstances(plan, cards)), ...underRelease(plan)];
  return byRank(hits.flatMap((hit) => behindSeal(plan, hit)));
}

/** Release agents of all zones. */
function agentsOf({ release }: SectionPlan): string[] {
  const zones = release?.zones ?? [];
  return zones.flatMap(({ programId }) => (plugReleaseProgram(programId)?.steps ?? []).flatMap(({ substanceId }) => substanceId ?? []));
}

/** Sheet wax, where the mold is enlarged over an existing thing or a zone says it is there. */
function waxSheets({ design, release }: SectionPlan): string[] {
  const there = Boolean(design?.offset) || (release?.zones ?? []).some(({ already }) => already === 'sheet wax');
  return there ? ['wax_sheet'] : [];
}

/** The weakest thing under the stack: surfaces, sheets and release agents that are named, else the plug itself. null: nothing limits. */
export function weakestUnderStack(plan: SectionPlan): ReturnType<typeof weakestHeat> {
  return weakestHeat([...(plan.plug.surfaces ?? []), ...waxSheets(plan), ...agentsOf(plan)]) ?? weakestHeat(onThePlug(plan));
}

/** Wax, clay and sheets under the stack give the face their limit wherever they are switched on, whatever the plan's number says. */
const SOFT = ['wax', 'clay'];

/** Highest temperature that the plug's face may see [°C]: the plan's number, or less where wax or clay lies there. */
export function faceLimitC(plan: SectionPlan): number {
  const soft = weakestHeat([
    ...(plan.plug.surfaces ?? []).filter((id) => substanceOf(id).traits.some((one) => SOFT.includes(one))),
    ...waxSheets(plan),
  ]);
  return Math.min(plan.plug.heatLimitC, soft?.heatLimitC ?? Infinity);
}

/** A plan whose plug face stands what the weakest thing under the stack stands. */
function withWeakestLimit(plan: SectionPlan): SectionPlan {
  const weakest = weakestUnderStack(plan);
  return weakest ? { ...plan, plug: { ...plan.plug, heatLimitC: weakest.heatLimitC } } : plan;
}

/** A plan with other surfaces on its plug; the weakest thing under the stack becomes the limit of the plug's face. */
export function withSurfaces(plan: SectionPlan, surfaces: readonly string[]): SectionPlan {
  return withWeakestLimit({ ...plan, plug: { ...plan.plug, surfaces: [...surfaces] } });
}

/** A plan with another mold design; sheet wax that it brings or takes away changes the limit of the plug's face. */
export function withDesign(plan: SectionPlan, design: MoldDesign): SectionPlan {
  const next = { ...plan, design };
  return waxSheets(plan).join() === waxSheets(next).join() ? next : withWeakestLimit(next);
}

/** A plan with another release; wax under the stack limits the heat at the plug's face as well. */
export function withRelease(plan: SectionPlan, release: ReleasePlan): SectionPlan {
  const next = { ...plan, release };
  const before = [...new Set(agentsOf(plan))].join();
  return before === [...new Set(agentsOf(next))].join() ? next : withWeakestLimit(next);
}
