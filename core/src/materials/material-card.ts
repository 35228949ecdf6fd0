/** Where a number comes from; shown wherever the number is. */
export type ValueOrigin = 'data sheet' | 'own test' | 'literature' | 'assumed';

export const valueOrigins: readonly ValueOrigin[] = ['data sheet', 'own test', 'literature', 'assumed'];

/** What a card is about. */
export type MaterialKind = 'resin' | 'filler' | 'reinforcement' | 'plug material' | 'coating' | 'release agent' | 'hardener';

export const materialKinds: readonly MaterialKind[] = ['resin', 'filler', 'reinforcement', 'plug material', 'coating', 'release agent', 'hardener'];

export type CardScalar = number | string | boolean | null;

/** Where a value was read: origin, a word about it, and the day. */
export interface ValueSource {
  readonly origin: ValueOrigin;
  readonly note: string;
  /** YYYY-MM-DD; null where nobody wrote it down */
  readonly date: string | null;
}

/** One line of a card; its unit is the field's (card-fields). null: not stated. */
export interface CardValue extends ValueSource {
  readonly value: CardScalar;
}

/** "Gels in 18 min at 25 °C with 1.5 %", as a sheet prints it. */
export interface GelTimeStatement extends ValueSource {
  readonly minutes: number;
  readonly tempC: number;
  /** null for fixed-ratio resins */
  readonly catalystPct: number | null;
  readonly massG: number;
}

/** A material as the shop keeps it: a data sheet of values by field key. */
export interface MaterialCard {
  readonly formatVersion: 1;
  readonly id: string;
  readonly kind: MaterialKind;
  readonly name: string;
  readonly values: Readonly<Record<string, CardValue>>;
  readonly gelTimes: readonly GelTimeStatement[];
}

/** A card with the number of its version; built-in ones are version 0. */
export interface VersionedCard extends MaterialCard {
  readonly version: number;
}

/** A number of a card; null where it is not stated. */
export function cardNumber(card: MaterialCard, key: string): number | null {
  const value = Object.hasOwn(card.values, key) ? card.values[key].value : null;
  return typeof value === 'number' ? value : null;
}

export function cardText(card: MaterialCard, key: string): string | null {
  const value = Object.hasOwn(card.values, key) ? card.values[key].value : null;
  return typeof value === 'string' ? value : null;
}

export function cardFlag(card: MaterialCard, key: string): boolean {
  return Object.hasOwn(card.values, key) && card.values[key].value === true;
}

/** A card with some values replaced, all with the same source. */
export function withValues(card: MaterialCard, values: Readonly<Record<string, CardScalar>>, source: ValueSource): MaterialCard {
  const changed = Object.fromEntries(Object.entries(values).map(([key, value]) => [key, { value, ...source }]));
  return { ...card, values: { ...card.values, ...changed } };
}
