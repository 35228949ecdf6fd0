import { DomainError } from '../errors/domain-error.js';
import { checkPart } from '../plan/fields/check-part.js';
import { readingFields, readingKinds, type ReadingKind, type ReadingOf } from './reading-fields.js';

/** Where a step stands. */
export const stateKinds = ['started', 'paused', 'handed over', 'done', 'skipped'] as const;
export type StateKind = (typeof stateKinds)[number];

/** What a line of the log can be: a step's state, a reading, or another line taken back. */
export const entryKinds: readonly EntryKind[] = [...stateKinds, 'taken back', ...readingKinds];
export type EntryKind = StateKind | 'taken back' | ReadingKind;

interface Line {
  readonly id: string;
  /** The step at which it was written; a step may be gone from newer plans */
  readonly stepId: string;
  /** ISO date-time */
  readonly at: string;
  readonly note: string;
  /** The line that this one takes back; null: it takes none back */
  readonly reverses: string | null;
  readonly madeBy: string;
}
interface StateEntry extends Line {
  readonly kind: StateKind | 'taken back';
  readonly data: null;
}
/** A reading of one kind. */
export interface ReadingEntry<K extends ReadingKind> extends Line {
  readonly kind: K;
  readonly data: ReadingOf<K>;
}
type AnyReading = { readonly [K in ReadingKind]: ReadingEntry<K> }[ReadingKind];

/** What is read, before it is a line. */
export type Reading = { readonly [K in ReadingKind]: { readonly kind: K; readonly data: ReadingOf<K> } }[ReadingKind];

/** One line of a build's log; lines are only added, and a mistake is taken back by another line. */
export type StepEntry = StateEntry | AnyReading;

/** Written about something that is no step of the plan. */
export const NO_STEP = 'build';

const isReadingKind = (kind: string): kind is ReadingKind => Object.hasOwn(readingFields, kind);

/**
 * Holds what a line says against the fields of its kind.
 * @throws DomainError naming the field, the value and what was expected
 */
export function checkEntryData(kind: EntryKind, data: unknown): void {
  if (isReadingKind(kind)) {
    checkPart(readingFields[kind], data);
    const unknown = Object.keys(data ?? {}).find((key) => !Object.hasOwn(readingFields[kind], key));
    if (unknown !== undefined) throw new DomainError({ code: 'bad-document', quantity: kind, value: unknown, expected: `no field of that name` });
  } else if (data !== null) {
    throw new DomainError({ code: 'bad-document', quantity: kind, value: data, expected: 'a line without readings' });
  }
}

/** A line as it comes over the wire. */
export interface WireEntry extends Line {
  readonly kind: EntryKind;
  readonly data: unknown;
}

/** Whether a line of unknown making is what its kind says. */
export function isStepEntry(line: WireEntry): line is StepEntry & WireEntry {
  try {
    checkEntryData(line.kind, line.data);
    return true;
  } catch (error) {
    if (error instanceof DomainError) return false;
    throw error;
  }
}

/** Lines with which laying begins, at a step that lays; a temperature may be read at any time. */
export const opensLaying = (kind: EntryKind): boolean => OPENING.includes(kind);
export const OPENING: readonly EntryKind[] = ['started', 'done', 'skipped', 'pot', 'film'];

/** Lines that count: neither taken back nor taking something back, by time. */
export function counted(entries: readonly StepEntry[]): StepEntry[] {
  const reversed = new Set(entries.flatMap(({ reverses }) => reverses ?? []));
  return entries.filter(({ id, kind }) => kind !== 'taken back' && !reversed.has(id)).sort((a, b) => a.at.localeCompare(b.at));
}

/** Lines of one kind. */
export type EntryOf<K extends EntryKind> = Extract<StepEntry, { readonly kind: K }>;

/** Readings of one kind that count, by time. */
export function readingsOf<K extends ReadingKind>(entries: readonly StepEntry[], kind: K): EntryOf<K>[] {
  const isOne = (entry: StepEntry): entry is EntryOf<K> => entry.kind === kind;
  return counted(entries).filter(isOne);
}

export const isState = (entry: StepEntry): entry is StateEntry & { readonly kind: StateKind } => stateKinds.some((kind) => kind === entry.kind);
