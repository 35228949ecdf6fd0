import { Repeat } from 'lucide-react';
import { useState } from 'react';
import { useAddWatchMutation, useWatchesQuery } from '../../api/api';
import { problemOf } from '../../api/problem';
import { newId } from '../../shared/new-id';
import { useLive } from './use-live';

/** How often an instrument writes by itself [min]. */
const EVERY = [2, 10, 30] as const;

interface WatchKeysProps {
  readonly buildId: string;
  readonly stepId: string;
  /** Where the thermocouple lies; null: the air of the shop */
  readonly lies: { readonly layerId: string; readonly frac: number } | null;
}

/** Lets an instrument write into the log by itself from now on. */
export function WatchKeys({ buildId, stepId, lies }: WatchKeysProps) {
  const live = useLive(lies ? 'probe' : 'air');
  const { data: watches } = useWatchesQuery(buildId);
  const [add, { error, isLoading }] = useAddWatchMutation();
  const [everyMin, setEvery] = useState<number>(10);
  const writes = (instrumentId: string, channel: number): boolean =>
    (watches ?? []).some((watch) => watch.instrumentId === instrumentId && watch.channel === channel);
  const free = live.filter(({ instrumentId, channel }) => !writes(instrumentId, channel));
  if (free.length === 0) return null;
  return (
    <section aria-label="By itself" className="hairline mt-3 border-t pt-2">
      <p className="mb-1 flex items-center gap-2 font-semibold">
        <Repeat size={18} aria-hidden /> By itself, every
        {EVERY.map((minutes) => (
          <button
            key={minutes}
            type="button"
            aria-pressed={minutes === everyMin}
            className={`num min-h-11 border px-3 font-normal ${minutes === everyMin ? 'border-primary border-2' : 'hairline'}`}
            onClick={() => {
              setEvery(minutes);
            }}
          >
            {minutes} min
          </button>
        ))}
      </p>
      <div className="grid gap-1.5">
        {free.map(({ instrumentId, channel, name }) => (
          <button
            key={`${instrumentId} ${String(channel)}`}
            type="button"
            className="hairline hover:bg-base-200 min-h-14 border px-3 text-left text-lg disabled:opacity-40"
            disabled={isLoading}
            onClick={() => {
              const body = {
                id: newId(),
                buildId,
                stepId,
                channel,
                layerId: lies?.layerId ?? null,
                frac: lies?.frac ?? null,
                everyMin,
                fromAt: new Date().toISOString(),
              };
              void add({ instrumentId, body });
            }}
          >
            {name} writes it down
          </button>
        ))}
      </div>
      {error && (
        <p role="alert" className="text-error mt-1">
          {problemOf(error).detail}
        </p>
      )}
    </section>
  );
}
