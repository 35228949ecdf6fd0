import { useState } from 'react';
import { readDay } from './dates';

interface DayInputProps {
  /** YYYY-MM-DD; null: none */
  readonly value: string | null;
  /** Where no label stands beside it */
  readonly label?: string;
  readonly onChange: (day: string | null) => void;
}

/** A day written the same in every country; what is no day stays where it was typed, marked. */
export function DayInput({ value, label, onChange }: DayInputProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const wrong = typed !== null && typed.trim() !== '' && readDay(typed) === null;
  return (
    <span className="inline-block">
      <input
        className={`num hairline bg-base-100 h-7 w-28 border px-1 ${wrong ? 'border-error' : ''}`}
        inputMode="numeric"
        placeholder="2027-02-01"
        aria-label={label}
        aria-invalid={wrong}
        value={typed ?? value ?? ''}
        onChange={(event) => {
          const text = event.target.value;
          setTyped(text);
          if (text.trim() === '') onChange(null);
          else if (readDay(text) !== null) onChange(readDay(text));
        }}
        onBlur={() => {
          if (!wrong) setTyped(null);
        }}
      />
      {wrong && (
        <span role="alert" className="text-error block text-xs">
          A day like 2027-02-01 or 1 Feb 2027.
        </span>
      )}
    </span>
  );
}
