import type { ReactNode } from 'react';

type Options<T extends string | number> = readonly (readonly [value: T, shown: ReactNode])[];

interface BigChoiceProps<T extends string | number> {
  readonly label: string;
  readonly options: Options<T>;
  readonly value: T | null;
  readonly onChange: (value: T) => void;
}

/** One of a few, as keys for gloves. */
export function BigChoice<T extends string | number>({ label, options, value, onChange }: BigChoiceProps<T>) {
  return <Keys label={label} options={options} isOn={(one) => one === value} onPress={onChange} />;
}

interface BigChoicesProps<T extends string | number> {
  readonly label: string;
  readonly options: Options<T>;
  readonly values: readonly T[];
  readonly onChange: (values: readonly T[]) => void;
}

/** Some of a few, as keys for gloves. */
export function BigChoices<T extends string | number>({ label, options, values, onChange }: BigChoicesProps<T>) {
  return (
    <Keys
      label={label}
      options={options}
      isOn={(one) => values.includes(one)}
      onPress={(one) => {
        onChange(values.includes(one) ? values.filter((other) => other !== one) : [...values, one]);
      }}
    />
  );
}

interface KeysProps<T extends string | number> {
  readonly label: string;
  readonly options: Options<T>;
  readonly isOn: (value: T) => boolean;
  readonly onPress: (value: T) => void;
}

function Keys<T extends string | number>({ label, options, isOn, onPress }: KeysProps<T>) {
  return (
    <fieldset className="mb-3">
      <legend className="muted mb-1 text-base">{label}</legend>
      <div className="flex flex-wrap gap-2">
        {options.map(([one, shown]) => (
          <button
            key={one}
            type="button"
            aria-pressed={isOn(one)}
            className={`min-h-14 min-w-20 border px-3 text-lg ${isOn(one) ? 'bg-primary text-primary-content border-primary' : 'hairline hover:bg-base-200'}`}
            onClick={() => {
              onPress(one);
            }}
          >
            {shown}
          </button>
        ))}
      </div>
    </fieldset>
  );
}
