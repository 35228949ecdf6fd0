import type { CardLibrary } from '@pentimento/core/plan';
import type { Step, StepEntry } from '@pentimento/core/steps';
import { useMemo } from 'react';
import { useBuildLogQuery, type Build, type Card } from '../../api/api';
import { useAppSelector } from '../../app/store';
import { useMold } from '../simulation/use-mold';
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
  const { whole, problem } = useMold(plan, cards ?? NONE);
  const log = useBuildLogQuery(build.id, { pollingInterval: 2000, skipPollingIfUnfocused: true });
  const waiting = useAppSelector((state) => state.outbox.waiting);
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
    steps: cards ? (whole?.steps ?? null) : null,
    entries,
    library,
    problem: cards ? problem : null,
    error: error ?? (log.data ? undefined : log.error),
    retry: () => void log.refetch(),
  };
}

const NONE: readonly Card[] = [];
