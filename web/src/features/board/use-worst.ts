import { worstLevel, type Verdict, type VerdictLevel } from '@pentimento/core';
import { useEffect, useState } from 'react';
import type { Build, Card } from '../../api/api';
import { makeSimulation } from '../sequence/simulation/make-worker';

/** The worst verdict of a build's plan; null: it cannot be simulated or holds no sessions. */
export interface WorstVerdict {
  readonly level: VerdictLevel;
  readonly verdict: Verdict | null;
}

export type WorstByBuild = ReadonlyMap<string, WorstVerdict | null>;

/** Judges all plans in a worker, one after the other; builds not judged yet are missing. */
export function useWorst(builds: readonly Build[] | undefined, cards: readonly Card[] | undefined): WorstByBuild {
  const [worst, setWorst] = useState<WorstByBuild>(new Map());
  useEffect(() => {
    if (!builds || !cards) return undefined;
    const { service, stop } = makeSimulation();
    let on = true;
    const judge = async (): Promise<void> => {
      await service.setCards(cards);
      for (const build of builds) {
        const verdicts = await service.verdicts(build.current.plan);
        if (!on) return;
        const found =
          verdicts && verdicts.length > 0 ? { level: worstLevel(verdicts), verdict: verdicts.find((v) => v.level !== 'ok') ?? null } : null;
        setWorst((before) => new Map(before).set(build.id, found));
      }
      stop();
    };
    void judge();
    return () => {
      on = false;
      stop();
    };
  }, [builds, cards]);
  return worst;
}
