import type { Sibling } from '@pentimento/core/design';
import { moldObjections } from '@pentimento/core/judging';
import type { CardLibrary, Hand, Objection, PlanDocument } from '@pentimento/core/plan';
import { useMemo } from 'react';
import { useBuildsQuery, useMoldsQuery, type Build } from '../../api/api';
import type { WholeMold } from '../simulation/simulation.worker';

/** Other builds and molds of the same part, with their hands. */
export function useSiblings(build: Build | undefined): readonly Sibling[] {
  const builds = useBuildsQuery();
  const molds = useMoldsQuery();
  return useMemo(() => {
    if (!build) return [];
    const hand = (of: Hand | undefined): Hand => of ?? 'none';
    return [
      ...(builds.data ?? [])
        .filter(({ id, part }) => part === build.part && id !== build.id)
        .map(({ name, current }): Sibling => ({ name, hand: hand(current.plan.mold.intake?.hand) })),
      ...(molds.data ?? [])
        .filter(({ part, buildId }) => part === build.part && buildId === null)
        .map(({ number, hand: of }) => ({ name: number, hand: of })),
    ];
  }, [build, builds.data, molds.data]);
}

/** Nothing simulated yet. */
const UNKNOWN = { sections: new Map(), times: new Map(), mix: new Map() };

/** Every rule that objects to a plan as it stands; what waits for the simulation goes by the last one. */
export function useObjections(plan: PlanDocument, library: CardLibrary, siblings: readonly Sibling[], whole: WholeMold | null): readonly Objection[] {
  const around = whole?.around ?? UNKNOWN;
  return useMemo(() => moldObjections(plan, library, { siblings, ...around }), [plan, library, siblings, around]);
}
