import type { Sibling } from '@pentimento/core/design';
import { moldObjections } from '@pentimento/core/judging';
import type { CardLibrary, Objection, PlanDocument } from '@pentimento/core/plan';
import { useMemo } from 'react';
import { skipToken } from '@reduxjs/toolkit/query';
import { useSiblingsQuery, type Build } from '../../api/api';
import type { WholeMold } from '../simulation/simulation.worker';

const NONE: readonly Sibling[] = [];

/** Other builds and molds of the same part, with their hands. */
export function useSiblings(build: Build | undefined): readonly Sibling[] {
  const { data } = useSiblingsQuery(build ? { part: build.part, but: build.id } : skipToken);
  return data ?? NONE;
}

/** Nothing simulated yet. */
const UNKNOWN = { sections: new Map(), times: new Map(), mix: new Map() };

/** Every rule that objects to a plan as it stands; what waits for the simulation goes by the last one. */
export function useObjections(plan: PlanDocument, library: CardLibrary, siblings: readonly Sibling[], whole: WholeMold | null): readonly Objection[] {
  const around = whole?.around ?? UNKNOWN;
  return useMemo(() => moldObjections(plan, library, { siblings, ...around }), [plan, library, siblings, around]);
}
