import type { PlanDocument } from '@pentimento/core/plan';
import { useEffect, useRef, useState } from 'react';
import type { Card } from '../../api/api';
import { makeSimulation } from './make-worker';
import type { WholeMold } from './simulation.worker';

const REST_MS = 120;

export interface Mold {
  /** null: still being worked out */
  readonly whole: WholeMold | null;
  /** The plan that it is of */
  readonly plan: PlanDocument | null;
  readonly problem: string | null;
}

/** All sections and zones of a plan with pots and steps, worked out in a worker of their own; what was simulated once is kept while the page is open. */
export function useMold(plan: PlanDocument, cards: readonly Card[]): Mold {
  const [mold, setMold] = useState<Mold>({ whole: null, plan: null, problem: null });
  const engine = useRef<{ made: ReturnType<typeof makeSimulation>; cards: readonly Card[] } | null>(null);
  useEffect(
    () => () => {
      engine.current?.made.stop();
      engine.current = null;
    },
    [],
  );
  useEffect(() => {
    let on = true;
    // Waits until the hand rests: this is for plans that stand, not for those that pass.
    const wait = setTimeout(() => void run(), REST_MS);
    const run = async (): Promise<void> => {
      if (engine.current?.cards !== cards) {
        engine.current?.made.stop();
        engine.current = { made: makeSimulation(), cards };
        await engine.current.made.service.setCards(cards);
      }
      const answer = await engine.current.made.service.mold(plan);
      if (!on) return;
      setMold((before) => (answer.ok ? { whole: answer.mold, plan, problem: null } : { ...before, problem: answer.detail }));
    };
    return () => {
      on = false;
      clearTimeout(wait);
    };
  }, [plan, cards]);
  return mold;
}
