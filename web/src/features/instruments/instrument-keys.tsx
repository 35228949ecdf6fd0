import { RotateCcw } from 'lucide-react';
import { useTareInstrumentMutation } from '../../api/api';
import type { LiveKind } from './live';
import { useLive } from './use-live';

interface InstrumentKeysProps {
  readonly of: LiveKind;
  /** A number as it is shown, with its unit */
  readonly shown: (value: number) => string;
  readonly onTake: (value: number) => void;
}

/** What instruments show just now, to be taken with a tap instead of being typed. */
export function InstrumentKeys({ of, shown, onTake }: InstrumentKeysProps) {
  const live = useLive(of);
  const [tare] = useTareInstrumentMutation();
  if (live.length === 0) return null;
  return (
    <ul className="mb-2 grid gap-1.5" aria-label="Instruments">
      {live.map(({ instrumentId, channel, name, value, settled }) => (
        <li key={`${instrumentId} ${String(channel)}`} className="flex gap-1.5">
          <button
            type="button"
            className="hairline hover:bg-base-200 flex min-h-14 min-w-0 flex-1 items-center justify-between gap-3 border px-3 text-left disabled:opacity-60"
            disabled={!settled}
            onClick={() => {
              onTake(value);
            }}
          >
            <span className="truncate">{name}</span>
            <span className="num text-xl whitespace-nowrap">
              {shown(value)} {!settled && <span className="muted text-sm">moving</span>}
            </span>
          </button>
          {of === 'mass' && (
            <button
              type="button"
              aria-label={`Set ${name} to zero`}
              title="Set to zero"
              className="hairline hover:bg-base-200 min-h-14 w-14 border"
              onClick={() => void tare(instrumentId)}
            >
              <RotateCcw aria-hidden className="mx-auto" size={20} />
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
