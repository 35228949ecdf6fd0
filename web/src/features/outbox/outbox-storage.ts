import { localDatabase, type KeptRecord } from '../../local/database';
import { storing } from '../../local/storage-trouble';
import type { OutboxState, OutgoingRecord } from './outbox-slice';

/** Where records waited until 0.7. */
const OLD_KEY = 'pentimento.outbox';
const CHANNEL = 'pentimento.outbox';

/** Other tabs of this browser; null: it has no way to tell them. */
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(CHANNEL);

/** Has something done whenever another tab changed what waits. */
export function onOutboxChanged(changed: () => void): void {
  channel?.addEventListener('message', changed);
}

async function written(work: () => Promise<unknown>): Promise<boolean> {
  const done = await storing(async () => {
    await work();
    return true;
  });
  channel?.postMessage('changed');
  return done ?? false;
}

/** Records that only this page knows, because the storage was full or forbidden as they were logged. */
const unkept = new Set<string>();

async function put(kept: KeptRecord): Promise<void> {
  const done = await written(async () => (await localDatabase()).put('outbox', kept));
  if (done) unkept.delete(kept.id);
  else unkept.add(kept.id);
}

let lastQueued = 0;

/** Keeps a record that waits, after all that wait already. */
export function keepWaiting(record: OutgoingRecord): Promise<void> {
  // Two of one millisecond keep their order.
  lastQueued = Math.max(Date.now(), lastQueued + 1);
  return put({ id: record.body.id, queuedAt: lastQueued, record, refused: null });
}

export function keepRefused(record: OutgoingRecord, refused: string): Promise<void> {
  return put({ id: record.body.id, queuedAt: Date.now(), record, refused });
}

export async function dropRecord(id: string): Promise<void> {
  unkept.delete(id);
  await written(async () => (await localDatabase()).delete('outbox', id));
}

/** Whether a record still waits: another tab may have sent it meanwhile. */
export async function stillWaits(id: string): Promise<boolean> {
  if (unkept.has(id)) return true;
  // Where nothing can be read, what this page knows is all there is.
  const kept = await storing(async () => ({ record: await (await localDatabase()).get('outbox', id) }));
  return kept === undefined || (kept.record !== undefined && kept.record.refused === null);
}

/** Everything that waits or was refused, in the order it was logged; null: this browser keeps nothing. */
export async function readOutbox(): Promise<(OutboxState & { readonly unkept: readonly string[] }) | null> {
  const all = await storing(async () => {
    await moveFromOldStore();
    return (await localDatabase()).getAll('outbox');
  });
  if (!all) return null;
  const records = all.sort((a, b) => a.queuedAt - b.queuedAt).flatMap(({ record, refused }) => (isOutgoing(record) ? [{ record, refused }] : []));
  return {
    waiting: records.flatMap(({ record, refused }) => (refused === null ? [record] : [])),
    unkept: [...unkept],
    refused: records.flatMap(({ record, refused }) => (refused === null ? [] : [{ record, detail: refused }])),
  };
}

async function moveFromOldStore(): Promise<void> {
  const text = localStorage.getItem(OLD_KEY);
  if (text === null) return;
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch {
    parsed = [];
  }
  const local = await localDatabase();
  for (const record of Array.isArray(parsed) ? parsed.filter(isOutgoing) : [])
    await local.put('outbox', { id: record.body.id, queuedAt: ++lastQueued, record, refused: null });
  localStorage.removeItem(OLD_KEY);
}

function isOutgoing(value: unknown): value is OutgoingRecord {
  return (
    typeof value === 'object' &&
    value !== null &&
    ('moldId' in value || 'buildId' in value) &&
    'personId' in value &&
    'kind' in value &&
    'body' in value
  );
}
