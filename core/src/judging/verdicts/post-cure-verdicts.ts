import { KELVIN } from '../../units/kelvin.js';
import { glassTransitionC } from '../../cure/vitrification.js';
import type { GrowthResult } from '../../growth/growth-result.js';
import type { SectionPlan } from '../../plan/section-plan.js';
import type { PlacedLayer } from '../../plan/placed-layer.js';
import { CARE, levelOf, type Verdict } from './verdict.js';

/** Post-cure stays this far below the glass transition of the moment [K]; general practice, see docs/references.md#post-cure. */
export const POST_CURE_BELOW_TG_K = 5;

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

/** A post-cure against glass transition and ramp; how long it must stand before follows from the first. */
export function postCureVerdicts(placed: readonly PlacedLayer[], plan: SectionPlan, result: GrowthResult): Verdict[] {
  const { postCure } = plan;
  if (!postCure || placed.length === 0) return [];
  const startS = postCure.startMin * 60;
  const closest = closestToGlass(placed, result, startS);
  const ramp = Math.min(...placed.map(({ card }) => card.limits.postCureRampKPerH));
  return [
    ...(closest ? [glassVerdict(closest)] : []),
    {
      aboutId: null,
      timeS: startS,
      heightM: null,
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
