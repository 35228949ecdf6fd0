import type { components } from './schema';

type StepEntry = components['schemas']['StepEntryDto'];

/** An answer that was under way when a line was sent is older than the line for no longer than this [ms]. */
const KEPT_MS = 10_000;

interface SentLine {
  readonly buildId: string;
  readonly line: StepEntry;
  readonly atMs: number;
}

const lately = new Map<string, SentLine>();

/** Keeps a line of a build's log that the server has taken. */
export function rememberSent(buildId: string, line: StepEntry, atMs = Date.now()): void {
  lately.set(line.id, { buildId, line, atMs });
}

/** A log as it was read, with the lines that were taken while it was on its way: a step that is done never looks open again for a moment. */
export function withSentLately(buildId: string, read: readonly StepEntry[], nowMs = Date.now()): StepEntry[] {
  for (const [id, { atMs }] of lately) if (nowMs - atMs > KEPT_MS) lately.delete(id);
  const known = new Set(read.map(({ id }) => id));
  const missing = [...lately.values()].filter((one) => one.buildId === buildId && !known.has(one.line.id));
  return [...read, ...missing.map(({ line }) => line)];
}
