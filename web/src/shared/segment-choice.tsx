interface SegmentChoiceProps<T extends string | number> {
  readonly label: string;
  /** Stands before it; left out: only read to those who hear the page */
  readonly showLabel?: boolean;
  readonly options: readonly (readonly [value: T, text: string])[];
  readonly value: T;
  readonly onChange: (value: T) => void;
}

/** One of a few, side by side. */
export function SegmentChoice<T extends string | number>({ label, showLabel = false, options, value, onChange }: SegmentChoiceProps<T>) {
  return (
    <span role="group" aria-label={label} className="flex items-center gap-1.5">
      {showLabel && <span className="muted">{label}</span>}
      <span className="hairline flex border">
        {options.map(([id, name]) => (
          <button
            key={id}
            type="button"
            aria-pressed={value === id}
            className={`px-2 ${value === id ? 'bg-primary text-primary-content' : 'hover:bg-base-200'}`}
            onClick={() => {
              onChange(id);
            }}
          >
            {name}
          </button>
        ))}
      </span>
    </span>
  );
}
