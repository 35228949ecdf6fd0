import type { CardField, CardScalar } from '@pentimento/core/materials';
import type { Units } from '../../shared/use-units';

/** Unit of a field as this person sees it. */
export function fieldUnit(field: CardField, units: Units): string {
  return field.quantity ? units.unit(field.quantity) : field.unit;
}

/** A number with the digits that its field deserves: fixed, or three significant ones. */
export function plainNumber(value: number, digits: number | undefined): string {
  if (digits !== undefined) return value.toFixed(digits);
  if (value !== 0 && (Math.abs(value) < 0.001 || Math.abs(value) >= 1e5)) return value.toExponential(2);
  return String(Number(value.toPrecision(4)));
}

/** A field's value as text, without its unit. */
export function fieldText(field: CardField, value: CardScalar, units: Units): string {
  if (value === null) return '–';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string') return value;
  if (!field.quantity) return plainNumber(value, field.digits);
  return units.show(field.quantity, value).toFixed(Math.max(units.digits(field.quantity), units.system === 'metric' ? (field.digits ?? 0) : 0));
}
