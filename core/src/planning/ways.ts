import type { PlanDocument } from '../plan/plan-document.js';
import { warmerShop } from '../plan/shop-air.js';
import { AS_PLANNED, type Way } from './section-items.js';
import type { PlanTask } from './task.js';

const CATALYST_PCT = 0.25;
/** A warmer shop: heated by day and night, so that it swings less. */
const WARMER_K = 3;
const STEADIER = 0.5;

/** Every way in which a session may be laid; the first is as planned. */
export function waysOf({ catalyst, joints, people }: PlanTask['vary'], plan: PlanDocument): Way[] {
  const catalysts = catalyst ? [0, -CATALYST_PCT, CATALYST_PCT] : [0];
  const most = people ?? 0;
  const crews = [null, ...Array.from({ length: most }, (_, i) => i + 1).filter((n) => n >= Math.min(most, plan.mix?.people ?? 2))];
  const found = catalysts.flatMap((catalystPct) =>
    (joints ? [false, true] : [false]).flatMap((abraded) => crews.map((crew): Way => ({ catalystPct, abraded, people: crew }))),
  );
  return found.length > 0 ? found : [AS_PLANNED];
}

/** The plan in each air that the shop may be given. */
export function inEachAir(plan: PlanDocument, { air }: PlanTask['vary']): PlanDocument[] {
  const { climate } = plan.assumed;
  const others = [
    { ...climate, fan: !climate.fan },
    { ...warmerShop(climate, WARMER_K), swingC: climate.swingC * STEADIER },
  ];
  return [plan, ...(air ? others.map((one) => ({ ...plan, assumed: { ...plan.assumed, climate: one } })) : [])];
}
