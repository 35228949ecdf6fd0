import type { ReactNode } from 'react';
import { AddButton, EditTable } from '../../../shared/edit-table';

interface RowsProps<T> {
  readonly caption: string;
  readonly heads: readonly string[];
  readonly rows: readonly T[];
  /** What a row is called in its buttons */
  readonly nameOf: (row: T) => string;
  readonly cells: (row: T, onChange: (row: T) => void) => readonly ReactNode[];
  readonly fresh: () => T;
  readonly add: string;
  readonly readOnly: boolean;
  readonly onChange: (rows: readonly T[]) => void;
}

/** A short list of the calendar under its heading: its rows have no keys of their own, their place is what they are known by. */
export function Rows<T>({ caption, heads, rows, nameOf, cells, fresh, add, readOnly, onChange }: RowsProps<T>) {
  const placed = rows.map((row, i) => ({ id: String(i), name: nameOf(row), row }));
  return (
    <section aria-label={caption} className="min-w-0 space-y-1">
      <h3 className="font-semibold">{caption}</h3>
      <fieldset disabled={readOnly}>
        {rows.length > 0 && (
          <EditTable
            caption={caption}
            heads={heads}
            rows={placed}
            cells={({ id, row }) =>
              cells(row, (next) => {
                onChange(placed.map((one) => (one.id === id ? next : one.row)));
              })
            }
            onRemove={({ id }) => {
              onChange(placed.flatMap((one) => (one.id === id ? [] : [one.row])));
            }}
          />
        )}
        <AddButton
          onAdd={() => {
            onChange([...rows, fresh()]);
          }}
        >
          {add}
        </AddButton>
      </fieldset>
    </section>
  );
}
