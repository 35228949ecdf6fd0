import {
  displayDigits,
  displayText,
  fillAmounts,
  fromDisplay,
  toDisplay,
  unitName,
  type DisplayQuantity,
  type Words,
  type UnitSystem,
} from '@pentimento/core/units';
import { useMemo } from 'react';
import { useWhoQuery } from '../api/api';

export interface Units {
  readonly system: UnitSystem;
  /** "43 °C" */
  text: (quantity: DisplayQuantity, stored: number) => string;
  unit: (quantity: DisplayQuantity) => string;
  digits: (quantity: DisplayQuantity) => number;
  show: (quantity: DisplayQuantity, stored: number) => number;
  store: (quantity: DisplayQuantity, shown: number) => number;
  /** A sentence of the core with its amounts in this person's units */
  fill: (text: Words) => string;
}

/** Units of the signed-in person. */
export function useUnits(): Units {
  const { data } = useWhoQuery();
  const system: UnitSystem = data?.person?.unitSystem ?? 'metric';
  return useMemo(
    () => ({
      system,
      text: (quantity, stored) => displayText(quantity, stored, system),
      unit: (quantity) => unitName(quantity, system),
      digits: (quantity) => displayDigits(quantity, system),
      show: (quantity, stored) => toDisplay(quantity, stored, system),
      store: (quantity, shown) => fromDisplay(quantity, shown, system),
      fill: (text) => fillAmounts(text, system),
    }),
    [system],
  );
}
