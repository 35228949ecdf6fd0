import type { TriedLever, Verdict } from '@pentimento/core/judging';
import type { PlanDocument } from '@pentimento/core/plan';
import { useEffect, useState } from 'react';
import type { Card } from '../../api/api';
import { makeSimulation } from './make-worker';

/** What moves a limit's number most, tried in a worker that is gone afterwards; null: still being tried, or not asked. */
export function useLevers(plan: PlanDocument, sectionId: string, verdict: Verdict | null, cards: readonly Card[]): readonly TriedLever[] | null {
  const [found, setFound] = useState<{ readonly of: Verdict; readonly levers: readonly TriedLever[] } | null>(null);
  useEffect(() => {
    if (!verdict) return;
    const { service, stop } = makeSimulation();
    let on = true;
    const run = async (): Promise<void> => {
      await service.setCards(cards);
      const levers = await service.levers(plan, sectionId, verdict);
      if (on) setFound({ of: verdict, levers: levers ?? [] });
    };
    void run();
    return () => {
      on = false;
      stop();
    };
  }, [plan, sectionId, verdict, cards]);
  return found && found.of === verdict ? found.levers : null;
}
