import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import { ProblemException } from '../errors/problem.js';

/** Longest that one plan may take [ms]; the largest that the wire lets through takes a few seconds. */
const LONGEST_MS = 30_000;
const LONGEST_QUEUE = 200;

/** One function of a built module, run beside the event loop, so that one plan delays nobody else's request. */
export class Threads<Task, Result> {
  // Starts its threads when it is asked first, and lets them go when nobody asks.
  private readonly pool: Piscina<Task, Result>;

  /**
   * @param filename of the built module
   * @param name of the function in it
   * @param tooLong what is said of a task that does not come to an end
   */
  constructor(
    filename: string,
    name: string,
    private readonly tooLong = 'This plan takes too long to work out. Give it fewer layers, or days.',
  ) {
    this.pool = new Piscina<Task, Result>({
      filename,
      name,
      minThreads: 0,
      maxThreads: Math.max(1, availableParallelism() - 1),
      maxQueue: LONGEST_QUEUE,
      idleTimeout: 10_000,
    });
  }

  /** @throws ProblemException (503) when it takes too long or too many wait */
  async run(task: Task): Promise<Result> {
    const signal = AbortSignal.timeout(LONGEST_MS);
    try {
      return await this.pool.run(task, { signal });
    } catch (error) {
      if (signal.aborted) throw busy(this.tooLong);
      if (error instanceof Error && /queue/i.test(error.message)) throw busy('Too many plans are being worked out at this moment. Try again.');
      throw error;
    }
  }

  destroy(): Promise<void> {
    return this.pool.destroy();
  }
}

function busy(words: string): ProblemException {
  return new ProblemException(503, 'busy', words);
}
