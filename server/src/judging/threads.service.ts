import { Injectable, type OnApplicationShutdown, type OnModuleDestroy } from '@nestjs/common';
import type { Checked, check, worst } from '@pentimento/core/threads';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';
import { ProblemException } from '../errors/problem.js';

/** Built core: what a thread runs. */
const CORE = new URL('../../../core/dist/', import.meta.url);
/** Longest that one plan may take [ms]; the largest that the wire lets through takes a few seconds. */
const LONGEST_MS = 30_000;
const LONGEST_QUEUE = 200;

/** Simulates and judges plans beside the event loop, so that one plan delays nobody else's request. */
@Injectable()
export class ThreadsService implements OnModuleDestroy, OnApplicationShutdown {
  private pool: Piscina | null = null;
  /** Of the rules that judge: another build of core judges anew */
  readonly rulesVersion = fingerprint(fileURLToPath(CORE));

  /** @throws ProblemException (503) when it takes too long or too many wait */
  check(task: Parameters<typeof check>[0]): Promise<Checked> {
    return this.run<Checked>('check', task);
  }

  worst(task: Parameters<typeof worst>[0]): Promise<ReturnType<typeof worst>> {
    return this.run<ReturnType<typeof worst>>('worst', task);
  }

  async onModuleDestroy(): Promise<void> {
    await this.onApplicationShutdown();
  }

  async onApplicationShutdown(): Promise<void> {
    const { pool } = this;
    this.pool = null;
    await pool?.destroy();
  }

  private async run<T>(name: string, task: unknown): Promise<T> {
    this.pool ??= new Piscina({
      filename: fileURLToPath(new URL('threads/index.js', CORE)),
      minThreads: 0,
      maxThreads: Math.max(1, availableParallelism() - 1),
      maxQueue: LONGEST_QUEUE,
      idleTimeout: 10_000,
    });
    const signal = AbortSignal.timeout(LONGEST_MS);
    try {
      const answer: T = await this.pool.run(task, { name, signal });
      return answer;
    } catch (error) {
      if (signal.aborted) throw busy('This plan takes too long to simulate. Give it fewer layers, or days.');
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
