import type { MixRow } from '@pentimento/core/mix';
import type { SectionPlan } from '@pentimento/core/plan';
import { useEffect, useRef, useState } from 'react';
import type { Card } from '../../api/api';
import { makeSimulation } from './make-worker';

const REST_MS = 250;

export interface Mix {
  /** null: still being worked out */
  readonly rows: readonly MixRow[] | null;
  readonly problem: string | null;
}

/** Pots of a plan, worked out in a worker; what was simulated once is kept while the page is open. */
export function useMix(plan: SectionPlan, cards: readonly Card[]): Mix {
  const [mix, setMix] = useState<Mix>({ rows: null, problem: null });
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
    // Waits until the hand rests: pots are for plans that stand, not for those that pass.
    const wait = setTimeout(() => void run(), REST_MS);
    const run = async (): Promise<void> => {
      if (engine.current?.cards !== cards) {
        engine.current?.made.stop();
        engine.current = { made: makeSimulation(), cards };
        await engine.current.made.service.setCards(cards);
      }
      const answer = await engine.current.made.service.mix(plan);
      if (!on) return;
      setMix((before) => (answer.ok ? { rows: answer.rows, problem: null } : { ...before, problem: answer.detail }));
    };
    return () => {
      on = false;
      clearTimeout(wait);
    };
  }, [plan, cards]);
  return mix;
}
