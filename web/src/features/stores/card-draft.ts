import { cardFields, type CardScalar, type CardValue, type GelTimeStatement, type MaterialCard, type ValueSource } from '@pentimento/core/materials';

/** A card being changed: what was typed, and the source of all of it. */
export interface CardDraft {
  readonly name: string;
  readonly values: Readonly<Record<string, CardScalar>>;
  readonly gelTimes: readonly GelTimeStatement[];
  readonly source: ValueSource;
  readonly note: string;
}

export function draftOf(card: MaterialCard, today: string): CardDraft {
  const values = cardFields[card.kind].map(({ key }) => [key, Object.hasOwn(card.values, key) ? card.values[key].value : null] as const);
  return {
    name: card.name,
    values: Object.fromEntries(values),
    gelTimes: card.gelTimes,
    source: { origin: 'data sheet', note: '', date: today },
    note: '',
  };
}

/** The card with what was changed; only changed lines get the new source. */
export function cardFrom(card: MaterialCard, draft: CardDraft): MaterialCard {
  const values: Record<string, CardValue> = {};
  for (const { key } of cardFields[card.kind]) {
    const before = Object.hasOwn(card.values, key) ? card.values[key] : null;
    const value = draft.values[key];
    if (before && before.value === value) values[key] = before;
    else if (value !== null || before) values[key] = { value, ...draft.source };
  }
  const gelTimes = draft.gelTimes.map((one) => (card.gelTimes.includes(one) ? one : { ...one, ...draft.source }));
  return { formatVersion: 1, id: card.id, kind: card.kind, name: draft.name.trim(), values, gelTimes };
}

/** Keys of the lines that differ between two cards. */
export function changedKeys(before: MaterialCard, after: MaterialCard): string[] {
  return cardFields[after.kind]
    .map(({ key }) => key)
    .filter((key) => {
      const a = Object.hasOwn(before.values, key) ? before.values[key].value : null;
      const b = Object.hasOwn(after.values, key) ? after.values[key].value : null;
      return a !== b;
    });
}
