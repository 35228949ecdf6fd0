import { bellsOf, mostUrgent, type Bell, type Urgent } from '@pentimento/core/bench';
import { words } from '@pentimento/core/units';
import { useEffect, useMemo } from 'react';
import { useBuildQuery, type Build, type Card } from '../../api/api';
import { usePlanNow } from '../../shared/use-plan-now';
import { useBuildSteps } from './use-build-steps';

/** What another build that runs has to say: what presses there, and its bells by its own clock. */
export interface BuildNow {
  readonly urgent: Urgent | null;
  readonly bells: readonly Bell[];
  /** By its own clock */
  readonly nowMin: number;
  readonly dayOneMs: number;
}

interface OtherBuildProps {
  readonly id: string;
  readonly newest: readonly Card[];
  readonly onNow: (id: string, now: BuildNow | null) => void;
}

/** Follows a build that runs besides the one at hand; draws nothing itself. */
export function OtherBuild({ id, newest, onNow }: OtherBuildProps) {
  const { data } = useBuildQuery(id);
  return data?.status === 'under way' ? <Followed build={data} newest={newest} onNow={onNow} /> : null;
}

function Followed({ build, newest, onNow }: { build: Build } & Omit<OtherBuildProps, 'id'>) {
  const { id, name } = build;
  const { plan } = build.current;
  const nowMin = usePlanNow(plan.startDate);
  const { state, entries, dayOneMs } = useBuildSteps(build, newest, nowMin);
  const now = useMemo((): BuildNow | null => {
    if (!state) return null;
    const { steps, pots } = state;
    const bells = bellsOf(steps, entries, pots, (iso) => (Date.parse(iso) - dayOneMs) / 60000);
    return {
      urgent: mostUrgent({ plan, steps, entries, pots, nowMin }),
      bells: bells.map((bell) => ({ ...bell, id: `${id} ${bell.id}`, line: words`${name}: ${bell.line}` })),
      nowMin,
      dayOneMs,
    };
  }, [plan, state, entries, dayOneMs, nowMin, id, name]);
  useEffect(() => {
    onNow(id, now);
  }, [id, now, onNow]);
  useEffect(
    () => () => {
      onNow(id, null);
    },
    [id, onNow],
  );
  return null;
}
