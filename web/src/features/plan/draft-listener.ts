import { createListenerMiddleware, isAnyOf } from '@reduxjs/toolkit';
import { dropDraft, keepDraft } from './draft-storage';
import { dropped, edited, hasEdits, rebased, redone, undone, type PlanState } from './plan-slice';

/** Keeps every edit in this browser at once, so that closing the tab loses nothing. */
export const draftListener = createListenerMiddleware<{ plan: PlanState }>();

draftListener.startListening({
  matcher: isAnyOf(edited, undone, redone, rebased, dropped),
  effect: (_action, { getState }) => {
    const { plan } = getState();
    if (plan.buildId === null || plan.present === null) return;
    if (hasEdits(plan)) void keepDraft(plan.buildId, { baseVersion: plan.baseVersion, plan: plan.present, at: new Date().toISOString() });
    else void dropDraft(plan.buildId);
  },
});
