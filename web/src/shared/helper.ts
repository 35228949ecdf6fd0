import { wrap, type Remote } from 'comlink';
import { useEffect, useState } from 'react';

/** A question that its worker did not survive, twice. */
export class HelperDied extends Error {}

/** What a worker must know before it can answer; told anew to each that is started, and when the key changes. */
export interface Prepared<Service> {
  readonly key: unknown;
  readonly tell: (service: Remote<Service>) => Promise<void>;
}

/** A worker that answers questions; one that dies or does not come to an end is replaced, and asked once more. */
export interface Helper<Service> {
  /** @throws HelperDied when the next worker dies of it too */
  readonly ask: <R>(question: (service: Remote<Service>) => R, prepared?: Prepared<Service>) => Promise<Awaited<R>>;
  readonly stop: () => void;
}

/** Longest that a question may take [ms]; a fit of many records takes some seconds. */
const LONGEST_MS = 120_000;
const TRIES = 2;

interface Living<Service> {
  readonly worker: Worker;
  readonly service: Remote<Service>;
  /** Fails when the worker dies */
  readonly died: Promise<never>;
  knows: unknown;
}

export function makeHelper<Service>(start: () => Worker, longestMs = LONGEST_MS): Helper<Service> {
  let living: Living<Service> | null = null;
  const begin = (): Living<Service> => {
    const worker = start();
    const died = new Promise<never>((_resolve, reject) => {
      for (const kind of ['error', 'messageerror'])
        worker.addEventListener(kind, () => {
          reject(new HelperDied('The calculation broke off. Change something, or load the page again.'));
        });
    });
    died.catch(() => undefined);
    return { worker, service: wrap<Service>(worker), died, knows: undefined };
  };
  const stop = (): void => {
    living?.worker.terminate();
    living = null;
  };
  return {
    stop,
    ask: async <R>(question: (service: Remote<Service>) => R, prepared?: Prepared<Service>): Promise<Awaited<R>> => {
      for (let tries = 1; ; tries += 1) {
        const now = (living ??= begin());
        let timer: ReturnType<typeof setTimeout> | undefined;
        const tooLong = new Promise<never>((_resolve, reject) => {
          timer = setTimeout(() => {
            reject(new HelperDied('The calculation does not come to an end. Change something, or load the page again.'));
          }, longestMs);
        });
        const answer = async (): Promise<Awaited<R>> => {
          if (prepared && now.knows !== prepared.key) {
            await prepared.tell(now.service);
            now.knows = prepared.key;
          }
          return await question(now.service);
        };
        try {
          return await Promise.race([answer(), now.died, tooLong]);
        } catch (error) {
          if (!(error instanceof HelperDied)) throw error;
          now.worker.terminate();
          if (living === now) living = null;
          if (tries >= TRIES) throw error;
        } finally {
          clearTimeout(timer);
        }
      }
    },
  };
}

/** Why a helper did not answer, in words. */
export const whyNot = (error: unknown): string =>
  error instanceof HelperDied ? error.message : 'The calculation failed on this. Undo the last change.';

/** An answer that was asked for: on its way, there, or why there is none. */
export type Answer<T> =
  /** before: the answer to the question before, to show meanwhile */
  | { readonly state: 'waiting'; readonly before: T | null }
  | { readonly state: 'there'; readonly value: T }
  | { readonly state: 'failed'; readonly detail: string };

/**
 * The answer of a worker of its own to one question; another question, another worker.
 * @param question kept the same (useCallback, useMemo) as long as it asks the same; null: nothing is asked
 */
export function useAnswer<Service, T>(make: () => Helper<Service>, question: ((helper: Helper<Service>) => Promise<T>) | null): Answer<T> {
  const [answered, setAnswered] = useState<{ readonly to: unknown; readonly answer: Answer<T> } | null>(null);
  useEffect(() => {
    if (!question) return;
    const helper = make();
    let on = true;
    const say = (answer: Answer<T>): void => {
      if (on) setAnswered({ to: question, answer });
      helper.stop();
    };
    question(helper).then(
      (value) => {
        say({ state: 'there', value });
      },
      (error: unknown) => {
        say({ state: 'failed', detail: whyNot(error) });
      },
    );
    return () => {
      on = false;
      helper.stop();
    };
  }, [make, question]);
  // An answer to an older question is not taken for one to this.
  if (answered && answered.to === question) return answered.answer;
  return { state: 'waiting', before: answered?.answer.state === 'there' ? answered.answer.value : null };
}
