import { Plus, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { HeadRow } from './head-row';

interface EditTableProps<T extends { readonly id: string; readonly name: string }> {
  readonly caption: string;
  readonly heads: readonly string[];
  readonly rows: readonly T[];
  /** Cells of a row, each a `td` of its own */
  readonly cells: (row: T) => readonly ReactNode[];
  /** Rows that must stay */
  readonly least?: number;
  readonly onRemove: (row: T) => void;
}

/** A short list that is edited in place: one row per thing, a bin at its end. */
export function EditTable<T extends { readonly id: string; readonly name: string }>({
  caption,
  heads,
  rows,
  cells,
  least = 0,
  onRemove,
}: EditTableProps<T>) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-sm">
        <caption className="sr-only">{caption}</caption>
        <HeadRow heads={heads}>
          <th>
            <span className="sr-only">Remove</span>
          </th>
        </HeadRow>
        <tbody>
          {rows.map((row) => (
            <tr key={row.id} className="hairline border-t align-top">
              {cells(row).map((cell, i) => (
                <td key={heads[i]} className="py-1 pr-3">
                  {cell}
                </td>
              ))}
              <td className="py-1">
                <button
                  type="button"
                  className="btn btn-ghost btn-xs"
                  aria-label={`Remove ${row.name}`}
                  disabled={rows.length <= least}
                  onClick={() => {
                    onRemove(row);
                  }}
                >
                  <Trash2 size={13} aria-hidden />
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** Adds a row under a list. */
export function AddButton({ children, disabled = false, onAdd }: { children: ReactNode; disabled?: boolean; onAdd: () => void }) {
  return (
    <button type="button" className="btn btn-xs" disabled={disabled} onClick={onAdd}>
      <Plus size={12} aria-hidden /> {children}
    </button>
  );
}
