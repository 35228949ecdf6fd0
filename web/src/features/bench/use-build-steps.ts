import { isStepEntry, type StepEntry } from '@pentimento/core/log';
import type { CardLibrary } from '@pentimento/core/plan';
import { parseISO } from 'date-fns';
import { useEffect, useMemo, useState } from 'react';
import { useBuildLogQuery, type Build, type Card } from '../../api/api';
import { useAppSelector } from '../../app/store';
import { whyNot } from '../../shared/helper';
import { useEngine } from '../simulation/use-engine';
import type { BenchState } from '../simulation/simulation.worker';
import { usePlanCards } from '../stage/use-plan-cards';

export interface BuildSteps {
  /** null: still being worked out */
  readonly state: BenchState | null;
  readonly entries: readonly StepEntry[];
  readonly library: CardLibrary | null;
  readonly cards: readonly Card[];
  readonly dayOneMs: number;
  readonly problem: string | null;
  readonly error: unknown;
  readonly retry: () => void;
}

const ASKED_MS = 30_000;
/** What is not begun is moved out of the past in steps of this [min]. */
const NOW_STEP_MIN = 5;

/** A build's log with the lines that still wait here to be sent, and what it makes of the plan: worked out anew after every line. */
export function useBuildSteps(build: Build, newest: readonly Card[], nowMin: number): BuildSteps {
  const { plan } = build.current;
  const { cards, library, error } = usePlanCards(plan, newest);
  // Told of changes at once; asked now and then all the same, for a line that no longer tells.
  const log = useBuildLogQuery(build.id, { pollingInterval: ASKED_MS, skipPollingIfUnfocused: true });
  const waiting = useAppSelector((state) => state.outbox.waiting);
  const dayOneMs = parseISO(plan.startDate).getTime();
  const entries = useMemo(() => {
    const kept = (log.data ?? []).filter(isStepEntry);
    const here = waiting.flatMap((record): StepEntry[] => {
      if (record.kind !== 'step' || record.buildId !== build.id || kept.some(({ id }) => id === record.body.id)) return [];
      const line = { ...record.body, data: record.body.data ?? null, madeBy: 'waiting to be sent' };
      return isStepEntry(line) ? [line] : [];
    });
    return [...kept, ...here];
  }, [log.data, waiting, build.id]);
  const [answer, setAnswer] = useState<{ state: BenchState | null; problem: string | null }>({ state: null, problem: null });
  const engine = useEngine();
  // What is finished is not late.
  const now = build.status === 'finished' ? 0 : Math.floor(nowMin / NOW_STEP_MIN) * NOW_STEP_MIN;
  useEffect(() => {
    if (!cards || !log.data) return;
    let on = true;
    const helper = engine();
    helper
      .ask((service) => service.bench(plan, { entries, dayOneMs, nowMin: now }), { key: cards, tell: (service) => service.setCards(cards) })
      .catch((failed: unknown) => ({ ok: false, detail: whyNot(failed) }) as const)
      .then((found) => {
        if (on) setAnswer((before) => (found.ok ? { state: found.state, problem: null } : { ...before, problem: found.detail }));
      })
      .catch(() => undefined);
    return () => {
      on = false;
    };
  }, [plan, cards, entries, dayOneMs, now, log.data, engine]);
  return {
    ...answer,
    entries,
    library,
    cards: cards ?? NONE,
    dayOneMs,
    error: error ?? (log.data ? undefined : log.error),
    retry: () => void log.refetch(),
  };
}

const NONE: readonly Card[] = [];
