import { wrap, type Remote } from 'comlink';
import type { SimulationService } from './simulation.worker';

/** Starts a simulation worker. Alone in its file, so that tests without workers can replace it. */
export function makeSimulation(): { service: Remote<SimulationService>; stop: () => void } {
  const worker = new Worker(new URL('./simulation.worker.ts', import.meta.url), { type: 'module' });
  return {
    service: wrap<SimulationService>(worker),
    stop: () => {
      worker.terminate();
    },
  };
}
