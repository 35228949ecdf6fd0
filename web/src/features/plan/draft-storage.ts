import { readPlan, type PlanDocument } from '@pentimento/core/plan';

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

/** The draft of a build as this version of the program knows plans, or null when there is none that it can read. */
export function readDraft(buildId: string): Draft | null {
  const text = localStorage.getItem(key(buildId));
  if (text === null) return null;
  try {
    const parsed: unknown = JSON.parse(text);
    return isDraft(parsed) ? { baseVersion: parsed.baseVersion, at: parsed.at, plan: readPlan(parsed.plan).plan } : null;
  } catch {
    return null;
  }
}

function isDraft(value: unknown): value is { baseVersion: number; plan: unknown; at: string } {
  if (typeof value !== 'object' || value === null || !('plan' in value) || !('baseVersion' in value) || !('at' in value)) return false;
  return typeof value.baseVersion === 'number' && typeof value.at === 'string';
}
