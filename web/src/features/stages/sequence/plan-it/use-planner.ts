import type { PlanDocument } from '@pentimento/core/plan';
import type { Objective, PlanTask } from '@pentimento/core/planning';
import type { ShopCalendar } from '@pentimento/core/shop';
import { proxy } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Card } from '../../../../api/api';
import { whyNot } from '../../../../shared/helper';
import { makePlanner } from './make-planner';
import type { Made, PlanProgress } from './planning.worker';

/** One search of several that run beside each other. */
export interface SearchState {
  readonly objective: Objective;
  readonly evaluated: number;
  readonly best: PlanProgress['better'];
  /** null: it runs, or was stopped */
  readonly made: Made | null;
  readonly problem: string | null;
}

export interface PlannerState {
  /** The plan that it was asked about */
  readonly plan: PlanDocument | null;
  readonly running: boolean;
  readonly searches: readonly SearchState[];
}

export interface Planner extends PlannerState {
  start: (plan: PlanDocument, cards: readonly Card[], shop: ShopCalendar | null, task: PlanTask, objectives: readonly Objective[]) => void;
  stop: () => void;
}

/** Searches for a plan with each objective, one worker for each, as many at a time as the machine has cores. Stopped, the best so far stays. */
export function usePlanner(): Planner {
  const [state, setState] = useState<PlannerState>({ plan: null, running: false, searches: [] });
  const live = useRef<{ cancel: () => void } | null>(null);
  const stop = useCallback(() => {
    live.current?.cancel();
    live.current = null;
    setState((before) => (before.running ? { ...before, running: false } : before));
  }, []);
  useEffect(() => stop, [stop]);

  const start = useCallback<Planner['start']>((plan, cards, shop, task, objectives) => {
    live.current?.cancel();
    const life: { on: boolean } = { on: true };
    // Asked through a function, since it changes while searches run.
    const alive = (): boolean => life.on;
    const helpers = new Set<ReturnType<typeof makePlanner>>();
    live.current = {
      cancel: () => {
        life.on = false;
        for (const helper of helpers) helper.stop();
      },
    };
    const change = (objective: Objective, by: (before: SearchState) => Partial<SearchState>): void => {
      if (!alive()) return;
      setState((before) => ({
        ...before,
        searches: before.searches.map((one) => (one.objective === objective ? { ...one, ...by(one) } : one)),
      }));
    };
    setState({ plan, running: true, searches: objectives.map((objective) => ({ objective, evaluated: 0, best: null, made: null, problem: null })) });
    const waiting = [...objectives];
    const next = async (): Promise<void> => {
      for (let objective = waiting.shift(); objective !== undefined && alive(); objective = waiting.shift()) {
        const own = objective;
        const helper = makePlanner();
        helpers.add(helper);
        const onProgress = ({ evaluated, better }: PlanProgress): void => {
          change(own, (before) => ({ evaluated: Math.max(before.evaluated, evaluated), best: better ?? before.best }));
        };
        try {
          const made = await helper.ask((service) => service.make({ plan, shop, task: { ...task, objective: own } }, proxy(onProgress)), {
            key: cards,
            tell: (service) => service.setCards(cards),
          });
          change(own, () => ({ made, evaluated: made.evaluated }));
        } catch (error) {
          change(own, () => ({ problem: whyNot(error) }));
        }
        helper.stop();
        helpers.delete(helper);
      }
    };
    const lanes = Math.max(1, Math.min(objectives.length, navigator.hardwareConcurrency));
    void Promise.all(Array.from({ length: lanes }, next)).then(() => {
      if (alive()) setState((before) => ({ ...before, running: false }));
    });
  }, []);

  return { ...state, start, stop };
}
