import { readPlan } from '@pentimento/core/plan';
import { takeDraft, type Draft } from './draft-storage';

/** The draft of a build as this version of the program knows plans, or null when there is none that it can read. */
export async function readDraft(buildId: string): Promise<Draft | null> {
  const kept = await takeDraft(buildId);
  if (!kept) return null;
  try {
    return { baseVersion: kept.baseVersion, at: kept.at, plan: readPlan(kept.plan).plan };
  } catch {
    return null;
  }
}
