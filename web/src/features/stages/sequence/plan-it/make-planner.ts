import { makeHelper, type Helper } from '../../../../shared/helper';
import type { PlanningService } from './planning.worker';

/** One worker of the planner. Alone in its file, so that tests without workers can replace it. */
export const makePlanner = (): Helper<PlanningService> =>
  makeHelper<PlanningService>(() => new Worker(new URL('./planning.worker.ts', import.meta.url), { type: 'module' }), LONGEST_MS);

/** A search has its own end; this is for one that never comes to it [ms]. */
const LONGEST_MS = 300_000;
