import type { Request } from 'express';
import { addDays, addHours } from 'date-fns';
import type { Person } from '../people/person.entity.js';

/** How somebody signed in; a code of a few digits opens less and for less long. */
export type SignInWay = 'password' | 'click' | 'code';

declare module 'express-session' {
  interface SessionData {
    personId: string;
    /** Person.sessionRound at sign-in; another one now means: signed out everywhere since */
    round: number;
    /** Moment of sign-in [ms] */
    startedAt: number;
    way: SignInWay;
  }
}

/** A session without a request for so long is over … */
export const IDLE_DAYS = 14;
/** … and however busy, after so long. */
const LONGEST_DAYS = 30;
const LONGEST_BY_CODE_HOURS = 12;

interface Kept {
  readonly round?: number;
  readonly startedAt?: number;
  readonly way?: SignInWay;
}

/** Whether a session still stands for its person. */
export function isOver({ round, startedAt, way }: Kept, { sessionRound }: Pick<Person, 'sessionRound'>, now: Date): boolean {
  if (startedAt === undefined || round !== sessionRound) return true;
  const end = way === 'code' ? addHours(startedAt, LONGEST_BY_CODE_HOURS) : addDays(startedAt, LONGEST_DAYS);
  return now >= end;
}

/** A new session for a person, under a new id: one planted before is worth nothing. */
export async function startSession(request: Request, person: Person, way: SignInWay): Promise<void> {
  await settle((done) => request.session.regenerate(done));
  Object.assign(request.session, { personId: person.id, round: person.sessionRound, startedAt: Date.now(), way });
  await settle((done) => request.session.save(done));
}

export async function endSession(request: Request): Promise<void> {
  await settle((done) => request.session.destroy(done));
}

function settle(act: (done: (error: unknown) => void) => unknown): Promise<void> {
  return new Promise((resolve, reject) => {
    act((error) => {
      if (error) reject(error instanceof Error ? error : new Error('session store failed'));
      else resolve();
    });
  });
}
