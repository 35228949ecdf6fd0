import type { CardField, CardScalar } from '@pentimento/core/materials';
import { useState } from 'react';
import type { Units } from '../../shared/use-units';
import { fieldText, fieldUnit } from './field-text';

interface FieldInputProps {
  readonly field: CardField;
  readonly value: CardScalar;
  readonly units: Units;
  readonly onChange: (value: CardScalar) => void;
}

const BOX = 'hairline bg-base-100 h-7 border px-1';

/** One line of a card being changed. Empty means: not stated. A number out of range stays visible and is not passed on. */
export function FieldInput({ field, value, units, onChange }: FieldInputProps) {
  if (field.type === 'flag')
    return (
      <input
        type="checkbox"
        className="checkbox checkbox-sm"
        aria-label={field.label}
        checked={value === true}
        onChange={(event) => {
          onChange(event.target.checked);
        }}
      />
    );
  if (field.type === 'choice')
    return (
      <select
        aria-label={field.label}
        className={BOX}
        value={typeof value === 'string' ? value : ''}
        onChange={(event) => {
          onChange(event.target.value === '' ? null : event.target.value);
        }}
      >
        {!field.required && <option value="">not stated</option>}
        {field.choices?.map((choice) => (
          <option key={choice}>{choice}</option>
        ))}
      </select>
    );
  if (field.type === 'text')
    return (
      <input
        aria-label={field.label}
        className={`${BOX} w-64`}
        maxLength={field.max}
        value={typeof value === 'string' ? value : ''}
        onChange={(event) => {
          onChange(event.target.value === '' ? null : event.target.value);
        }}
      />
    );
  return <NumberInput field={field} value={typeof value === 'number' ? value : null} units={units} onChange={onChange} />;
}

function NumberInput({ field, value, units, onChange }: FieldInputProps & { value: number | null }) {
  const [typed, setTyped] = useState<string | null>(null);
  const shown = typed ?? (value === null ? '' : fieldText(field, value, units));
  const { quantity, min = -Infinity, max = Infinity } = field;
  const toStored = (number: number): number => (quantity ? units.store(quantity, number) : number);
  const entered = Number(shown.replace(',', '.'));
  const stored = toStored(entered);
  // Shown values are rounded: an end of the range must still be enterable.
  const slack = 1e-9 + 1e-3 * Math.abs(Number.isFinite(max) ? max - min : 1) * (quantity && units.system === 'us' ? 1 : 0);
  const wrong = shown.trim() === '' ? field.required === true : !(stored >= min - slack && stored <= max + slack);
  const limit = (bound: number): string => (quantity ? units.show(quantity, bound).toFixed(units.digits(quantity)) : String(bound));
  return (
    <span className="inline-flex flex-col items-end">
      <input
        aria-label={field.label}
        inputMode="decimal"
        className={`${BOX} num w-24 text-right ${wrong ? 'border-error text-error' : ''}`}
        value={shown}
        aria-invalid={wrong}
        onChange={(event) => {
          const text = event.target.value;
          setTyped(text);
          const number = Number(text.replace(',', '.'));
          if (text.trim() === '') {
            if (!field.required) onChange(null);
          } else if (toStored(number) >= min - slack && toStored(number) <= max + slack) {
            onChange(Math.min(max, Math.max(min, toStored(number))));
          }
        }}
        onBlur={() => {
          if (!wrong) setTyped(null);
        }}
      />
      {wrong && (
        <span role="alert" className="text-error text-xs">
          {limit(min)} to {limit(max)} {fieldUnit(field, units)}
        </span>
      )}
    </span>
  );
}
