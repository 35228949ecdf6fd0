import type { Bell } from '@pentimento/core/bench';
import { BellRing } from 'lucide-react';
import { useUnits } from '../../shared/use-units';

/** What the bell rang for, until it is put away. */
export function BellList({ rung, onPutAway }: { rung: readonly Bell[]; onPutAway: (id: string) => void }) {
  const { fill } = useUnits();
  if (rung.length === 0) return null;
  return (
    <ul aria-label="Bell" aria-live="assertive" className="border-b">
      {rung.map(({ id, level, line }) => (
        <li
          key={id}
          className={`flex min-h-16 items-center gap-3 border-l-8 px-4 text-xl ${level === 'stop' ? 'border-error' : level === 'care' ? 'border-warning' : 'border-primary'}`}
        >
          <BellRing aria-hidden />
          <span className="flex-1 py-2">{fill(line)}</span>
          <button
            type="button"
            className="hairline hover:bg-base-200 min-h-14 border px-4 text-lg"
            onClick={() => {
              onPutAway(id);
            }}
          >
            Heard
          </button>
        </li>
      ))}
    </ul>
  );
}
