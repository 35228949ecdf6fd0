import { isStepEntry } from '@pentimento/core/log';
import { stepStates } from '@pentimento/core/steps';
import { useMemo } from 'react';
import { useBuildLogQuery, type BuildHead } from '../../api/api';
import { usePlanNow } from '../../shared/use-plan-now';
import { MomentLine, NextPlanned } from './next-planned';

/** What a build under way has next by its log: what is not done, however long ago it was planned. */
export function NextOpen({ build: { id, moments }, startDate }: { build: BuildHead; startDate: string }) {
  const minutes = usePlanNow(startDate);
  const { data } = useBuildLogQuery(id);
  const states = useMemo(() => stepStates((data ?? []).filter(isStepEntry)), [data]);
  if (!data) return <NextPlanned startDate={startDate} moments={moments} />;
  const next = moments.find(({ stepId }) => !['done', 'skipped'].includes(states.get(stepId)?.state ?? 'open'));
  return <MomentLine startDate={startDate} next={next} late={next !== undefined && next.atMin < minutes} none="all its steps are done" />;
}
