import type { SectionPlan } from '@pentimento/core/plan';
import type { CloudRun, CloudSummary } from '@pentimento/core/uncertainty';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Card } from '../../../../api/api';
import { whyNot, type Prepared } from '../../../../shared/helper';
import type { CloudService } from './cloud.worker';
import { makeCloud } from './make-cloud';

/** The cloud that is shown: what plan it is of, and how far it has come. */
export interface CloudState {
  readonly plan: SectionPlan | null;
  readonly done: number;
  readonly wanted: number;
  readonly running: boolean;
  readonly summary: CloudSummary | null;
  readonly tookMs: number | null;
  /** Why it broke off; null: it did not */
  readonly problem: string | null;
}

export interface Cloud extends CloudState {
  start: (plan: SectionPlan, cards: readonly Card[], runs: number) => void;
  stop: () => void;
}

const IDLE: CloudState = { plan: null, done: 0, wanted: 0, running: false, summary: null, tookMs: null, problem: null };
/** Runs handed to a worker at a time: small enough that progress moves and a stop is at once. */
const CHUNK = 20;
const MOST_WORKERS = 4;
/** The same plan gives the same cloud. */
export const CLOUD_SEED = 20261;

/** Runs the cloud in as many workers as the machine has cores, with progress and a stop. */
export function useCloud(): Cloud {
  const [state, setState] = useState<CloudState>(IDLE);
  const live = useRef<{ cancel: () => void } | null>(null);
  const stop = useCallback(() => {
    live.current?.cancel();
    live.current = null;
    setState((before) => (before.running ? { ...before, running: false } : before));
  }, []);
  useEffect(() => stop, [stop]);

  const start = useCallback((plan: SectionPlan, cards: readonly Card[], wanted: number) => {
    live.current?.cancel();
    const workers = Array.from({ length: Math.min(MOST_WORKERS, Math.max(1, navigator.hardwareConcurrency)) }, makeCloud);
    const life: { on: boolean } = { on: true };
    // Asked through a function, since it changes while runs are awaited.
    const alive = (): boolean => life.on;
    const cancel = (): void => {
      life.on = false;
      for (const worker of workers) worker.stop();
    };
    live.current = { cancel };
    const began = performance.now();
    const runs: (CloudRun | null)[] = [];
    let next = 0;
    setState({ plan, done: 0, wanted, running: true, summary: null, tookMs: null, problem: null });
    const prepared: Prepared<CloudService> = { key: plan, tell: (service) => service.open(plan, cards, CLOUD_SEED) };
    const drain = async ({ ask }: (typeof workers)[number]): Promise<void> => {
      while (alive() && next < wanted) {
        const from = next;
        next = Math.min(wanted, next + CHUNK);
        const numbers = Array.from({ length: next - from }, (_, i) => from + i);
        const made = await ask((service) => service.runs(numbers), prepared);
        if (!alive()) return;
        runs.push(...made);
        setState((before) => ({ ...before, done: runs.length }));
      }
    };
    const whole = async (): Promise<void> => {
      await Promise.all(workers.map(drain));
      if (!alive()) return;
      // In the order of their numbers, so that the summary does not depend on which worker was faster.
      const ordered = [...runs].sort((a, b) => (a?.index ?? Infinity) - (b?.index ?? Infinity));
      const summary = await workers[0].ask((service) => service.summarize(ordered), prepared);
      if (!alive()) return;
      setState((before) => ({ ...before, running: false, summary, tookMs: performance.now() - began }));
      cancel();
    };
    whole().catch((error: unknown) => {
      if (!alive()) return;
      setState((before) => ({ ...before, running: false, problem: whyNot(error) }));
      cancel();
    });
  }, []);

  return { ...state, start, stop };
}
