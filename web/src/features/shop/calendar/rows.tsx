import { Plus, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';

interface RowsProps<T> {
  readonly caption: string;
  readonly heads: readonly string[];
  readonly rows: readonly T[];
  /** What a row is called in its buttons */
  readonly nameOf: (row: T, index: number) => string;
  readonly cells: (row: T, onChange: (row: T) => void) => readonly ReactNode[];
  readonly fresh: () => T;
  readonly add: string;
  readonly readOnly: boolean;
  readonly onChange: (rows: readonly T[]) => void;
}

/** A short list of the calendar, edited in place: a row per thing, a bin at its end, one more under it. */
export function Rows<T>({ caption, heads, rows, nameOf, cells, fresh, add, readOnly, onChange }: RowsProps<T>) {
  return (
    <section aria-label={caption} className="min-w-0 space-y-1">
      <h3 className="font-semibold">{caption}</h3>
      <fieldset disabled={readOnly} className="overflow-x-auto">
        {rows.length > 0 && (
          <table className="text-sm">
            <caption className="sr-only">{caption}</caption>
            <thead>
              <tr className="muted text-left text-xs">
                {heads.map((head) => (
                  <th key={head} className="pr-3 font-normal">
                    {head}
                  </th>
                ))}
                <th>
                  <span className="sr-only">Remove</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row, i) => (
                // Rows have no keys of their own; their place is what they are known by.
                <tr key={i} className="hairline border-t align-top">
                  {cells(row, (next) => {
                    onChange(rows.map((one, k) => (k === i ? next : one)));
                  }).map((cell, c) => (
                    <td key={heads[c]} className="py-1 pr-3">
                      {cell}
                    </td>
                  ))}
                  <td className="py-1">
                    <button
                      type="button"
                      className="btn btn-ghost btn-xs"
                      aria-label={`Remove ${nameOf(row, i)}`}
                      onClick={() => {
                        onChange(rows.filter((_, k) => k !== i));
                      }}
                    >
                      <Trash2 size={13} aria-hidden />
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <button
          type="button"
          className="btn btn-xs mt-1"
          onClick={() => {
            onChange([...rows, fresh()]);
          }}
        >
          <Plus size={12} aria-hidden /> {add}
        </button>
      </fieldset>
    </section>
  );
}
