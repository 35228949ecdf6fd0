import type { MaterialCard, ValueOrigin } from '../materials/material-card.js';
import type { DisplayQuantity } from '../units/display-units.js';
import type { ResinCard } from '../materials/resin-card.js';

/** Where an input of a formula comes from: a card's value, the plan, the simulation, a fixed constant, or a rule of this program. */
export type InputOrigin = ValueOrigin | 'plan' | 'simulated' | 'constant' | 'rule';

export interface ExplainedInput {
  /** As it stands in the formula */
  readonly symbol: string;
  readonly name: string;
  readonly value: number | string;
  /** Metric unit; shown in the person's where `quantity` says which */
  readonly unit: string;
  readonly quantity?: DisplayQuantity;
  readonly digits?: number;
  readonly origin: InputOrigin;
  readonly note: string;
}

/** How a number came about: a formula in symbols, what was put in, and where to read on. */
export interface Explanation {
  readonly title: string;
  readonly formula: string;
  readonly inputs: readonly ExplainedInput[];
  readonly result: ExplainedInput;
  /** What the formula leaves out or assumes */
  readonly remark: string;
  /** Key in docs/references.md */
  readonly reference: string;
}

/** The formula with each symbol replaced by its value, by the words of the one who shows it. */
export function fillFormula(formula: string, inputs: readonly ExplainedInput[], show: (input: ExplainedInput) => string): string {
  const bySymbol = new Map(inputs.map((input) => [input.symbol, input]));
  return formula.replace(/[\p{L}_][\p{L}\p{N}_]*/gu, (word) => {
    const input = bySymbol.get(word);
    return input ? show(input) : word;
  });
}

/** What is said of an input besides where it comes from. */
type InputParts = Pick<ExplainedInput, 'symbol' | 'name' | 'value' | 'unit'> & Partial<ExplainedInput>;

/** A value of a card as input, with the card's own word on where it comes from. */
export function fromCard(card: ResinCard, key: string, parts: InputParts): ExplainedInput {
  const source = sourceOf(card.sheet, key);
  return { origin: source.origin, note: [card.name, source.note, source.date].filter(Boolean).join(', '), ...parts };
}

function sourceOf({ values }: MaterialCard, key: string): { origin: ValueOrigin; note: string; date: string | null } {
  return Object.hasOwn(values, key) ? values[key] : { origin: 'assumed', note: 'default', date: null };
}

/** An input that is not a card's. */
export function given(parts: InputParts & { readonly origin: InputOrigin }): ExplainedInput {
  return { note: '', ...parts };
}
