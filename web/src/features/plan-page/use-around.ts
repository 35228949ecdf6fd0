import type { Sibling } from '@pentimento/core/design';
import { planObjections } from '@pentimento/core/judging';
import { mixObjections, type MixRow } from '@pentimento/core/mix';
import { worstFirst, type CardLibrary, type Hand, type Objection, type SectionPlan } from '@pentimento/core/plan';
import { useMemo, useState } from 'react';
import { useBuildsQuery, useMoldsQuery, type Build } from '../../api/api';
import type { Picture } from '../simulation/picture';
import type { Simulation } from '../simulation/use-simulation';

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
        .map(({ name, current }): Sibling => ({ name, hand: hand(current.plan.intake?.hand) })),
      ...(molds.data ?? [])
        .filter(({ part, buildId }) => part === build.part && buildId === null)
        .map(({ number, hand: of }) => ({ name: number, hand: of })),
    ];
  }, [build, builds.data, molds.data]);
}

/** The picture of the plan as it stands; while the hand drags, the one before, so that the rules rest with it. */
export function useSettledPicture({ plan, picture }: Simulation, present: SectionPlan | null): Picture | null {
  const [settled, setSettled] = useState<Picture | null>(null);
  if (picture && plan === present && settled !== picture) setSettled(picture);
  return settled;
}

/** Every rule that objects to a plan as it stands. */
export function useObjections(
  plan: SectionPlan | null,
  library: CardLibrary | null,
  siblings: readonly Sibling[],
  picture: Picture | null,
  rows: readonly MixRow[] | null,
): readonly Objection[] {
  return useMemo(() => {
    if (!plan || !library) return [];
    const found = planObjections(plan, library, { siblings, gelS: new Map(picture?.gelAfterS ?? []), backing: picture?.backing ?? null });
    return worstFirst([...found, ...mixObjections(rows ?? [])]);
  }, [plan, library, siblings, picture, rows]);
}
