interface BigChoiceProps<T extends string | number> {
  readonly label: string;
  readonly options: readonly (readonly [value: T, text: string])[];
  readonly value: T | null;
  readonly onChange: (value: T) => void;
}

/** One of a few, as keys for gloves. */
export function BigChoice<T extends string | number>({ label, options, value, onChange }: BigChoiceProps<T>) {
  return (
    <fieldset className="mb-3">
      <legend className="muted mb-1 text-base">{label}</legend>
      <div className="flex flex-wrap gap-2">
        {options.map(([one, text]) => (
          <button
            key={one}
            type="button"
            aria-pressed={one === value}
            className={`min-h-14 min-w-20 border px-3 text-lg ${one === value ? 'bg-primary text-primary-content border-primary' : 'hairline hover:bg-base-200'}`}
            onClick={() => {
              onChange(one);
            }}
          >
            {text}
          </button>
        ))}
      </div>
    </fieldset>
  );
}
