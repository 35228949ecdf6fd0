import type { DomainErrorCode } from '../../errors/domain-error.js';
import type { Range } from '../../errors/range.js';
import type { DisplayQuantity } from '../../units/display-units.js';

/** A number in the unit its range names. */
export interface NumberShape {
  readonly kind: 'number';
  readonly range: Range;
  /** Whole numbers only */
  readonly whole: boolean;
  /** Shown in the reader's units; left out: as stored */
  readonly quantity?: DisplayQuantity;
  /** Decimals shown */
  readonly digits?: number;
  /** Code of the error outside the range, and at exactly zero */
  readonly code: DomainErrorCode;
  readonly zeroCode: DomainErrorCode;
}

export interface TextShape {
  readonly kind: 'text';
  readonly least: number;
  readonly most: number;
  /** A day of the calendar, YYYY-MM-DD */
  readonly day?: boolean;
}

export interface ChoiceShape {
  readonly kind: 'choice';
  readonly choices: readonly (string | number)[];
  /** The table of choices grows: on the wire it is a plain text */
  readonly open: boolean;
  /** What a choice is called where its own word is not what people say */
  readonly words: Readonly<Record<string, string>>;
}

export interface FlagShape {
  readonly kind: 'flag';
}

export interface PartShape {
  readonly kind: 'part';
  readonly fields: FieldTable;
}

export interface ListShape {
  readonly kind: 'list';
  readonly of: Field;
  /** What one entry is called in a message: "session" */
  readonly entry: string;
  readonly least: number;
  readonly most: number;
}

/** Numbers by key. */
export interface RecordShape {
  readonly kind: 'record';
  readonly of: Field;
}

export type FieldShape = NumberShape | TextShape | ChoiceShape | FlagShape | PartShape | ListShape | RecordShape;

/**
 * One field of a plan, defined once: the type, the check, what is taken until somebody has said otherwise, the wire, the
 * JSON Schema and the form cell all follow from it.
 */
export interface Field<T = unknown, O extends boolean = boolean> {
  /** As a form names it; messages use it too */
  readonly label: string;
  readonly shape: FieldShape;
  readonly nullable: boolean;
  /** May be left out */
  readonly optional: O;
  /** Taken until somebody has said otherwise; undefined: it must be said */
  readonly initial?: T;
}

export type FieldTable = Readonly<Record<string, Field>>;

type ValueOf<F> = F extends Field<infer T> ? T : never;
type OptionalKey<S> = { [K in keyof S]: S[K] extends Field<unknown, true> ? K : never }[keyof S];
type Flat<T> = { [K in keyof T]: T[K] };

/** The part of a plan that a table of fields describes. */
export type PartOf<S extends FieldTable> = Flat<
  { -readonly [K in Exclude<keyof S, OptionalKey<S>>]: ValueOf<S[K]> } & { -readonly [K in OptionalKey<S>]?: ValueOf<S[K]> }
>;

/** The value of one field, as `Value<typeof field>`. */
export type Value<F extends Field> = ValueOf<F>;

interface NumberOptions {
  readonly initial?: number;
  readonly whole?: boolean;
  readonly quantity?: DisplayQuantity;
  readonly digits?: number;
  readonly code?: DomainErrorCode;
  readonly zeroCode?: DomainErrorCode;
}

export function number(
  label: string,
  unit: string,
  [min, max]: readonly [min: number, max: number],
  options: NumberOptions = {},
): Field<number, false> {
  const { initial, whole = false, code = 'value-out-of-range', zeroCode = code, ...shown } = options;
  return { label, shape: { kind: 'number', range: { min, max, unit }, whole, code, zeroCode, ...shown }, nullable: false, optional: false, initial };
}

export function text(label: string, most: number, { initial, least = 1 }: { initial?: string; least?: number } = {}): Field<string, false> {
  return { label, shape: { kind: 'text', least, most }, nullable: false, optional: false, initial };
}

/** A day of the calendar, YYYY-MM-DD. */
export function day(label: string, initial?: string): Field<string, false> {
  return { label, shape: { kind: 'text', least: 10, most: 10, day: true }, nullable: false, optional: false, initial };
}

/** Key by which the plan refers to something, or something to it. */
export const id = text('Key', 60);

/** What people call an entry. */
export const name = text('Name', 80);

/** A choice, with its choices and their words at hand. */
export interface ChoiceField<C extends string | number> extends Field<C, false> {
  readonly choices: readonly C[];
  readonly words: Readonly<Record<string, string>>;
}

/** @param words what a choice is called where its own word is not what people say */
export function choice<const C extends string | number>(
  label: string,
  choices: readonly C[],
  initial?: C,
  words: Partial<Record<C, string>> = {},
): ChoiceField<C> {
  const said = Object.fromEntries(choices.map((one) => [String(one), words[one] ?? String(one)]));
  return { label, choices, words: said, shape: { kind: 'choice', choices, open: false, words: said }, nullable: false, optional: false, initial };
}

/** One of a table's ids: checked, but a plain text on the wire, since the table grows. */
export function key(label: string, table: readonly { readonly id: string; readonly name: string }[], initial?: string): Field<string, false> {
  const words = Object.fromEntries(table.map((one) => [one.id, one.name]));
  return { label, shape: { kind: 'choice', choices: Object.keys(words), open: true, words }, nullable: false, optional: false, initial };
}

export function flag(label: string, initial?: boolean): Field<boolean, false> {
  return { label, shape: { kind: 'flag' }, nullable: false, optional: false, initial };
}

/** A part with fields of its own; `initial` where it is not simply that of its fields. */
export function part<S extends FieldTable>(label: string, fields: S, initial?: PartOf<S>): Field<PartOf<S>, false> {
  return { label, shape: { kind: 'part', fields }, nullable: false, optional: false, ...(initial === undefined ? {} : { initial }) };
}

interface ListOptions<T> {
  readonly entry: string;
  readonly least?: number;
  readonly most: number;
  readonly initial?: T[];
}

/** A list, with the field of its entries at hand. */
export interface ListField<T> extends Field<T[], false> {
  readonly of: Field<T, false>;
}

export function list<T>(label: string, of: Field<T, false>, { entry, least = 0, most, initial }: ListOptions<T>): ListField<T> {
  return { label, of, shape: { kind: 'list', of, entry, least, most }, nullable: false, optional: false, initial };
}

export function record<T>(label: string, of: Field<T, false>): Field<Record<string, T>, false> {
  return { label, shape: { kind: 'record', of }, nullable: false, optional: false };
}

/** The field where null means "none"; taken until somebody has said otherwise. */
export function orNull<T>(field: Field<T, false>, initial: T | null = null): Field<T | null, false> {
  return { ...field, nullable: true, initial };
}

/** The field where it may be left out. */
export function optional<T>(field: Field<T>): Field<T, true> {
  return { label: field.label, shape: field.shape, nullable: field.nullable, optional: true };
}

/**
 * The range of a number.
 * @throws TypeError for a field that is none
 */
export function rangeOf({ label, shape }: Field): Range {
  if (shape.kind !== 'number') throw new TypeError(`${label} is not a number`);
  return shape.range;
}

/**
 * How many entries a list holds at most.
 * @throws TypeError for a field that is none
 */
export function mostOf({ label, shape }: Field): number {
  if (shape.kind !== 'list') throw new TypeError(`${label} is not a list`);
  return shape.most;
}

/** A number, or the end of the range that it is beyond. */
export const within = (value: number, { min, max }: Pick<Range, 'min' | 'max'>): number => Math.min(max, Math.max(min, value));
