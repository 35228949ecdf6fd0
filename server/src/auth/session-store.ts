import connectPgSimple from 'connect-pg-simple';
import DataLoader from 'dataloader';
import type { Request } from 'express';
import session from 'express-session';
import { Pool } from 'pg';
import { SteadyClient } from '../database/steady-client.js';
import { atTheDoor, doorColumns, type AtTheDoor, type DoorRow } from '../people/at-the-door.js';

declare module 'express-serve-static-core' {
  interface Request {
    /** Whose session it is, as it was read with it; left out: nobody's */
    door?: AtTheDoor;
  }
}

/** How often a session's end is put off at most [ms]: not with every request. */
const TOUCH_MS = 15 * 60_000;
/** Sessions whose last time is remembered; beyond it all are forgotten, and touched once more. */
const MOST_TOUCHED = 5000;
const PRUNE_S = 60 * 60;

interface SessionRow {
  readonly sid: string;
  readonly sess: session.SessionData;
  /** null: nobody's, or of somebody who is no more */
  readonly id: string | null;
}

const isOfSomebody = (row: Pick<SessionRow, 'id'>): row is DoorRow => row.id !== null;

const SESSION = {
  name: 'session',
  text: `
    select s.sid, s.sess, ${doorColumns('p')}
    from http_session s left join person p on p.id = (s.sess ->> 'personId')::uuid
    where s.sid = any($1) and s.expire >= now()`,
};

const Kept = connectPgSimple(session);

/**
 * Sessions in the database: read together with their person in one query, since both are asked with every request; and requests that came
 * in at once ask once. Nothing is kept: what is read was asked after the request came.
 */
class SessionStore extends Kept {
  private readonly doors = new WeakMap<session.SessionData, AtTheDoor>();
  private readonly touched = new Map<string, number>();
  private readonly asked = new DataLoader<string, SessionRow | null>((sids) => this.read(sids), { cache: false, batchScheduleFn: setImmediate });

  constructor(private readonly connections: Pool) {
    super({ pool: connections, tableName: 'http_session', pruneSessionInterval: PRUNE_S });
  }

  override get(sid: string, done: (error: unknown, data?: session.SessionData | null) => void): void {
    this.asked.load(sid).then(
      (found) => {
        done(null, found && this.opened(found));
      },
      (error: unknown) => {
        done(error);
      },
    );
  }

  private async read(sids: readonly string[]): Promise<(SessionRow | null)[]> {
    const { rows } = await this.connections.query<SessionRow>({ ...SESSION, values: [[...new Set(sids)]] });
    const found = new Map(rows.map((row) => [row.sid, row]));
    return sids.map((sid) => found.get(sid) ?? null);
  }

  /** Every request gets an object of its own. */
  private opened({ sid: _sid, sess, ...row }: SessionRow): session.SessionData {
    const data = structuredClone(sess);
    if (isOfSomebody(row)) this.doors.set(data, atTheDoor(row));
    return data;
  }

  override createSession(request: Request, data: session.SessionData): session.Session & session.SessionData {
    const door = this.doors.get(data);
    if (door) request.door = door;
    return super.createSession(request, data);
  }

  /** Writes a session's new end only now and then: against two weeks a quarter of an hour is nothing. */
  override touch(sid: string, data: session.SessionData, done?: () => void): void {
    const now = Date.now();
    if (now - (this.touched.get(sid) ?? 0) < TOUCH_MS) {
      done?.();
      return;
    }
    if (this.touched.size >= MOST_TOUCHED) this.touched.clear();
    this.touched.set(sid, now);
    super.touch(sid, data, done);
  }
}

/** Where sessions are kept, and how it is let go. */
export function sessionStore(databaseUrl: string): { readonly store: session.Store; readonly close: () => Promise<void> } {
  const pool = new Pool({ connectionString: databaseUrl, max: 4, Client: SteadyClient });
  pool.on('error', () => {
    // A lost idle connection is replaced at the next query; without a listener it would end the process.
  });
  const store = new SessionStore(pool);
  return {
    store,
    close: async () => {
      store.close();
      await pool.end();
    },
  };
}
