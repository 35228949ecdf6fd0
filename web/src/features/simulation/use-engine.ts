import { useCallback, useEffect, useRef } from 'react';
import type { Helper } from '../../shared/helper';
import { makeSimulation } from './make-worker';
import type { SimulationService } from './simulation.worker';

/** A worker that simulates for this part of the page: begun when it is first asked for, stopped with the page. */
export function useEngine(): () => Helper<SimulationService> {
  const engine = useRef<Helper<SimulationService> | null>(null);
  useEffect(
    () => () => {
      engine.current?.stop();
      engine.current = null;
    },
    [],
  );
  return useCallback(() => (engine.current ??= makeSimulation()), []);
}
