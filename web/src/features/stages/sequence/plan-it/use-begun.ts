import type { PlanDocument } from '@pentimento/core/plan';
import { useMemo } from 'react';
import type { Build } from '../../../../api/api';
import { usePlanNow } from '../../../../shared/use-plan-now';

/** Minutes are told to a planner by whole quarters: it is not asked anew each time that the clock ticks. */
const QUARTER_MIN = 15;

/**
 * What of a build under way stays: sessions that began, and no start before now; null: it has not begun.
 * @param plan as it was built until now
 */
export function useBegun({ status }: Build, plan: PlanDocument): { readonly locked: readonly string[]; readonly fromMin: number } | null {
  const nowMin = Math.ceil(usePlanNow(plan.startDate) / QUARTER_MIN) * QUARTER_MIN;
  return useMemo(() => {
    if (status !== 'under way') return null;
    const locked = plan.sections.flatMap(({ sessions }) => sessions.filter(({ startMin }) => startMin < nowMin).map(({ id }) => id));
    return { locked, fromMin: Math.max(0, nowMin) };
  }, [status, plan.sections, nowMin]);
}
