import { displayDigits, isDisplayQuantity, toDisplay, unitName, type DisplayQuantity, type UnitSystem } from './display-units.js';

/**
 * An amount inside a sentence, to be put into the reader's units when it is shown.
 * @param stored in the metric unit of the quantity
 * @param digits decimals where more than usual are wanted
 * @example amount('thickness', 60) // "{thickness:60}"
 */
export function amount(quantity: DisplayQuantity, stored: number, digits?: number): string {
  return `{${quantity}:${String(Number(stored.toPrecision(6)))}${digits === undefined ? '' : `:${String(digits)}`}}`;
}

/** A sentence with its amounts in a system of units; whole numbers stay whole. */
export function fillAmounts(text: string, system: UnitSystem): string {
  return text.replace(/\{(\w+):(-?[\d.e+-]+)(?::(\d+))?\}/g, (token: string, word: string, stored: string, digits: string | undefined) => {
    if (!isDisplayQuantity(word)) return token;
    const shown = toDisplay(word, Number(stored), system);
    const fixed = shown.toFixed(digits === undefined ? displayDigits(word, system) : Number(digits));
    return `${digits === undefined && system === 'metric' ? String(Number(fixed)) : fixed} ${unitName(word, system)}`;
  });
}
