/** Unit systems a person may choose. Everything stored stays in the metric unit its name says. */
export type UnitSystem = 'metric' | 'us';

/** What is shown, by the metric unit in which it is stored: °C, K (a difference), K/h, µm, mm, g/m², kg, g (of a pot), m, ml, kPa, mbar, m², a share of one, minutes. */
export type DisplayQuantity =
  | 'temperature'
  | 'temperatureDifference'
  | 'ramp'
  | 'film'
  | 'thickness'
  | 'arealWeight'
  | 'mass'
  | 'potMass'
  | 'length'
  | 'volume'
  | 'pressure'
  | 'vacuum'
  | 'area'
  | 'share'
  | 'duration';

interface UnitForm {
  readonly unit: string;
  readonly digits: number;
  readonly scale: number;
  readonly offset: number;
}

const SHARE: UnitForm = { unit: '%', digits: 0, scale: 100, offset: 0 };
const HOURS: UnitForm = { unit: 'h', digits: 1, scale: 1 / 60, offset: 0 };

/** shown = stored · scale + offset. Exact definitions: 1 in = 25.4 mm, 1 lb = 0.45359237 kg = 16 oz, 1 ft = 0.3048 m, 1 fl oz = 29.5735295625 ml, 1 psi = 6.894757293 kPa, 1 inHg = 33.8638866667 mbar. */
const FORMS: Record<UnitSystem, Record<DisplayQuantity, UnitForm>> = {
  metric: {
    temperature: { unit: '°C', digits: 0, scale: 1, offset: 0 },
    temperatureDifference: { unit: 'K', digits: 0, scale: 1, offset: 0 },
    film: { unit: 'µm', digits: 0, scale: 1, offset: 0 },
    thickness: { unit: 'mm', digits: 1, scale: 1, offset: 0 },
    arealWeight: { unit: 'g/m²', digits: 0, scale: 1, offset: 0 },
    mass: { unit: 'kg', digits: 2, scale: 1, offset: 0 },
    potMass: { unit: 'g', digits: 1, scale: 1, offset: 0 },
    length: { unit: 'm', digits: 1, scale: 1, offset: 0 },
    volume: { unit: 'ml', digits: 1, scale: 1, offset: 0 },
    pressure: { unit: 'kPa', digits: 2, scale: 1, offset: 0 },
    vacuum: { unit: 'mbar', digits: 1, scale: 1, offset: 0 },
    area: { unit: 'm²', digits: 2, scale: 1, offset: 0 },
    ramp: { unit: 'K/h', digits: 0, scale: 1, offset: 0 },
    share: SHARE,
    duration: HOURS,
  },
  us: {
    temperature: { unit: '°F', digits: 0, scale: 1.8, offset: 32 },
    temperatureDifference: { unit: '°F', digits: 0, scale: 1.8, offset: 0 },
    film: { unit: 'mil', digits: 1, scale: 1 / 25.4, offset: 0 },
    thickness: { unit: 'in', digits: 3, scale: 1 / 25.4, offset: 0 },
    arealWeight: { unit: 'oz/ft²', digits: 2, scale: 0.3048 ** 2 / 28.349523125, offset: 0 },
    mass: { unit: 'lb', digits: 2, scale: 1 / 0.45359237, offset: 0 },
    potMass: { unit: 'oz', digits: 2, scale: 1 / 28.349523125, offset: 0 },
    length: { unit: 'ft', digits: 1, scale: 1 / 0.3048, offset: 0 },
    volume: { unit: 'fl oz', digits: 2, scale: 1 / 29.5735295625, offset: 0 },
    pressure: { unit: 'psi', digits: 2, scale: 1 / 6.894757293, offset: 0 },
    vacuum: { unit: 'inHg', digits: 2, scale: 1 / 33.8638866667, offset: 0 },
    area: { unit: 'ft²', digits: 1, scale: 1 / 0.3048 ** 2, offset: 0 },
    ramp: { unit: '°F/h', digits: 0, scale: 1.8, offset: 0 },
    share: SHARE,
    duration: HOURS,
  },
};

/** Name of the unit shown for a quantity. */
export function unitName(quantity: DisplayQuantity, system: UnitSystem): string {
  return FORMS[system][quantity].unit;
}

/** Decimals with which a quantity is shown. */
export function displayDigits(quantity: DisplayQuantity, system: UnitSystem): number {
  return FORMS[system][quantity].digits;
}

/**
 * A stored value in the unit shown.
 * @example toDisplay('film', 508, 'us') // 20 mil
 */
export function toDisplay(quantity: DisplayQuantity, stored: number, system: UnitSystem): number {
  const { scale, offset } = FORMS[system][quantity];
  return stored * scale + offset;
}

/** The stored value behind an entered one; the inverse of toDisplay. */
export function fromDisplay(quantity: DisplayQuantity, shown: number, system: UnitSystem): number {
  const { scale, offset } = FORMS[system][quantity];
  return (shown - offset) / scale;
}

/** How a value is shown: a large pot in kilograms or pounds, a tenth of a gram only under a hundred. */
export function shownAs(quantity: DisplayQuantity, stored: number, system: UnitSystem): { value: number; digits: number; unit: string } {
  if (quantity === 'potMass' && stored >= (system === 'metric' ? 1000 : 453.59237)) return shownAs('mass', stored / 1000, system);
  const digits = quantity === 'potMass' && system === 'metric' && stored >= 100 ? 0 : displayDigits(quantity, system);
  return { value: toDisplay(quantity, stored, system), digits, unit: unitName(quantity, system) };
}

/** Value and unit as text, "43 °C". */
export function displayText(quantity: DisplayQuantity, stored: number, system: UnitSystem): string {
  const { value, digits, unit } = shownAs(quantity, stored, system);
  return `${value.toFixed(digits)} ${unit}`;
}
