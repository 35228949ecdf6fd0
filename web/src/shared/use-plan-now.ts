import { differenceInMinutes, parseISO } from 'date-fns';
import { useEffect, useState } from 'react';

const TICK_MS = 15_000;

/** Minutes of a plan's clock, now and by this machine's. */
export function usePlanNow(startDate: string): number {
  const [now, setNow] = useState(() => new Date());
  useEffect(() => {
    const timer = setInterval(() => {
      setNow(new Date());
    }, TICK_MS);
    return () => {
      clearInterval(timer);
    };
  }, []);
  return differenceInMinutes(now, parseISO(startDate));
}
