import { KELVIN } from '../../units/kelvin.js';
import { glassTransitionC } from '../../cure/vitrification.js';
import { sampleSegment } from '../../growth/field-history.js';
import type { GrowthResult } from '../../growth/growth-result.js';
import type { PlanDocument } from '../../plan/plan-document.js';
import type { PlacedLayer } from '../../plan/placed-layer.js';
import { CARE, levelOf, type Verdict } from './verdict.js';

/** A layer is let go only this far below its glass transition [K]; assumed. */
export const COOL_BELOW_TG_K = 15;
/** Post-cure stays this far below the glass transition of the moment [K]; general practice, see docs/references.md#post-cure. */
export const POST_CURE_BELOW_TG_K = 5;
/** Hours at room temperature before a post-cure; general practice. */
const POST_CURE_AFTER_H = 24;

export function demoldCure({ planLayer, outcome, card, baseM }: PlacedLayer, plan: PlanDocument): Verdict {
  const margin = outcome.cureMin - card.limits.demoldCure;
  return {
    id: `demold-${planLayer.id}`,
    kind: 'demold-cure',
    aboutId: planLayer.id,
    subject: planLayer.name,
    level: levelOf(margin, CARE.cure),
    quantity: 'cure',
    value: outcome.cureMin,
    limit: card.limits.demoldCure,
    margin,
    sense: 'at least',
    timeS: plan.demoldMin * 60,
    heightM: baseM + outcome.thicknessM / 2,
    remedy: 'Leave it on the plug longer or warm it before demolding.',
  };
}

/** Temperature at demolding of the layer that is closest to going soft. */
export function demoldGlass(placed: readonly PlacedLayer[], plan: PlanDocument, result: GrowthResult): Verdict[] {
  const field = result.segments.at(-1)?.field;
  if (!field || field.frames === 0) return [];
  const judged = placed.map(({ planLayer, outcome, card, baseM }) => {
    let warmestK = 0;
    for (let i = outcome.start; i < outcome.end; i++) warmestK = Math.max(warmestK, sampleSegment(field, field.tempK, i, plan.demoldMin * 60));
    const limit = glassTransitionC(outcome.cureMin, card.kinetics) - COOL_BELOW_TG_K;
    const value = warmestK - KELVIN;
    return { planLayer, value, limit, margin: limit - value, heightM: baseM + outcome.thicknessM / 2 };
  });
  const worst = judged.reduce<(typeof judged)[number] | null>((least, one) => (least && least.margin <= one.margin ? least : one), null);
  if (!worst) return [];
  return [
    {
      id: 'demold-tg',
      kind: 'demold-tg',
      aboutId: worst.planLayer.id,
      subject: worst.planLayer.name,
      level: levelOf(worst.margin, CARE.temperatureC),
      quantity: 'temperature',
      value: worst.value,
      limit: worst.limit,
      margin: worst.margin,
      sense: 'at most',
      timeS: plan.demoldMin * 60,
      heightM: worst.heightM,
      remedy: 'Let it cool on the plug, or cure it further: near its glass transition it bends as it is pulled.',
    },
  ];
}

interface Closest {
  readonly layer: PlacedLayer;
  readonly tempC: number;
  readonly limitC: number;
  readonly timeS: number;
}

/** Where the post-cure comes closest to the glass transition of the moment. */
function closestToGlass(placed: readonly PlacedLayer[], result: GrowthResult, fromS: number): Closest | null {
  let closest: Closest | null = null;
  for (const { field } of result.segments) {
    for (let f = 0; f < field.frames; f++) {
      if (field.timeS[f] < fromS) continue;
      for (const layer of placed) {
        for (let i = layer.outcome.start; i < Math.min(layer.outcome.end, field.cells); i++) {
          const at = f * field.cells + i;
          const tempC = field.tempK[at] - KELVIN;
          const limitC = glassTransitionC(field.cure[at], layer.card.kinetics) - POST_CURE_BELOW_TG_K;
          if (!closest || limitC - tempC < closest.limitC - closest.tempC) closest = { layer, tempC, limitC, timeS: field.timeS[f] };
        }
      }
    }
  }
  return closest;
}

/** A post-cure against glass transition, ramp and the hours before it. */
export function postCureVerdicts(placed: readonly PlacedLayer[], plan: PlanDocument, result: GrowthResult): Verdict[] {
  const { postCure } = plan;
  const last = plan.sessions.at(-1);
  if (!postCure || !last || placed.length === 0) return [];
  const startS = postCure.startMin * 60;
  const closest = closestToGlass(placed, result, startS);
  const afterH = (postCure.startMin - last.startMin) / 60;
  const ramp = Math.min(...placed.map(({ card }) => card.limits.postCureRampKPerH));
  const common = { aboutId: null, timeS: startS, heightM: null };
  return [
    ...(closest ? [glassVerdict(closest)] : []),
    {
      ...common,
      id: 'post-cure-ramp',
      kind: 'post-cure-ramp',
      subject: 'Post-cure, ramp',
      level: levelOf(ramp - postCure.rampKPerH, 0),
      quantity: 'ramp',
      value: postCure.rampKPerH,
      limit: ramp,
      margin: ramp - postCure.rampKPerH,
      sense: 'at most',
      remedy: 'Warm it more slowly: the glass transition must climb ahead of the temperature.',
    },
    {
      ...common,
      id: 'post-cure-start',
      kind: 'post-cure-start',
      subject: 'Post-cure, start',
      level: levelOf(afterH - POST_CURE_AFTER_H, 0),
      quantity: 'clock',
      value: startS / 3600,
      limit: last.startMin / 60 + POST_CURE_AFTER_H,
      margin: afterH - POST_CURE_AFTER_H,
      sense: 'at least',
      remedy: `Let it stand at room temperature for ${String(POST_CURE_AFTER_H)} h after the last session first.`,
    },
  ];
}

function glassVerdict({ layer, tempC, limitC, timeS }: Closest): Verdict {
  return {
    id: 'post-cure-tg',
    kind: 'post-cure-tg',
    aboutId: layer.planLayer.id,
    subject: `Post-cure, ${layer.planLayer.name}`,
    level: levelOf(limitC - tempC, CARE.temperatureC / 2),
    quantity: 'temperature',
    value: tempC,
    limit: limitC,
    margin: limitC - tempC,
    sense: 'at most',
    timeS,
    heightM: layer.baseM + layer.outcome.thicknessM / 2,
    remedy: 'Ramp more slowly, hold lower, or let it cure longer at room temperature first.',
  };
}
