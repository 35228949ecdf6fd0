import { useState } from 'react';

/** A number that may be left out. */
export function OptionalNumber({
  label,
  unit,
  value,
  min,
  max,
  onChange,
}: {
  label: string;
  unit: string;
  value: number | null;
  min: number;
  max: number;
  onChange: (value: number | null) => void;
}) {
  const [text, setText] = useState(value === null ? '' : String(Number(value.toFixed(2))));
  const number = Number(text.replace(',', '.'));
  const wrong = text.trim() !== '' && !(number >= min && number <= max);
  return (
    <label className="inline-block text-sm">
      <span className="muted block text-sm">{label}</span>
      <input
        inputMode="decimal"
        aria-label={label}
        aria-invalid={wrong}
        className={`num hairline bg-base-100 h-7 w-16 border px-1 text-right ${wrong ? 'border-error text-error' : ''}`}
        value={text}
        onChange={(event) => {
          const next = event.target.value;
          setText(next);
          const entered = Number(next.replace(',', '.'));
          if (next.trim() === '') onChange(null);
          else if (entered >= min && entered <= max) onChange(entered);
        }}
      />{' '}
      <span className="muted text-sm">{unit}</span>
      {wrong && (
        <span role="alert" className="text-error block text-xs">
          {min.toFixed(0)} to {max.toFixed(0)} {unit}
        </span>
      )}
    </label>
  );
}
