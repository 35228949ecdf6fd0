import { useId, useState, type ReactNode } from 'react';
import { useLeaving, useTyping } from './plan-edit';

interface ChoiceCellProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly (readonly [value: T, text: string])[];
  readonly showLabel?: boolean;
  readonly width?: string;
  readonly onChange: (value: T) => void;
}

/** One of a few, as the browser's own list. */
export function ChoiceCell<T extends string>({ label, value, options, showLabel = true, width = '', onChange }: ChoiceCellProps<T>) {
  const id = useId();
  return (
    <span className="inline-block align-top">
      <label htmlFor={id} className={showLabel ? 'muted block text-sm' : 'sr-only'}>
        {label}
      </label>
      <select
        id={id}
        className={`hairline bg-base-100 h-7 border ${width}`}
        value={value}
        onChange={(event) => {
          const chosen = options.find(([one]) => one === event.target.value);
          if (chosen) onChange(chosen[0]);
        }}
      >
        {options.map(([one, text]) => (
          <option key={one} value={one}>
            {text}
          </option>
        ))}
      </select>
    </span>
  );
}

interface TextCellProps {
  readonly label: string;
  readonly value: string;
  readonly maxLength: number;
  /** An empty text is shown but not passed on */
  readonly required?: boolean;
  readonly showLabel?: boolean;
  readonly width?: string;
  readonly placeholder?: string;
  readonly onChange: (value: string) => void;
}

/** A short text. On a plan's page it is an edit once the cell is left or Enter is pressed; Escape takes it back. */
export function TextCell({ label, value, maxLength, required = false, showLabel = true, width = 'w-40', placeholder, onChange }: TextCellProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const typing = useTyping();
  const id = useId();
  const usable = (text: string): boolean => !required || text !== '';
  const commit = (): void => {
    if (typed === null) return;
    setTyped(null);
    if (usable(typed)) onChange(typed);
    else typing.drop();
  };
  useLeaving(typed !== null, commit);
  return (
    <span className="inline-block align-top">
      <label htmlFor={id} className={showLabel ? 'muted block text-sm' : 'sr-only'}>
        {label}
      </label>
      <input
        id={id}
        className={`hairline bg-base-100 h-7 border px-1 ${width}`}
        maxLength={maxLength}
        placeholder={placeholder}
        value={typed ?? value}
        onChange={(event) => {
          const next = event.target.value;
          setTyped(next);
          if (!usable(next)) return;
          typing.preview(() => {
            onChange(next);
          });
        }}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter') commit();
          if (event.key !== 'Escape' || typed === null) return;
          event.stopPropagation();
          setTyped(null);
          typing.drop();
        }}
      />
    </span>
  );
}

/** Yes or no. */
export function FlagCell({ label, value, onChange }: { label: string; value: boolean; onChange: (value: boolean) => void }) {
  return (
    <label className="inline-flex min-h-7 items-center gap-2">
      <input
        type="checkbox"
        className="checkbox checkbox-sm"
        checked={value}
        onChange={(event) => {
          onChange(event.target.checked);
        }}
      />
      <span>{label}</span>
    </label>
  );
}

/** A titled part of a page. */
export function Part({ title, aside, children, label }: { title: string; aside?: ReactNode; children: ReactNode; label?: string }) {
  return (
    <section aria-label={label ?? title} className="mb-6 min-w-0">
      <div className="rule flex items-baseline gap-3 border-b">
        <h2 className="text-base font-semibold">{title}</h2>
        <span className="flex-1" />
        {aside}
      </div>
      <div className="mt-2">{children}</div>
    </section>
  );
}

/** Options from words that are shown as they are. */
export function wordOptions<T extends string>(words: readonly T[]): readonly (readonly [T, string])[] {
  return words.map((word) => [word, word] as const);
}
