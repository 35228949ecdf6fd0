import type { ReactNode } from 'react';

interface ReasonBoxProps {
  /** What is asked */
  readonly children: ReactNode;
  readonly reason: string;
  readonly rows?: number;
  readonly onReason: (reason: string) => void;
}

/** Longest reason that a record keeps [characters]. */
const MOST = 300;

/** Asks for a reason in words; it is kept with the person's name. */
export function ReasonBox({ children, reason, rows = 2, onReason }: ReasonBoxProps) {
  return (
    <label className="block">
      <span>{children}</span>
      <textarea
        className="textarea mt-1 w-full text-lg"
        rows={rows}
        maxLength={MOST}
        value={reason}
        onChange={(event) => {
          onReason(event.target.value);
        }}
      />
    </label>
  );
}
