import { DomainError } from '../errors/domain-error.js';
import { checkPart, isPart } from '../plan/fields/check-part.js';
import type { FieldTable } from '../plan/fields/field.js';
import { moldEntryFields, pullFields, treatmentDetailFields, type MoldEntryData, type MoldEntryKind } from './mold-fields.js';

interface Line {
  readonly id: string;
  /** ISO date-time */
  readonly at: string;
  readonly note: string;
  /** The entry that this one takes back; null: it takes none back */
  readonly reverses: string | null;
  readonly madeBy: string;
}

interface MoldEntryOf<K extends MoldEntryKind> extends Line {
  readonly kind: K;
  readonly data: MoldEntryData<K>;
}
/** What is said in an entry, before it is one. */
export type MoldSaying = { readonly [K in MoldEntryKind]: { readonly kind: K; readonly data: MoldEntryData<K> } }[MoldEntryKind];
/** One line of a mold's logbook that is neither a pull nor a treatment; a mistake is taken back by another line of its kind. */
export type MoldEntry = { readonly [K in MoldEntryKind]: MoldEntryOf<K> }[MoldEntryKind];
/** Entries of one kind. */
export type MoldEntryKindOf<K extends MoldEntryKind> = Extract<MoldEntry, { readonly kind: K }>;

/** A line as it comes over the wire. */
export interface WireMoldEntry extends Line {
  readonly kind: string;
  readonly data: unknown;
}

function checkFields(fields: FieldTable, data: unknown, place: string): void {
  checkPart(fields, data, place);
  const unknown = isPart(data) ? Object.keys(data).find((key) => !Object.hasOwn(fields, key)) : undefined;
  if (unknown !== undefined)
    throw new DomainError({ code: 'bad-document', quantity: place, value: unknown, expected: `one of ${Object.keys(fields).join(', ')}` });
}

const isKind = (kind: string): kind is MoldEntryKind => Object.hasOwn(moldEntryFields, kind);

/**
 * Holds what an entry says against the fields of its kind.
 * @throws DomainError naming the field, the value and what was expected
 */
export function checkMoldEntry(kind: string, data: unknown): void {
  if (!isKind(kind))
    throw new DomainError({ code: 'bad-document', quantity: 'entry', value: kind, expected: `one of ${Object.keys(moldEntryFields).join(', ')}` });
  checkFields(moldEntryFields[kind], data, kind);
  if (kind === 'finding' && isPart(data) && (data.x === undefined) !== (data.y === undefined))
    throw new DomainError({ code: 'value-missing', quantity: 'finding, place on the drawing', value: null, expected: 'across and down, or neither' });
}

/** @throws DomainError naming the field, the value and what was expected */
export const checkPullDetail = (data: unknown): void => {
  checkFields(pullFields, data, 'pull');
};
/** @throws DomainError naming the field, the value and what was expected */
export const checkTreatmentDetail = (data: unknown): void => {
  checkFields(treatmentDetailFields, data, 'treatment');
};

/** Whether a line of unknown making is what its kind says. */
export function isMoldEntry(line: WireMoldEntry): line is MoldEntry & WireMoldEntry {
  try {
    checkMoldEntry(line.kind, line.data);
    return true;
  } catch (error) {
    if (error instanceof DomainError) return false;
    throw error;
  }
}

/** Lines of unknown making that are what their kinds say. */
export const readMoldEntries = (lines: readonly WireMoldEntry[]): MoldEntry[] =>
  lines.flatMap((line): MoldEntry[] => (isMoldEntry(line) ? [line] : []));
