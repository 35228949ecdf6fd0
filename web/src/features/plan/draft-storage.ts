import type { PlanDocument } from '@pentimento/core/plan';

/** An unsaved plan kept in this browser. */
export interface Draft {
  readonly baseVersion: number;
  readonly plan: PlanDocument;
  readonly at: string;
}

/** Where a build's draft lies. */
export const draftKey = (buildId: string): string => `pentimento.draft.${buildId}`;

export function keepDraft(buildId: string, draft: Draft): void {
  try {
    localStorage.setItem(draftKey(buildId), JSON.stringify(draft));
  } catch {
    // Storage full or forbidden: the edits stay in memory, and the save button still shows them as unsaved.
  }
}

export function dropDraft(buildId: string): void {
  localStorage.removeItem(draftKey(buildId));
}
