import type { Sibling } from '@pentimento/core/design';
import { worstLevel, type Verdict, type VerdictLevel } from '@pentimento/core/judging';
import { outdatedCards, type Objection } from '@pentimento/core/plan';
import { useEffect, useMemo, useState } from 'react';
import { useKeptCardsQuery, type Build, type Card } from '../../api/api';
import { makeSimulation } from '../simulation/make-worker';

/** The worst that speaks against a build's plan; null: it cannot be simulated or holds no sessions. */
export interface WorstVerdict {
  readonly level: VerdictLevel;
  /** A rule that stops the build comes before a limit */
  readonly objection: Objection | null;
  readonly verdict: Verdict | null;
}

export type WorstByBuild = ReadonlyMap<string, WorstVerdict | null>;

interface Kept {
  readonly id: string;
  readonly version: number;
}

const keptOf = ({ current }: Build, cards: readonly Card[]): Kept[] =>
  outdatedCards(current.plan, cards).map(({ id, keptVersion }) => ({ id, version: keptVersion }));

/** Judges all plans in a worker, one after the other, each with the versions of the cards it keeps; builds not judged yet are missing. */
export function useWorst(builds: readonly Build[] | undefined, cards: readonly Card[] | undefined): WorstByBuild {
  const [worst, setWorst] = useState<WorstByBuild>(new Map());
  const wanted = useMemo(() => {
    const all = builds && cards ? builds.flatMap((build) => keptOf(build, cards)) : [];
    return [...new Map(all.map((one) => [`${one.id} ${String(one.version)}`, one])).values()];
  }, [builds, cards]);
  const older = useKeptCardsQuery(wanted, { skip: wanted.length === 0 });
  const kept = wanted.length === 0 ? NONE : older.currentData;
  useEffect(() => {
    if (!builds || !cards || !kept) return undefined;
    const { service, stop } = makeSimulation();
    let on = true;
    const judge = async (): Promise<void> => {
      let there: string | null = null;
      for (const build of [...builds].sort((a, b) => keptKey(a, cards).localeCompare(keptKey(b, cards)))) {
        const key = keptKey(build, cards);
        if (there !== key) {
          const own = keptOf(build, cards);
          const cardsOf = cards.map((card) => {
            const version = own.find(({ id }) => id === card.id)?.version;
            return version === undefined ? card : (kept.find((one) => one.id === card.id && one.version === version) ?? card);
          });
          await service.setCards(cardsOf);
          there = key;
        }
        const judged = await service.judge(build.current.plan, siblingsOf(build, builds));
        if (!on) return;
        const stopping = judged?.objections.find(({ level }) => level === 'stop') ?? null;
        const found =
          judged && (judged.verdicts.length > 0 || stopping)
            ? {
                level: stopping ? ('stop' as const) : worstLevel(judged.verdicts),
                objection: stopping,
                verdict: judged.verdicts.find((v) => v.level !== 'ok') ?? null,
              }
            : null;
        setWorst((before) => new Map(before).set(build.id, found));
      }
      stop();
    };
    void judge();
    return () => {
      on = false;
      stop();
    };
  }, [builds, cards, kept]);
  return worst;
}

const NONE: readonly Card[] = [];

function keptKey(build: Build, cards: readonly Card[]): string {
  return keptOf(build, cards)
    .map(({ id, version }) => `${id} ${String(version)}`)
    .join(',');
}

function siblingsOf(build: Build, builds: readonly Build[]): Sibling[] {
  return builds
    .filter(({ id, part }) => part === build.part && id !== build.id)
    .map(({ name, current }) => ({ name, hand: current.plan.intake?.hand ?? 'none' }));
}
