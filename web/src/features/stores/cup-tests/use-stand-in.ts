import type { LoggerReading, TemperatureLog } from '@pentimento/core/calibration';
import { useCallback, useEffect, useRef, useState } from 'react';

export interface StandIn {
  readonly state: 'idle' | 'listening' | 'ended' | 'lost';
  readonly readings: readonly LoggerReading[];
  /** What answered, as a log; null before two readings */
  readonly log: TemperatureLog | null;
  start: (query: Record<string, string>) => void;
  stop: () => void;
}

function isReading(value: unknown): value is LoggerReading {
  return typeof value === 'object' && value !== null && 'atS' in value && 'tempC' in value;
}

/** Listens to the stand-in logger, live. A cut stream goes on by itself where it stopped. */
export function useStandIn(): StandIn {
  const [readings, setReadings] = useState<readonly LoggerReading[]>([]);
  const [state, setState] = useState<StandIn['state']>('idle');
  const source = useRef<EventSource | null>(null);
  const stop = useCallback(() => {
    source.current?.close();
    source.current = null;
    setState((before) => (before === 'listening' ? 'ended' : before));
  }, []);
  const start = useCallback((query: Record<string, string>) => {
    source.current?.close();
    setReadings([]);
    setState('listening');
    const events = new EventSource(`/api/logger/stand-in?${new URLSearchParams(query).toString()}`);
    source.current = events;
    events.addEventListener('reading', (event: MessageEvent<string>) => {
      const reading: unknown = JSON.parse(event.data);
      if (isReading(reading)) setReadings((before) => [...before, reading]);
      setState('listening');
    });
    events.addEventListener('end', () => {
      events.close();
      setState('ended');
    });
    events.onerror = () => {
      // The browser tries again by itself unless it was refused.
      setState('lost');
    };
  }, []);
  useEffect(
    () => () => {
      source.current?.close();
    },
    [],
  );
  const heard = readings.flatMap(({ atS, tempC }) => (tempC === null ? [] : [{ atS, tempC }]));
  const log = heard.length < 2 ? null : { timeS: heard.map(({ atS }) => atS - heard[0].atS), tempC: heard.map(({ tempC }) => tempC) };
  return { state, readings, log, start, stop };
}
