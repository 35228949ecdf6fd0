import { unitSlip } from '@pentimento/core/errors';
import { useId, useState } from 'react';
import { useLeaving, useTyping } from './plan-edit';

interface NumberCellProps {
  readonly label: string;
  readonly value: number;
  readonly unit: string;
  readonly digits: number;
  readonly min: number;
  readonly max: number;
  readonly step?: number;
  readonly width?: string;
  readonly showLabel?: boolean;
  readonly onChange: (value: number) => void;
}

/**
 * A number with its unit. While it is typed anything may stand there, and a number inside the range shows in the picture at once;
 * Enter or leaving the cell makes it an edit. Anything else stays visible with what is expected; Escape takes it back.
 */
export function NumberCell({ label, value, unit, digits, min, max, step, width = 'w-16', showLabel = false, onChange }: NumberCellProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const typing = useTyping();
  const id = useId();
  const text = typed ?? String(Number(value.toFixed(digits)));
  const parsed = Number(text.replace(',', '.'));
  const wrong = text.trim() === '' || !(parsed >= min && parsed <= max);
  const slip = wrong && text.trim() !== '' ? unitSlip(parsed, { min, max, unit }) : null;
  const commit = (): void => {
    if (typed === null || wrong) return;
    setTyped(null);
    onChange(parsed);
  };
  useLeaving(typed !== null, commit);
  return (
    <span className="inline-block align-top">
      <label className={showLabel ? 'muted block text-sm' : 'sr-only'} htmlFor={id}>
        {label}
      </label>
      <span className="inline-flex items-baseline gap-1">
        <input
          id={id}
          inputMode="decimal"
          type="number"
          step={step ?? 'any'}
          className={`num hairline bg-base-100 h-7 border px-1 text-right ${width} ${wrong ? 'border-error text-error' : ''}`}
          value={text}
          aria-invalid={wrong}
          aria-describedby={wrong ? `${id}-wrong` : undefined}
          onChange={(event) => {
            setTyped(event.target.value);
            const next = Number(event.target.value);
            if (event.target.value.trim() === '' || !(next >= min && next <= max)) return;
            typing.preview(() => {
              onChange(next);
            });
          }}
          onBlur={() => {
            if (typed !== null && wrong) typing.drop();
            commit();
          }}
          onKeyDown={(event) => {
            if (event.key === 'Enter') commit();
            if (event.key !== 'Escape' || typed === null) return;
            event.stopPropagation();
            setTyped(null);
            typing.drop();
          }}
        />
        <span className="muted text-sm">{unit}</span>
      </span>
      {wrong && (
        <span id={`${id}-wrong`} role="alert" className="text-error block text-xs">
          {Number(min.toFixed(digits))} to {Number(max.toFixed(digits))} {unit}
          {slip !== null && <span className="block">{slip}</span>}
        </span>
      )}
    </span>
  );
}
