import { airTempK, type AirCourse, type TableCourse } from '../heat/air.js';
import { KELVIN } from '../units/kelvin.js';
import type { SectionPlan } from './section-plan.js';
import { planAir } from './shop-air.js';

/** The oven of a post-cure: up from the shop's air of that moment, hold, and back down as fast; null: none, or no warmer than the shop. */
function ovenOf({ climate, postCure }: Pick<SectionPlan, 'climate' | 'postCure'>): TableCourse | null {
  if (!postCure) return null;
  const startS = postCure.startMin * 60;
  const fromK = airTempK(planAir(climate), startS);
  const holdK = postCure.holdC + KELVIN;
  const rampS = (Math.abs(holdK - fromK) / postCure.rampKPerH) * 3600;
  if (rampS < 1) return null;
  const holdS = postCure.holdMin * 60;
  return { kind: 'table', timeS: [startS, startS + rampS, startS + rampS + holdS, startS + 2 * rampS + holdS], tempK: [fromK, holdK, holdK, fromK] };
}

/** When the oven starts, is hot, begins to cool and is cold again [min on the plan's clock]; null: there is none. */
export function postCureTimes(
  plan: Pick<SectionPlan, 'climate' | 'postCure'>,
): { startMin: number; hotMin: number; coolingMin: number; endMin: number } | null {
  const oven = ovenOf(plan);
  if (!oven) return null;
  const [startMin, hotMin, coolingMin, endMin] = oven.timeS.map((s) => s / 60);
  return { startMin, hotMin, coolingMin, endMin };
}

/** When the oven is back at the shop's temperature [min on the plan's clock]; 0 without one. */
export function postCureEndMin(plan: Pick<SectionPlan, 'climate' | 'postCure'>): number {
  return (ovenOf(plan)?.timeS.at(-1) ?? 0) / 60;
}

/** Shop air with the oven of the post-cure over it. */
export function planSurroundings(plan: SectionPlan): AirCourse {
  const around = planAir(plan.climate);
  const oven = ovenOf(plan);
  return oven ? { kind: 'oven', around, oven } : around;
}
