import { instrumentKinds, instrumentLine, readInstrumentLine, type InstrumentKind, type InstrumentLine } from './lines.js';

/** The newest that one channel of an instrument said; what it does not measure is null. */
export interface LatestReading {
  readonly instrumentId: string;
  /** Of a logger; 0 of others */
  readonly channel: number;
  readonly g: number | null;
  /** Of a scale: it stands still */
  readonly steady: boolean;
  readonly tempC: number | null;
  readonly humidityPct: number | null;
  /** ISO date-time */
  readonly at: string;
}

export function latestReading(instrumentId: string, line: InstrumentLine, at: string): LatestReading {
  return {
    instrumentId,
    channel: 'channel' in line ? line.channel : 0,
    g: line.kind === 'mass' ? line.g : null,
    steady: line.kind === 'mass' && line.steady,
    tempC: 'tempC' in line ? line.tempC : null,
    humidityPct: line.kind === 'air' ? line.humidityPct : null,
    at,
  };
}

/** What one process of the shop hears from an instrument, as it is told to the others: whose it is, when, and its line. */
export const told = (instrumentId: string, kind: InstrumentKind, line: InstrumentLine, at: string): string =>
  `${instrumentId} ${kind} ${at} ${instrumentLine({ ...line, at: null })}`;

/** @throws DomainError for what `told` did not write */
export function heard(text: string): LatestReading {
  const [instrumentId, kind, at, ...words] = text.split(' ');
  const known = instrumentKinds.find((one) => one === kind) ?? 'scale';
  return latestReading(instrumentId, readInstrumentLine(words.join(' '), known), at);
}
