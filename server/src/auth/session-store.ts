import connectPgSimple from 'connect-pg-simple';
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
  readonly sess: session.SessionData;
  /** null: nobody's, or of somebody who is no more */
  readonly id: string | null;
}

const isOfSomebody = (row: SessionRow): row is SessionRow & DoorRow => row.id !== null;

const SESSION = {
  name: 'session',
  text: `
    select s.sess, ${doorColumns('p')}
    from http_session s left join person p on p.id = (s.sess ->> 'personId')::uuid
    where s.sid = $1 and s.expire >= now()`,
};

const Kept = connectPgSimple(session);

/** Sessions in the database: read together with their person in one query, since both are asked with every request. */
class SessionStore extends Kept {
  private readonly doors = new WeakMap<session.SessionData, AtTheDoor>();
  private readonly touched = new Map<string, number>();

  constructor(private readonly connections: Pool) {
    super({ pool: connections, tableName: 'http_session', pruneSessionInterval: PRUNE_S });
  }

  override get(sid: string, done: (error: unknown, data?: session.SessionData | null) => void): void {
    this.connections.query<SessionRow>({ ...SESSION, values: [sid] }).then(
      ({ rows }) => {
        const found = rows.at(0);
        if (!found) {
          done(null, null);
          return;
        }
        if (isOfSomebody(found)) {
          const { sess, ...row } = found;
          this.doors.set(sess, atTheDoor(row));
        }
        done(null, found.sess);
      },
      (error: unknown) => {
        done(error);
      },
    );
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
