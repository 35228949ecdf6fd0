import type { Range } from '@pentimento/core/errors';
import type { DisplayQuantity } from '@pentimento/core/units';
import { NumberCell } from './number-cell';
import { useUnits } from './use-units';

interface UnitCellProps {
  readonly label: string;
  readonly quantity: DisplayQuantity;
  /** In the metric unit it is stored in */
  readonly value: number;
  readonly range: Omit<Range, 'unit'>;
  readonly digits?: number;
  readonly width?: string;
  readonly showLabel?: boolean;
  readonly onChange: (value: number) => void;
}

/** A number in the units of the signed-in person; stored and passed on in the metric one. */
export function UnitCell({ label, quantity, value, range, digits, width, showLabel = true, onChange }: UnitCellProps) {
  const units = useUnits();
  return (
    <NumberCell
      label={label}
      showLabel={showLabel}
      value={units.show(quantity, value)}
      unit={units.unit(quantity)}
      digits={digits ?? units.digits(quantity)}
      min={units.show(quantity, range.min)}
      max={units.show(quantity, range.max)}
      width={width}
      onChange={(shown) => {
        onChange(units.store(quantity, shown));
      }}
    />
  );
}
