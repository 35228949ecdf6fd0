import { readPlan } from '@pentimento/core/plan';
import { draftKey, type Draft } from './draft-storage';

/** The draft of a build as this version of the program knows plans, or null when there is none that it can read. */
export function readDraft(buildId: string): Draft | null {
  const text = localStorage.getItem(draftKey(buildId));
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
