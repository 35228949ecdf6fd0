import { useEffect, useState } from 'react';
import { useInstrumentsQuery } from '../../api/api';
import { liveValues, type LiveKind, type LiveValue } from './live';

const TICK_MS = 5000;

/** The moment by this device's clock, often enough to tell who is silent [ms]. */
export function useNowMs(): number {
  const [nowMs, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => {
      setNow(Date.now());
    }, TICK_MS);
    return () => {
      clearInterval(timer);
    };
  }, []);
  return nowMs;
}

/** Numbers of one kind that instruments show just now. */
export function useLive(kind: LiveKind): LiveValue[] {
  const { data } = useInstrumentsQuery();
  const nowMs = useNowMs();
  return data ? liveValues(data, kind, nowMs) : [];
}
