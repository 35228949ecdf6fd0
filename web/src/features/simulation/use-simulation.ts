import type { PlanDocument, SectionPlan } from '@pentimento/core/plan';
import { useEffect, useRef, useState } from 'react';
import type { Card } from '../../api/api';
import { whyNot } from '../../shared/helper';
import { makeSimulation } from './make-worker';
import type { Picture } from './picture';

export interface Simulation {
  /** Newest picture, the zone it shows, and the plan that it is of; all null before the first */
  readonly picture: Picture | null;
  readonly view: SectionPlan | null;
  readonly plan: PlanDocument | null;
  /** Why the newest plan has no picture */
  readonly problem: string | null;
}

/** Which zone of which section. */
export interface ZoneOfPlan {
  readonly sectionId: string;
  readonly zoneId: string;
}

const EMPTY: Simulation = { picture: null, view: null, plan: null, problem: null };

/**
 * Simulates a zone of a plan in a worker while it changes. Only the newest plan counts: what the hand has passed is skipped,
 * so the picture follows as fast as the machine allows.
 */
export function useSimulation(plan: PlanDocument | null, { sectionId, zoneId }: ZoneOfPlan, cards: readonly Card[] | null): Simulation {
  const [simulation, setSimulation] = useState<Simulation>(EMPTY);
  const engine = useRef<ReturnType<typeof makeSimulation> | null>(null);
  const wanted = useRef<(ZoneOfPlan & { readonly plan: PlanDocument }) | null>(null);
  const busy = useRef(false);
  const wantedCards = useRef<readonly Card[] | null>(null);

  useEffect(() => {
    const made = makeSimulation();
    engine.current = made;
    return () => {
      made.stop();
      engine.current = null;
      busy.current = false;
    };
  }, []);

  useEffect(() => {
    wanted.current = plan && { plan, sectionId, zoneId };
    // A running loop picks up newer cards as well as a newer plan.
    wantedCards.current = cards;
    if (busy.current || !plan || !cards || !engine.current) return;
    const helper = engine.current;
    const run = async (): Promise<void> => {
      busy.current = true;
      for (let next = wanted.current; next && engine.current; next = wanted.current) {
        wanted.current = null;
        const now = wantedCards.current ?? [];
        const { plan: shown, sectionId: section, zoneId: zone } = next;
        const answer = await helper
          .ask((service) => service.picture(shown, section, zone), { key: now, tell: (service) => service.setCards(now) })
          .catch((error: unknown) => ({ ok: false, detail: whyNot(error) }) as const);
        if (engine.current !== helper) break;
        if (answer.ok) setSimulation({ picture: answer.picture, view: answer.view, plan: shown, problem: null });
        else setSimulation((last) => ({ ...last, problem: answer.detail }));
      }
      busy.current = false;
    };
    void run();
  }, [plan, sectionId, zoneId, cards]);

  return simulation;
}
