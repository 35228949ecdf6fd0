import { useEffect } from 'react';
import type { Build } from '../../api/api';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { readDraft } from '../plan/read-draft';
import { hasEdits, opened, type PlanState } from '../plan/plan-slice';

/** Opens a build's plan for editing, once; a draft left in this browser takes its place. */
export function useOpenPlan(build: Build | undefined): PlanState | null {
  const plan = useAppSelector((state) => state.plan);
  const dispatch = useAppDispatch();
  useEffect(() => {
    if (!build) return;
    // Open already: only a newer version under untouched edits opens it again.
    if (plan.buildId === build.id && (hasEdits(plan) || plan.baseVersion >= build.current.number)) return;
    let on = true;
    void (build.status === 'finished' ? Promise.resolve(null) : readDraft(build.id)).then((draft) => {
      if (!on) return;
      dispatch(
        opened({
          buildId: build.id,
          // A draft keeps the version it began from, so that a save over a newer one is noticed.
          baseVersion: draft?.baseVersion ?? build.current.number,
          saved: build.current.plan,
          draft: draft?.plan ?? null,
        }),
      );
    });
    return () => {
      on = false;
    };
  }, [build, plan, dispatch]);
  return build && plan.buildId === build.id ? plan : null;
}
