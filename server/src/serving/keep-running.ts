import type { Worker } from 'node:cluster';

/** What keeps workers running needs of the cluster; apart, so that it can be tried without one. */
export interface Crew {
  readonly fork: () => Pick<Worker, 'on' | 'kill' | 'process'>;
  readonly log: (words: string) => void;
}

/** A worker that lived shorter than this died at its start [ms]. */
const SHORT_LIFE_MS = 10_000;
const FIRST_PAUSE_MS = 500;
const LONGEST_PAUSE_MS = 30_000;

/** Keeps so many workers running: one that dies is replaced, after longer and longer pauses where it dies at its start. */
export function keepRunning(count: number, { fork, log }: Crew): { readonly stop: (graceMs: number) => Promise<void> } {
  const living = new Set<ReturnType<Crew['fork']>>();
  let stopping = false;
  let early = 0;
  let gone = (): void => undefined;
  const start = (): void => {
    if (stopping) return;
    const began = Date.now();
    const worker = fork();
    living.add(worker);
    worker.on('exit', (code: number | null, signal: string | null) => {
      living.delete(worker);
      if (living.size === 0) gone();
      if (stopping) return;
      early = Date.now() - began < SHORT_LIFE_MS ? early + 1 : 0;
      const pauseMs = early === 0 ? 0 : Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** (early - 1));
      log(`A process ended (${signal ?? String(code)}); another one starts${pauseMs === 0 ? '' : ` in ${(pauseMs / 1000).toFixed(1)} s`}.`);
      setTimeout(start, pauseMs);
    });
  };
  for (let i = 0; i < count; i++) start();
  return {
    stop: async (graceMs) => {
      stopping = true;
      const ended = new Promise<void>((resolve) => {
        gone = resolve;
        if (living.size === 0) resolve();
      });
      for (const worker of living) worker.kill('SIGTERM');
      const late = setTimeout(() => {
        for (const worker of living) worker.process.kill('SIGKILL');
      }, graceMs);
      await ended;
      clearTimeout(late);
    },
  };
}
