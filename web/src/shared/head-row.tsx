import type { ReactNode } from 'react';

/** The heads of a table, and what stands after them. */
export function HeadRow({ heads, children }: { heads: readonly string[]; children?: ReactNode }) {
  return (
    <thead>
      <tr className="muted text-left text-xs">
        {heads.map((head) => (
          <th key={head} className="pr-3 font-normal">
            {head}
          </th>
        ))}
        {children}
      </tr>
    </thead>
  );
}
