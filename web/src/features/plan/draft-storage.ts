import { checkPlan, type PlanDocument } from '@pentimento/core/plan';

/** An unsaved plan kept in this browser. */
export interface Draft {
  readonly baseVersion: number;
  readonly plan: PlanDocument;
  readonly at: string;
}

const key = (buildId: string): string => `pentimento.draft.${buildId}`;

export function keepDraft(buildId: string, draft: Draft): void {
  try {
    localStorage.setItem(key(buildId), JSON.stringify(draft));
  } catch {
    // Storage full or forbidden: the edits stay in memory, and the save button still shows them as unsaved.
  }
}

export function dropDraft(buildId: string): void {
  localStorage.removeItem(key(buildId));
}

/** The draft of a build, or null when there is none that this version of the program can read. */
export function readDraft(buildId: string): Draft | null {
  const text = localStorage.getItem(key(buildId));
  if (text === null) return null;
  try {
    const parsed: unknown = JSON.parse(text);
    return isDraft(parsed) ? parsed : null;
  } catch {
    return null;
  }
}

function isDraft(value: unknown): value is Draft {
  if (typeof value !== 'object' || value === null || !('plan' in value) || !('baseVersion' in value) || !('at' in value)) return false;
  if (typeof value.baseVersion !== 'number' || typeof value.at !== 'string' || !isCurrentPlan(value.plan)) return false;
  checkPlan(value.plan);
  return true;
}

function isCurrentPlan(plan: unknown): plan is PlanDocument {
  return (
    typeof plan === 'object' &&
    plan !== null &&
    'formatVersion' in plan &&
    plan.formatVersion === 1 &&
    'sessions' in plan &&
    Array.isArray(plan.sessions)
  );
}
