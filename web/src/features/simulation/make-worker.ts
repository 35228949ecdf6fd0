import { makeHelper, type Helper } from '../../shared/helper';
import type { SimulationService } from './simulation.worker';

/** A worker that simulates and judges. Alone in its file, so that tests without workers can replace it. */
export const makeSimulation = (): Helper<SimulationService> =>
  makeHelper<SimulationService>(() => new Worker(new URL('./simulation.worker.ts', import.meta.url), { type: 'module' }));
