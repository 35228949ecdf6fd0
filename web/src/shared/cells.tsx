import type { Field, FieldTable, NumberShape, PartOf } from '@pentimento/core/plan';
import type { ReactNode } from 'react';
import { ChoiceCell, FlagCell, TextCell } from './fields';
import { NumberCell } from './number-cell';
import { useUnits } from './use-units';

export interface CellOptions {
  /** Instead of the field's own; a table's cells name their row */
  readonly label?: string;
  readonly showLabel?: boolean;
  readonly width?: string;
  readonly unit?: string;
  readonly placeholder?: string;
  readonly required?: boolean;
  /** Choices with their words, where they are not the field's own; '' for none */
  readonly options?: readonly (readonly [value: string, text: string])[];
  /** Range where it is narrower than the field's own */
  readonly range?: { readonly min: number; readonly max: number };
}

type Cell<S extends FieldTable> = (name: keyof S & string, options?: CellOptions) => ReactNode;

/**
 * Form cells for the fields of a part: label, unit, range and choices come from core's definition.
 * A nullable or optional field shows nothing while it is not said; an empty choice takes it back.
 * @example const cell = cells(kitFields, kit, onChange); … {cell('overlapMm')}
 */
export function cells<S extends FieldTable>(fields: S, part: PartOf<S>, onChange: (next: PartOf<S>) => void): Cell<S> {
  const values: Readonly<Record<string, unknown>> = part;
  return (name, options = {}) => (
    <FieldCell
      key={name}
      field={fields[name]}
      value={values[name]}
      options={options}
      onChange={(value) => {
        onChange({ ...part, [name]: value });
      }}
    />
  );
}

interface FieldCellProps {
  readonly field: Field;
  readonly value: unknown;
  readonly options: CellOptions;
  readonly onChange: (value: unknown) => void;
}

function FieldCell({ field, value, options, onChange }: FieldCellProps) {
  const { shape, label } = field;
  const shown = { label: options.label ?? label, showLabel: options.showLabel ?? true };
  if (shape.kind === 'number')
    return typeof value === 'number' ? <NumberFieldCell shape={shape} value={value} options={{ ...options, ...shown }} onChange={onChange} /> : null;
  if (shape.kind === 'flag') return <FlagCell label={shown.label} value={value === true} onChange={onChange} />;
  if (shape.kind === 'choice' || options.options) {
    const words = shape.kind === 'choice' ? shape.choices.map((one) => [String(one), shape.words[one]] as const) : [];
    return (
      <ChoiceCell
        {...shown}
        width={options.width}
        value={typeof value === 'string' ? value : ''}
        options={options.options ?? words}
        onChange={(next) => {
          onChange(next !== '' ? next : field.nullable ? null : field.optional ? undefined : next);
        }}
      />
    );
  }
  if (shape.kind === 'text')
    return (
      <TextCell
        {...shown}
        value={typeof value === 'string' ? value : ''}
        maxLength={shape.most}
        required={shape.least > 0}
        width={options.width}
        placeholder={options.placeholder}
        onChange={onChange}
      />
    );
  return null;
}

interface NumberFieldCellProps {
  readonly shape: NumberShape;
  readonly value: number;
  readonly options: CellOptions & { readonly label: string };
  readonly onChange: (value: number) => void;
}

/** Shown in the reader's units, passed on in the unit it is stored in. */
function NumberFieldCell({ shape, value, options, onChange }: NumberFieldCellProps) {
  const units = useUnits();
  const { quantity, whole } = shape;
  const range = options.range ?? shape.range;
  const show = (stored: number): number => (quantity ? units.show(quantity, stored) : stored);
  return (
    <NumberCell
      label={options.label}
      showLabel={options.showLabel}
      value={show(value)}
      unit={options.unit ?? (quantity ? units.unit(quantity) : shape.range.unit)}
      digits={shape.digits ?? (whole ? 0 : quantity ? units.digits(quantity) : 2)}
      step={whole ? 1 : undefined}
      min={show(range.min)}
      max={show(range.max)}
      width={options.width ?? (whole ? 'w-14' : undefined)}
      onChange={(typed) => {
        const stored = quantity ? units.store(quantity, typed) : typed;
        onChange(whole ? Math.round(stored) : stored);
      }}
    />
  );
}
