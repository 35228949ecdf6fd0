import type { Range } from '@pentimento/core/errors';
import { NumberCell } from './number-cell';

interface CountCellProps {
  readonly label: string;
  readonly value: number;
  readonly range: Range;
  readonly unit?: string;
  readonly showLabel?: boolean;
  readonly width?: string;
  readonly onChange: (value: number) => void;
}

/** A whole number. */
export function CountCell({ label, value, range, unit = range.unit, showLabel = false, width = 'w-12', onChange }: CountCellProps) {
  return (
    <NumberCell
      label={label}
      showLabel={showLabel}
      value={value}
      unit={unit}
      digits={0}
      step={1}
      min={range.min}
      max={range.max}
      width={width}
      onChange={(next) => {
        onChange(Math.round(next));
      }}
    />
  );
}
