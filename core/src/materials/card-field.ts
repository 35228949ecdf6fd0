import type { DisplayQuantity } from '../units/display-units.js';

/** One line that a kind of card may have. Stored in the unit named here. */
export interface CardField {
  readonly key: string;
  readonly label: string;
  readonly group: string;
  readonly type: 'number' | 'text' | 'flag' | 'choice';
  /** Metric unit in which it is stored; '' for none */
  readonly unit: string;
  readonly min?: number;
  readonly max?: number;
  readonly digits?: number;
  readonly choices?: readonly string[];
  /** A card without it is refused */
  readonly required?: boolean;
  /** Shown in the person's units */
  readonly quantity?: DisplayQuantity;
  readonly hint?: string;
}

interface NumberExtra {
  readonly digits?: number;
  readonly required?: boolean;
  readonly quantity?: DisplayQuantity;
  readonly hint?: string;
}

/** Short makers for the tables of fields, all of one group. */
export function fieldGroup(group: string): {
  number: (key: string, label: string, unit: string, range: readonly [min: number, max: number], extra?: NumberExtra) => CardField;
  text: (key: string, label: string, hint?: string) => CardField;
  flag: (key: string, label: string, hint?: string) => CardField;
  choice: (key: string, label: string, choices: readonly string[], required?: boolean) => CardField;
} {
  return {
    number: (key, label, unit, [min, max], extra = {}) => ({ key, label, group, type: 'number', unit, min, max, ...extra }),
    text: (key, label, hint) => ({ key, label, group, type: 'text', unit: '', max: 200, ...(hint === undefined ? {} : { hint }) }),
    flag: (key, label, hint) => ({ key, label, group, type: 'flag', unit: '', ...(hint === undefined ? {} : { hint }) }),
    choice: (key, label, choices, required = false) => ({ key, label, group, type: 'choice', unit: '', choices, required }),
  };
}
