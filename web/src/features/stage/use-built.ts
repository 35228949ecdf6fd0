import { skipToken } from '@reduxjs/toolkit/query';
import { asBuilt } from '@pentimento/core/bench';
import { isStepEntry } from '@pentimento/core/log';
import type { PlanDocument } from '@pentimento/core/plan';
import { differenceInMinutes, parseISO } from 'date-fns';
import { useMemo, useState } from 'react';
import { useBuildLogQuery, type Build } from '../../api/api';
import type { Mold } from '../simulation/use-mold';

/** The saved plan as it was built until now; null: nothing was logged that differs, or it is not worked out yet. */
export function useBuilt(build: Build, { whole, plan: judged }: Mold): PlanDocument | null {
  const { data } = useBuildLogQuery(build.status === 'planned' ? skipToken : build.id);
  const { plan } = build.current;
  // A drawing for the desk: it does not move with the clock.
  const [openedAt] = useState(() => new Date());
  return useMemo(() => {
    if (!data || !whole || judged !== plan) return null;
    const dayOne = parseISO(plan.startDate);
    const { plan: built, changes } = asBuilt({
      plan,
      steps: whole.steps,
      entries: data.filter(isStepEntry),
      minuteOf: (iso) => differenceInMinutes(parseISO(iso), dayOne),
      nowMin: build.status === 'finished' ? 0 : differenceInMinutes(openedAt, dayOne),
    });
    return changes.some(({ what }) => what !== 'air' && what !== 'catalyst') ? built : null;
  }, [data, whole, judged, plan, build.status, openedAt]);
}
