import type { CardLibrary } from '@pentimento/core/plan';
import { stepsOf, type Step, type StepEntry } from '@pentimento/core/steps';
import { useMemo } from 'react';
import { useBuildLogQuery, type Build, type Card } from '../../api/api';
import { useAppSelector } from '../../app/store';
import { useMix } from '../simulation/use-mix';
import { useSimulation } from '../simulation/use-simulation';
import { usePlanCards } from '../stage/use-plan-cards';

export interface BuildSteps {
  /** null: still being worked out */
  readonly steps: readonly Step[] | null;
  readonly entries: readonly StepEntry[];
  readonly library: CardLibrary | null;
  readonly problem: string | null;
  readonly error: unknown;
  readonly retry: () => void;
}

/** Steps of a build's saved plan, and its log with the lines that still wait here to be sent. */
export function useBuildSteps(build: Build, newest: readonly Card[]): BuildSteps {
  const { plan } = build.current;
  const { cards, library, error } = usePlanCards(plan, newest);
  const simulation = useSimulation(plan, cards);
  const mix = useMix(plan, cards ?? NONE);
  const log = useBuildLogQuery(build.id, { pollingInterval: 2000, skipPollingIfUnfocused: true });
  const waiting = useAppSelector((state) => state.outbox.waiting);
  const { picture, problem } = simulation;
  const { rows } = mix;
  const steps = useMemo(
    () =>
      library && rows && picture
        ? stepsOf(plan, library, { windows: picture.windows, trim: picture.trim, backing: picture.backing, mix: rows })
        : null,
    [plan, library, rows, picture],
  );
  const entries = useMemo(() => {
    const kept = log.data ?? [];
    const here = waiting.flatMap((record): StepEntry[] =>
      record.kind === 'step' && record.buildId === build.id && !kept.some(({ id }) => id === record.body.id)
        ? [{ ...record.body, madeBy: 'waiting to be sent' }]
        : [],
    );
    return [...kept, ...here];
  }, [log.data, waiting, build.id]);
  return {
    steps,
    entries,
    library,
    problem: problem ?? mix.problem,
    error: error ?? (log.data ? undefined : log.error),
    retry: () => void log.refetch(),
  };
}

const NONE: readonly Card[] = [];
