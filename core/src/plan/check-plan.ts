import { DomainError } from '../errors/domain-error.js';
import { requireInRange } from '../errors/require.js';
import { substanceOf } from '../materials/substances.js';
import { TO_DEMOLD_MIN } from './edit-plan.js';
import { checkIds, checkPart, entryName } from './fields/check-part.js';
import { rangeOf } from './fields/field.js';
import { checkOverlap } from './parts/kit-plan.js';
import { checkPartings } from './parts/mold-design.js';
import { sumAreas } from './parts/patch-area.js';
import { checkOverride } from './parts/release-plan.js';
import { postCureEndMin } from './surroundings.js';
import { filmRange, sectionPlanFields, postCureFields, type SectionPlan, type PlanLayer } from './section-plan.js';

/** Shortest time from the last session to the oven [min]. */
const TO_OVEN_MIN = 15;

/**
 * Refuses a plan that cannot be simulated or makes no sense in the shop: each field on its own, then what must fit together.
 * @throws DomainError naming session and layer, the value and what was expected
 */
export function checkPlan(plan: SectionPlan): void {
  checkPart(sectionPlanFields, plan);
  plan.plug.surfaces?.forEach(substanceOf);
  checkOrder(plan);
  checkIds(
    plan.sessions.flatMap(({ layers }) => layers),
    'layer',
  );
  plan.sessions.forEach((session, s) => {
    session.layers.forEach((layer, l) => {
      checkThickness(layer, `${entryName('session', s, session)}, ${entryName('layer', l, layer)}`);
    });
  });
  checkPatches(plan);
  if (plan.design) checkPartings(plan.design);
  if (plan.release) checkOverride(plan.release);
  if (plan.kit) checkOverlap(plan.kit);
}

/** Sessions after one another, then the oven, then demolding. */
function checkOrder(plan: SectionPlan): void {
  const { sessions, postCure, demoldMin } = plan;
  sessions.forEach((session, i) => {
    if (i === 0 || session.startMin >= sessions[i - 1].startMin) return;
    throw new DomainError({
      code: 'session-before-predecessor',
      quantity: `${entryName('session', i, session)}, start`,
      value: session.startMin,
      expected: `not before "${sessions[i - 1].name}" at ${String(sessions[i - 1].startMin)} min`,
    });
  });
  const lastMin = sessions.at(-1)?.startMin ?? 0;
  if (postCure) requireInRange('post-cure, start', postCure.startMin, { ...rangeOf(postCureFields.startMin), min: lastMin + TO_OVEN_MIN });
  requireInRange('demolding', demoldMin, { ...rangeOf(sectionPlanFields.demoldMin), min: lastMin + TO_DEMOLD_MIN });
  if (!postCure) return;
  const endsMin = Math.ceil(postCureEndMin(plan));
  if (demoldMin < endsMin)
    throw new DomainError({
      code: 'bad-document',
      quantity: 'demolding',
      value: demoldMin,
      expected: `not before the post-cure has cooled down, at ${String(endsMin)} min; start the oven earlier, shorten it, or demold later`,
    });
}

/** The area of a plan with measured patches is their sum. */
function checkPatches({ patches, areaM2 }: SectionPlan): void {
  if (!patches || patches.length === 0) return;
  const { totalM2 } = sumAreas(patches);
  requireInRange('area of all patches', totalM2, rangeOf(sectionPlanFields.areaM2));
  if (Math.abs(totalM2 - areaM2) > 0.01 * totalM2)
    throw new DomainError({
      code: 'bad-document',
      quantity: 'area of the mold',
      value: areaM2,
      expected: `the sum of its patches, ${totalM2.toFixed(3)} m²`,
    });
}

function checkThickness(layer: PlanLayer, name: string): void {
  if ((layer.wetFilmUm === null) === (layer.laminate === null)) {
    throw new DomainError({
      code: 'bad-document',
      quantity: `${name}, thickness`,
      value: layer.wetFilmUm,
      expected: 'either a wet film or plies, not both',
    });
  }
  if (layer.wetFilmUm !== null) requireInRange(`${name}, wet film`, layer.wetFilmUm, layer.role === 'core' ? filmRange.core : filmRange.coat);
}
