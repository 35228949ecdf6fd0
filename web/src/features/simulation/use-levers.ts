import type { TriedLever, Verdict } from '@pentimento/core/judging';
import type { PlanDocument } from '@pentimento/core/plan';
import { useCallback } from 'react';
import type { Card } from '../../api/api';
import { useAnswer, type Helper } from '../../shared/helper';
import { makeSimulation } from './make-worker';
import type { SimulationService } from './simulation.worker';

const NONE: readonly TriedLever[] = [];

/** What moves a limit's number most, tried in a worker that is gone afterwards; null: still being tried, or not asked. */
export function useLevers(plan: PlanDocument, sectionId: string, verdict: Verdict | null, cards: readonly Card[]): readonly TriedLever[] | null {
  const question = useCallback(
    (helper: Helper<SimulationService>) =>
      verdict
        ? helper.ask((service) => service.levers(plan, sectionId, verdict), { key: cards, tell: (service) => service.setCards(cards) })
        : Promise.resolve(null),
    [plan, sectionId, verdict, cards],
  );
  const answer = useAnswer(makeSimulation, verdict ? question : null);
  if (!verdict || answer.state === 'waiting') return null;
  return answer.state === 'there' ? (answer.value ?? NONE) : NONE;
}
