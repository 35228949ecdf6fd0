import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import type { Checked, check, worst } from '@pentimento/core/threads';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';
import { ProblemException } from '../errors/problem.js';
import type { calendar, Made, print } from '../traveler/print-thread.js';

/** Built core: what a thread runs. */
const CORE = new URL('../../../core/dist/', import.meta.url);
/** Built server: what a thread that prints runs. */
const PRINTS = new URL('../../dist/traveler/print-thread.js', import.meta.url);
/** Longest that one plan may take [ms]; the largest that the wire lets through takes a few seconds. */
const LONGEST_MS = 30_000;
const LONGEST_QUEUE = 200;
const POOL = {
  filename: fileURLToPath(new URL('threads/index.js', CORE)),
  minThreads: 0,
  maxThreads: Math.max(1, availableParallelism() - 1),
  maxQueue: LONGEST_QUEUE,
  idleTimeout: 10_000,
};

/** Simulates and judges plans beside the event loop, so that one plan delays nobody else's request. */
@Injectable()
export class ThreadsService implements OnModuleDestroy {
  private readonly prints = new Piscina<unknown, Made<Uint8Array>>({ ...POOL, filename: fileURLToPath(PRINTS) });
  private readonly calendars = new Piscina<unknown, Made<string>>({ ...POOL, filename: fileURLToPath(PRINTS) });
  // Each starts its threads when it is asked first, and lets them go when nobody asks.
  private readonly checks = new Piscina<unknown, Checked>(POOL);
  private readonly worsts = new Piscina<unknown, ReturnType<typeof worst>>(POOL);
  /** Of the rules that judge: another build of core judges anew */
  readonly rulesVersion = fingerprint(fileURLToPath(CORE));

  /** @throws ProblemException (503) when it takes too long or too many wait */
  check(task: Parameters<typeof check>[0]): Promise<Checked> {
    return this.run(this.checks, 'check', task);
  }

  worst(task: Parameters<typeof worst>[0]): Promise<ReturnType<typeof worst>> {
    return this.run(this.worsts, 'worst', task);
  }

  print(task: Parameters<typeof print>[0]): Promise<Made<Uint8Array>> {
    return this.run(this.prints, 'print', task);
  }

  calendar(task: Parameters<typeof calendar>[0]): Promise<Made<string>> {
    return this.run(this.calendars, 'calendar', task);
  }

  async onModuleDestroy(): Promise<void> {
    await Promise.all([this.checks, this.worsts, this.prints, this.calendars].map((pool) => pool.destroy()));
  }

  private async run<T>(pool: Piscina<unknown, T>, name: string, task: unknown): Promise<T> {
    const signal = AbortSignal.timeout(LONGEST_MS);
    try {
      return await pool.run(task, { name, signal });
    } catch (error) {
      if (signal.aborted) throw busy('This plan takes too long to work out. Give it fewer layers, or days.');
      if (error instanceof Error && /queue/i.test(error.message)) throw busy('Too many plans are being worked out at this moment. Try again.');
      throw error;
    }
  }
}

function busy(words: string): ProblemException {
  return new ProblemException(503, 'busy', words);
}

function fingerprint(folder: string): string {
  const hash = createHash('sha256');
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('.js'));
  for (const file of files.sort()) hash.update(file).update(readFileSync(folder + file));
  return hash.digest('hex').slice(0, 16);
}
