import { shownAs, type DisplayQuantity, type UnitSystem } from './display-units.js';

/** An amount inside a sentence; it gets its unit when the sentence is read. */
export interface Amount {
  readonly quantity: DisplayQuantity;
  /** In the metric unit of the quantity */
  readonly stored: number;
  /** Decimals where more than usual are wanted */
  readonly digits?: number;
}

/** A sentence whose amounts are put into the reader's units when it is shown. */
export type Words = string | readonly (string | Amount)[];

/** @param digits decimals where more than usual are wanted */
export function amount(quantity: DisplayQuantity, stored: number, digits?: number): Amount {
  const rounded = Number(stored.toPrecision(6));
  return digits === undefined ? { quantity, stored: rounded } : { quantity, stored: rounded, digits };
}

/**
 * A sentence with amounts in it.
 * @example words`At least ${amount('thickness', 3)} inside.`
 */
export function words(texts: TemplateStringsArray, ...values: readonly (Words | Amount)[]): Words {
  return texts.flatMap((text, i): readonly (string | Amount)[] => {
    const before = text === '' ? [] : [text];
    if (i >= values.length) return before;
    const value = values[i];
    return [...before, ...(isParts(value) ? value : [value])];
  });
}

function isParts(value: Words | Amount): value is readonly (string | Amount)[] {
  return Array.isArray(value);
}

/** A sentence in a system of units; whole numbers stay whole. */
export function fillAmounts(sentence: Words, system: UnitSystem): string {
  return typeof sentence === 'string' ? sentence : sentence.map((part) => (typeof part === 'string' ? part : amountText(part, system))).join('');
}

function amountText({ quantity, stored, digits }: Amount, system: UnitSystem): string {
  const shown = shownAs(quantity, stored, system);
  const fixed = shown.value.toFixed(digits ?? shown.digits);
  return `${digits === undefined && system === 'metric' ? String(Number(fixed)) : fixed} ${shown.unit}`;
}
