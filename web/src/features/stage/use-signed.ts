import { skipToken } from '@reduxjs/toolkit/query';
import { isStepEntry } from '@pentimento/core/log';
import type { PlanDocument } from '@pentimento/core/plan';
import { withSigned } from '@pentimento/core/steps';
import { differenceInMinutes, parseISO } from 'date-fns';
import { useMemo } from 'react';
import { useBuildLogQuery } from '../../api/api';

/** A build's plan as it stands with the checks and gates that were signed at the bench; the plan itself until the log is there. */
export function useSigned(buildId: string | null, plan: PlanDocument): PlanDocument {
  const { data } = useBuildLogQuery(buildId ?? skipToken);
  return useMemo(() => {
    if (!data) return plan;
    const dayOne = parseISO(plan.startDate);
    return withSigned(plan, data.filter(isStepEntry), (iso) => differenceInMinutes(parseISO(iso), dayOne));
  }, [data, plan]);
}
