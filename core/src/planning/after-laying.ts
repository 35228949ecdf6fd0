import type { PlanDemold, PlanDocument } from '../plan/plan-document.js';
import { postCureTimes } from '../plan/surroundings.js';

/** The oven comes no sooner after the last ply than this [min]. */
const LEAST_TO_OVEN_MIN = 60;
const GRID_MIN = 15;

/** Demolding of a mold with that of one section's moved; sections that come off together move together. */
export function demoldedAt({ demolds }: Pick<PlanDocument, 'demolds'>, sectionId: string, atMin: number): PlanDemold[] {
  return demolds.map((demold) => (demold.sectionIds.includes(sectionId) ? { ...demold, atMin } : demold));
}

/** A plan whose ovens begin as long after what is laid as they were planned to, and when the last of them for a section is cold [min]; 0: none. */
export function ovenAfter(
  plan: PlanDocument,
  sectionId: string,
  { laidMin, byMin }: { readonly laidMin: number; readonly byMin: number },
): { readonly plan: PlanDocument; readonly endMin: number } {
  let endMin = 0;
  const postCures = plan.postCures.map((oven) => {
    if (!oven.sectionIds.includes(sectionId)) return oven;
    const startMin = Math.ceil(Math.max(oven.startMin + byMin, laidMin + LEAST_TO_OVEN_MIN) / GRID_MIN) * GRID_MIN;
    const moved = { ...oven, startMin };
    endMin = Math.max(endMin, postCureTimes({ climate: plan.assumed.climate, postCure: moved })?.endMin ?? 0);
    return moved;
  });
  return { plan: { ...plan, postCures }, endMin };
}
