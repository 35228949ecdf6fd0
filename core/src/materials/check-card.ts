import { DomainError } from '../errors/domain-error.js';
import { rangeText, requireInRange } from '../errors/require.js';
import type { CardField } from './card-field.js';
import { cardFields } from './card-fields.js';
import { cardNumber, materialKinds, valueOrigins, type CardValue, type GelTimeStatement, type MaterialCard } from './material-card.js';

const ID = /^[a-z0-9][a-z0-9_-]{1,58}$/;
const DATE = /^\d{4}-\d{2}-\d{2}$/;
const MOST_GEL_TIMES = 12;

/**
 * Refuses a card that makes no sense: unknown lines, missing ones, values out of range, contradictions.
 * @throws DomainError naming the card and the line, what stands there and what was expected
 */
export function checkCard(card: MaterialCard): void {
  if (!ID.test(card.id)) refuse('card id', card.id, 'small letters, digits, _ and -, at least two');
  if (!materialKinds.includes(card.kind)) refuse(`card "${card.id}", kind`, card.kind, materialKinds.join(', '));
  if (card.name.trim() === '' || card.name.length > 80) refuse(`card "${card.id}", name`, card.name, '1 to 80 characters');
  const fields = new Map(cardFields[card.kind].map((field) => [field.key, field]));
  for (const [key, value] of Object.entries(card.values)) {
    const field = fields.get(key);
    if (!field) return refuse(`card "${card.name}"`, key, `one of the lines of a ${card.kind} card: ${[...fields.keys()].join(', ')}`);
    checkValue(card, field, value);
  }
  for (const field of fields.values()) {
    if (field.required && (!Object.hasOwn(card.values, field.key) || card.values[field.key].value === null)) {
      throw new DomainError({ code: 'value-missing', quantity: `card "${card.name}", ${field.label}`, value: null, expected: expectedOf(field) });
    }
  }
  if (card.gelTimes.length > MOST_GEL_TIMES) refuse(`card "${card.name}", gel times`, card.gelTimes.length, `at most ${String(MOST_GEL_TIMES)}`);
  card.gelTimes.forEach((statement, i) => {
    checkGelTime(card, statement, i);
  });
  if (card.kind === 'resin') checkResinSense(card);
}

function refuse(quantity: string, value: unknown, expected: string): never {
  throw new DomainError({ code: 'value-out-of-range', quantity, value, expected });
}

function expectedOf(field: CardField): string {
  if (field.type === 'choice') return (field.choices ?? []).join(', ');
  if (field.type === 'flag') return 'yes or no';
  if (field.type === 'text') return `at most ${String(field.max ?? 200)} characters`;
  return rangeText({ min: field.min ?? -Infinity, max: field.max ?? Infinity, unit: field.unit });
}

function checkSource(what: string, { origin, note, date }: CardValue | GelTimeStatement): void {
  if (!valueOrigins.includes(origin)) refuse(`${what}, origin`, origin, valueOrigins.join(', '));
  if (typeof note !== 'string' || note.length > 300) refuse(`${what}, note`, note, 'at most 300 characters');
  if (date !== null && !(typeof date === 'string' && DATE.test(date))) refuse(`${what}, date`, date, 'YYYY-MM-DD, or none');
}

function checkValue(card: MaterialCard, field: CardField, entry: CardValue): void {
  const what = `card "${card.name}", ${field.label}`;
  checkSource(what, entry);
  const { value } = entry;
  if (value === null) return;
  if (field.type === 'number') requireInRange(what, value, { min: field.min ?? -Infinity, max: field.max ?? Infinity, unit: field.unit });
  else if (field.type === 'flag' && typeof value !== 'boolean') refuse(what, value, expectedOf(field));
  else if (field.type === 'text' && !(typeof value === 'string' && value.length <= (field.max ?? 200))) refuse(what, value, expectedOf(field));
  else if (field.type === 'choice' && !(typeof value === 'string' && field.choices?.includes(value))) refuse(what, value, expectedOf(field));
}

function checkGelTime(card: MaterialCard, statement: GelTimeStatement, i: number): void {
  const what = `card "${card.name}", gel time ${String(i + 1)}`;
  checkSource(what, statement);
  requireInRange(what, statement.minutes, { min: 0.5, max: 6000, unit: 'min' });
  requireInRange(`${what}, temperature`, statement.tempC, { min: 0, max: 80, unit: '°C' });
  requireInRange(`${what}, mass`, statement.massG, { min: 5, max: 5000, unit: 'g' });
  if (statement.catalystPct !== null) requireInRange(`${what}, catalyst`, statement.catalystPct, { min: 0.1, max: 5, unit: '%' });
}

/** What each value allows alone, but two together do not. */
function checkResinSense(card: MaterialCard): void {
  const at = (key: string): number | null => cardNumber(card, key);
  const range = [at('catalystMinPct'), at('catalystTypicalPct'), at('catalystMaxPct')];
  const stated = range.filter((value) => value !== null);
  if (stated.length > 0 && stated.length < 3) refuse(`card "${card.name}", catalyst`, stated, 'lowest, usual and highest, or none of the three');
  if (stated.length === 3 && !(stated[0] <= stated[1] && stated[1] <= stated[2])) {
    refuse(`card "${card.name}", catalyst range`, stated, 'lowest ≤ usual ≤ highest');
  }
  if ((stated.length === 3) !== (at('c_ref') !== null)) {
    refuse(`card "${card.name}", catalyst the rates are stated for`, at('c_ref'), 'a level where a catalyst range is stated, none for a fixed ratio');
  }
  if (at('t_ind_min') !== null && (at('Ez') === null || at('p') === null)) {
    refuse(`card "${card.name}", induction`, at('t_ind_min'), 'its activation energy and order in catalyst as well');
  }
  const ordered = (low: string, high: string, words: string): void => {
    const [a, b] = [at(low), at(high)];
    if (a !== null && b !== null && a >= b) refuse(`card "${card.name}", ${words}`, a, `below ${String(b)}`);
  };
  ordered('activationC', 'maxLaminateC', 'coolest place must reach');
  ordered('Tg0', 'Tg1', 'Tg uncured');
  ordered('overlayAfterMin', 'dryAfterMin', 'next coat may go on after');
  ordered('trimAfterGelMin', 'trimUntilMin', 'green trim from');
  if (at('overlayAfterMin') !== null && (at('overlayAtC') === null || at('overlayFilmUm') === null)) {
    refuse(`card "${card.name}", next coat may go on after`, at('overlayAfterMin'), 'the temperature and the film it is stated for as well');
  }
  const fillerShare = at('filler_w') ?? 0;
  const filler = ['filler_rho', 'filler_cp', 'filler_k'].filter((key) => at(key) !== null);
  if (fillerShare > 0 && filler.length > 0 && filler.length < 3) {
    refuse(`card "${card.name}", filler`, filler, 'density, specific heat and conductivity, or none of the three');
  }
}
