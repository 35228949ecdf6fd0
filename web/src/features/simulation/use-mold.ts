import type { TriedRemedy } from '@pentimento/core/judging';
import type { PlanDocument } from '@pentimento/core/plan';
import { useEffect, useState } from 'react';
import type { Card } from '../../api/api';
import { useEngine } from './use-engine';
import { whyNot, type Prepared } from '../../shared/helper';
import type { SimulationService, WholeMold } from './simulation.worker';

const REST_MS = 120;

export interface Mold {
  /** null: still being worked out */
  readonly whole: WholeMold | null;
  /** The plan that it is of */
  readonly plan: PlanDocument | null;
  readonly problem: string | null;
  /** What could be done, by the cause's id, and of which section; null: not tried yet */
  readonly remedies: {
    readonly plan: PlanDocument;
    readonly sectionId: string;
    readonly byCause: ReadonlyMap<string, readonly TriedRemedy[]>;
  } | null;
}

/** All sections and zones of a plan with pots and steps, worked out in a worker of their own; what was simulated once is kept while the page is open. */
export function useMold(plan: PlanDocument, cards: readonly Card[], sectionId: string | null = null): Mold {
  const [mold, setMold] = useState<Mold>({ whole: null, plan: null, problem: null, remedies: null });
  const engine = useEngine();
  useEffect(() => {
    let on = true;
    // Waits until the hand rests: this is for plans that stand, not for those that pass.
    const wait = setTimeout(() => void run(), REST_MS);
    const run = async (): Promise<void> => {
      const helper = engine();
      const prepared: Prepared<SimulationService> = { key: cards, tell: (service) => service.setCards(cards) };
      const answer = await helper
        .ask((service) => service.mold(plan), prepared)
        .catch((error: unknown) => ({ ok: false, detail: whyNot(error) }) as const);
      if (!on) return;
      setMold((before) => (answer.ok ? { ...before, whole: answer.mold, plan, problem: null } : { ...before, problem: answer.detail }));
      if (sectionId === null || !answer.ok) return;
      const tried = await helper.ask((service) => service.remedies(plan, sectionId), prepared).catch(() => ({ ok: false }) as const);
      if (tried.ok) setMold((before) => (before.plan === plan ? { ...before, remedies: { plan, sectionId, byCause: tried.byCause } } : before));
    };
    return () => {
      on = false;
      clearTimeout(wait);
    };
  }, [plan, cards, sectionId, engine]);
  return mold;
}
