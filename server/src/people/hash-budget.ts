import { Injectable } from '@nestjs/common';
import { hash, verify } from '@node-rs/argon2';
import { ProblemException } from '../errors/problem.js';

/** Hashes at once, and how many may wait for their turn: more would only stall everybody's requests. */
const AT_ONCE = 2;
const WAITING = 16;

/** Work with a limit on how much of it runs and waits in this process. */
export class Budget {
  private running = 0;
  private readonly waiting: (() => void)[] = [];

  constructor(
    private readonly atOnce: number,
    private readonly mostWaiting: number,
  ) {}

  /** @throws ProblemException 503 when too much is waiting already */
  async run<T>(work: () => Promise<T>): Promise<T> {
    if (this.running >= this.atOnce) {
      if (this.waiting.length >= this.mostWaiting)
        throw new ProblemException(503, 'busy', 'Too many people are signing in at this moment. Try again in a few seconds.');
      await new Promise<void>((resolve) => this.waiting.push(resolve));
    } else this.running += 1;
    try {
      return await work();
    } finally {
      const next = this.waiting.shift();
      if (next) next();
      else this.running -= 1;
    }
  }
}

/** Compared against when the sign-in name is unknown, so that both refusals take as long. */
const NOBODY = hash('nobody has this password');

/** Passwords and codes as argon2id hashes, within one budget for the whole process. */
@Injectable()
export class Hasher {
  private readonly budget = new Budget(AT_ONCE, WAITING);

  hash(secret: string): Promise<string> {
    return this.budget.run(() => hash(secret));
  }

  /** False also where there is nothing to compare with, after as long a time. */
  matches(kept: string | null | undefined, secret: string): Promise<boolean> {
    return this.budget.run(async () => (await verify(kept ?? (await NOBODY), secret)) && typeof kept === 'string');
  }
}
