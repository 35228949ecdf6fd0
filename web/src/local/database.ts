import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

/** An unsaved plan; each tab writes its own. */
export interface KeptDraft {
  readonly key: string;
  readonly buildId: string;
  readonly tab: string;
  readonly baseVersion: number;
  /** In the format of the program that wrote it */
  readonly plan: object;
  readonly at: string;
}

/** A record on its way to the server, or refused by it. */
export interface KeptRecord {
  readonly id: string;
  /** Order in which they were logged */
  readonly queuedAt: number;
  readonly record: object;
  /** The server's words; null: it waits */
  readonly refused: string | null;
}

/** An answer of the server from the last visit. */
export interface KeptAnswer {
  readonly path: string;
  readonly at: number;
  readonly data: unknown;
}

/** Who holds something for a while, where the browser has no locks. */
interface Lease {
  readonly name: string;
  readonly holder: string;
  readonly untilMs: number;
}

interface Local extends DBSchema {
  drafts: { key: string; value: KeptDraft; indexes: { build: string } };
  outbox: { key: string; value: KeptRecord };
  answers: { key: string; value: KeptAnswer; indexes: { at: number } };
  leases: { key: string; value: Lease };
}

export type LocalDatabase = IDBPDatabase<Local>;

const NAME = 'pentimento';
let opening: Promise<LocalDatabase> | null = null;

/**
 * What this browser keeps, one record per key.
 * @throws DOMException where the browser forbids it
 */
export function localDatabase(): Promise<LocalDatabase> {
  opening ??= openDB<Local>(NAME, 1, {
    upgrade: (made) => {
      made.createObjectStore('drafts', { keyPath: 'key' }).createIndex('build', 'buildId');
      made.createObjectStore('outbox', { keyPath: 'id' });
      made.createObjectStore('answers', { keyPath: 'path' }).createIndex('at', 'at');
      made.createObjectStore('leases', { keyPath: 'name' });
    },
    terminated: () => {
      opening = null;
    },
  }).catch((error: unknown) => {
    opening = null;
    throw error;
  });
  return opening;
}
