import { Repeat } from 'lucide-react';
import { useEndWatchMutation, useInstrumentsQuery, useWatchesQuery } from '../../api/api';
import { MayButton } from '../../shared/may-button';
import { useUnits } from '../../shared/use-units';
import { channelName, isSilent } from './live';
import { useNowMs } from './use-live';

interface WatchStripProps {
  readonly buildId: string;
  readonly layerName: (id: string) => string;
}

/** What instruments write into this build's log by themselves, with what they show now, and whether they still speak. */
export function WatchStrip({ buildId, layerName }: WatchStripProps) {
  const { data: watches } = useWatchesQuery(buildId);
  const { data: instruments } = useInstrumentsQuery();
  const [end] = useEndWatchMutation();
  const nowMs = useNowMs();
  const units = useUnits();
  if (!watches || watches.length === 0) return null;
  return (
    <ul className="mt-3 grid gap-1" aria-label="Instruments that write by themselves">
      {watches.map(({ id, instrumentId, instrument: name, channel, layerId, everyMin }) => {
        const instrument = instruments?.find((one) => one.id === instrumentId);
        const reading = instrument?.latest.find((one) => one.channel === channel);
        const silent = !instrument || !reading || isSilent(instrument, reading, nowMs);
        return (
          <li key={id} className="hairline flex min-h-11 flex-wrap items-center gap-x-3 border px-3">
            <Repeat size={16} aria-hidden />
            <span>
              {instrument ? channelName(instrument, channel) : name}: {layerId === null ? 'air' : layerName(layerId)}, every{' '}
              <span className="num">{everyMin}</span> min
            </span>
            <strong className={`num ${silent ? 'text-warning' : ''}`}>
              {silent ? 'silent' : reading.tempC === null ? 'does not answer' : units.text('temperature', reading.tempC)}
            </strong>
            <span className="flex-1" />
            <MayButton right="log" className="hairline hover:bg-base-200 min-h-11 border px-3" onClick={() => void end(id)}>
              No more
            </MayButton>
          </li>
        );
      })}
    </ul>
  );
}
