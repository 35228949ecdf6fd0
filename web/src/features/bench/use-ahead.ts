import type { Ahead, BenchForecast } from '@pentimento/core/bench';
import { useEffect, useState } from 'react';
import { useEngine } from '../simulation/use-engine';
import type { BuildSteps } from './use-build-steps';

export interface Outlook {
  readonly ahead: readonly Ahead[];
  /** By the readings, by section id; sections with too few are not there */
  readonly forecasts: ReadonlyMap<string, BenchForecast>;
}

const NOTHING: Outlook = { ahead: [], forecasts: new Map() };

/** What the build as it goes will run into, what still helps, and what the readings say; in a worker of its own, after every line. */
export function useAhead({ state, cards, entries, dayOneMs }: BuildSteps): Outlook {
  const [outlook, setOutlook] = useState(NOTHING);
  const engine = useEngine();
  useEffect(() => {
    if (!state) return;
    let on = true;
    const helper = engine();
    const prepared = { key: cards, tell: (service: Parameters<Parameters<typeof helper.ask>[0]>[0]) => service.setCards(cards) };
    const { built, nowMin } = state;
    const run = async (): Promise<void> => {
      const ahead = await helper.ask((service) => service.ahead(built.plan, [...built.begun], nowMin), prepared);
      const forecasts = new Map<string, BenchForecast>();
      for (const { id } of built.plan.sections) {
        const found = await helper.ask((service) => service.forecast(built.plan, id, { entries, dayOneMs, nowMin }), prepared);
        if (found) forecasts.set(id, found);
      }
      if (on) setOutlook({ ahead, forecasts });
    };
    run().catch(() => undefined);
    return () => {
      on = false;
    };
  }, [state, cards, entries, dayOneMs, engine]);
  return outlook;
}
