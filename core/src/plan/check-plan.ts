import { DomainError } from '../errors/domain-error.js';
import { requireInRange } from '../errors/require.js';
import { checkDesign } from './parts/mold-design.js';
import { patchRanges, sumAreas } from './parts/patch-area.js';
import { checkKit } from './parts/kit-plan.js';
import { checkMix } from './parts/mix-plan.js';
import { substanceOf } from '../materials/substances.js';
import { checkIntake } from './parts/plug-intake.js';
import { checkRelease } from './parts/release-plan.js';
import { checkInfusion } from './parts/infusion.js';
import { planRanges, type PlanDocument, type PlanLayer } from './plan-document.js';

/**
 * Refuses a plan that cannot be simulated or makes no sense in the shop.
 * @throws DomainError naming session and layer, the value and what was expected
 */
export function checkPlan(plan: PlanDocument): void {
  requireInRange('area of the mold', plan.areaM2, planRanges.areaM2);
  requireInRange('plug thickness', plan.plug.thicknessMm, planRanges.plugThicknessMm);
  requireInRange('heat limit of the plug face', plan.plug.heatLimitC, planRanges.heatLimitC);
  requireInRange('number of surfaces on the plug', plan.plug.surfaces?.length ?? 0, planRanges.surfaces);
  plan.plug.surfaces?.forEach(substanceOf);
  requireInRange('mean shop temperature', plan.climate.meanC, planRanges.meanC);
  requireInRange('swing of the shop temperature', plan.climate.swingC, planRanges.swingC);
  plan.sessions.forEach((session, i) => {
    const name = `session ${String(i + 1)} (${session.name})`;
    requireInRange(`${name}, start`, session.startMin, planRanges.startMin);
    if (i > 0 && session.startMin < plan.sessions[i - 1].startMin) {
      throw new DomainError({
        code: 'session-before-predecessor',
        quantity: `${name}, start`,
        value: session.startMin,
        expected: `not before "${plan.sessions[i - 1].name}" at ${String(plan.sessions[i - 1].startMin)} min`,
      });
    }
    if (session.layers.length === 0)
      throw new DomainError({ code: 'value-missing', quantity: `${name}, layers`, value: [], expected: 'at least one layer' });
    for (const layer of session.layers) checkPlanLayer(layer, name);
  });
  const last = plan.sessions.at(-1);
  checkPostCure(plan);
  checkShape(plan);
  if (plan.intake) checkIntake(plan.intake);
  checkPatches(plan);
  if (plan.design) checkDesign(plan.design);
  if (plan.release) checkRelease(plan.release);
  if (plan.infusion) checkInfusion(plan.infusion);
  if (plan.mix) checkMix(plan.mix);
  if (plan.kit) checkKit(plan.kit);
  requireInRange('demolding', plan.demoldMin, { ...planRanges.startMin, min: (last?.startMin ?? 0) + 30 });
}

function checkPostCure({ postCure, sessions }: PlanDocument): void {
  if (!postCure) return;
  requireInRange('post-cure, ramp', postCure.rampKPerH, planRanges.rampKPerH);
  requireInRange('post-cure, hold', postCure.holdC, planRanges.holdC);
  requireInRange('post-cure, time held', postCure.holdMin, planRanges.holdMin);
  requireInRange('post-cure, start', postCure.startMin, { ...planRanges.startMin, min: (sessions.at(-1)?.startMin ?? 0) + 15 });
}

/** The area of a plan with measured patches is their sum. */
function checkPatches({ patches, areaM2 }: PlanDocument): void {
  if (!patches || patches.length === 0) return;
  requireInRange('number of patches', patches.length, patchRanges.patches);
  const { totalM2 } = sumAreas(patches);
  requireInRange('area of all patches', totalM2, planRanges.areaM2);
  if (Math.abs(totalM2 - areaM2) > 0.01 * totalM2)
    throw new DomainError({
      code: 'bad-document',
      quantity: 'area of the mold',
      value: areaM2,
      expected: `the sum of its patches, ${totalM2.toFixed(3)} m²`,
    });
}

function checkShape({ shape }: PlanDocument): void {
  if (!shape) return;
  requireInRange('length of the panel', shape.panelMm, planRanges.panelMm);
  requireInRange('number of corners', shape.cornersDeg.length, planRanges.corners);
  for (const angle of shape.cornersDeg) requireInRange('angle of a corner', angle, planRanges.cornerDeg);
}

function checkPlanLayer(layer: PlanLayer, session: string): void {
  const name = `${session}, ${layer.name}`;
  if (layer.catalystPct !== null) requireInRange(`${name}, catalyst`, layer.catalystPct, planRanges.catalystPct, 'catalyst-out-of-range');
  if ((layer.wetFilmUm === null) === (layer.laminate === null)) {
    throw new DomainError({
      code: 'bad-document',
      quantity: `${name}, thickness`,
      value: layer.wetFilmUm,
      expected: 'either a wet film or plies, not both',
    });
  }
  if (layer.wetFilmUm !== null) {
    const range = layer.role === 'core' ? planRanges.coreUm : planRanges.wetFilmUm;
    requireInRange(`${name}, wet film`, layer.wetFilmUm, range, layer.wetFilmUm === 0 ? 'zero-thickness' : 'value-out-of-range');
  }
  if (layer.application) requireInRange(`${name}, passes`, layer.application.passes, planRanges.passes);
  if (layer.extras) {
    requireInRange(`${name}, plies more on the flange`, layer.extras.flangePlies, planRanges.extraPlies);
    requireInRange(`${name}, plies more in corners`, layer.extras.cornerPlies, planRanges.extraPlies);
  }
  if (layer.laminate === null) return;
  requireInRange(`${name}, plies`, layer.laminate.plies, planRanges.plies, layer.laminate.plies === 0 ? 'zero-thickness' : 'value-out-of-range');
  requireInRange(`${name}, areal weight`, layer.laminate.glassGsm, planRanges.glassGsm);
  requireInRange(`${name}, resin to glass`, layer.laminate.resinToGlass, planRanges.resinToGlass);
}
