import type { Instrument, InstrumentReading } from '../../api/api';

/** What can be taken from an instrument into a reading. */
export type LiveKind = 'mass' | 'air' | 'probe' | 'humidity';

/** A number that an instrument shows just now. */
export interface LiveValue {
  readonly instrumentId: string;
  /** "Bench scale", "Logger, channel 2" */
  readonly name: string;
  readonly channel: number;
  readonly value: number;
  /** A scale that still moves is not taken */
  readonly settled: boolean;
}

/** Without a word for so long an instrument is silent [ms]: a scale speaks all the time, others now and then. */
const SILENT_MS = { scale: 10_000, logger: 180_000, room: 180_000 };

const OF_KIND: Readonly<Record<LiveKind, Instrument['kind']>> = { mass: 'scale', air: 'room', humidity: 'room', probe: 'logger' };

const valueOf = (kind: LiveKind, { g, tempC, humidityPct }: InstrumentReading): number | null =>
  kind === 'mass' ? g : kind === 'humidity' ? humidityPct : tempC;

export const isSilent = ({ kind }: Pick<Instrument, 'kind'>, { at }: InstrumentReading, nowMs: number): boolean =>
  nowMs - Date.parse(at) > SILENT_MS[kind];

export const channelName = ({ name, kind }: Pick<Instrument, 'name' | 'kind'>, channel: number): string =>
  kind === 'logger' ? `${name}, channel ${String(channel)}` : name;

/** Numbers of one kind that instruments show just now, in the order of their names and channels. */
export function liveValues(instruments: readonly Instrument[], kind: LiveKind, nowMs: number): LiveValue[] {
  return instruments
    .filter((instrument) => instrument.kind === OF_KIND[kind])
    .flatMap((instrument) =>
      [...instrument.latest]
        .sort((a, b) => a.channel - b.channel)
        .flatMap((reading): LiveValue[] => {
          const value = valueOf(kind, reading);
          if (value === null || isSilent(instrument, reading, nowMs)) return [];
          const settled = instrument.kind !== 'scale' || reading.steady;
          return [{ instrumentId: instrument.id, name: channelName(instrument, reading.channel), channel: reading.channel, value, settled }];
        }),
    );
}
