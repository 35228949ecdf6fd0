import type { PlanDocument } from '@pentimento/core/plan';
import { localDatabase, type KeptDraft } from '../../local/database';
import { livingTabs, thisTab } from '../../shared/local/holding';
import { storing } from '../../local/storage-trouble';

/** An unsaved plan kept in this browser. */
export interface Draft {
  readonly baseVersion: number;
  readonly plan: PlanDocument;
  readonly at: string;
}

const keyOf = (buildId: string, tab: string): string => `${buildId} ${tab}`;

/** Keeps a build's unsaved plan for this tab; another tab's own is not touched. */
export async function keepDraft(buildId: string, draft: Draft): Promise<void> {
  await storing(async () => {
    const tab = await thisTab();
    await (await localDatabase()).put('drafts', { key: keyOf(buildId, tab), buildId, tab, ...draft });
  });
}

export async function dropDraft(buildId: string): Promise<void> {
  await storing(async () => {
    const tab = await thisTab();
    await (await localDatabase()).delete('drafts', keyOf(buildId, tab));
  });
}

/** The draft of this tab, else the newest of a tab that is gone: it becomes this tab's. null: there is none. */
export async function takeDraft(buildId: string): Promise<KeptDraft | null> {
  const found = await storing(async () => {
    const [tab, living, local] = await Promise.all([thisTab(), livingTabs(), localDatabase()]);
    await moveFromOldStore(buildId);
    const drafts = await local.getAllFromIndex('drafts', 'build', buildId);
    const own = drafts.find((draft) => draft.tab === tab);
    if (own) return own;
    const left = drafts
      .filter((draft) => !living.has(draft.tab))
      .sort((a, b) => b.at.localeCompare(a.at))
      .at(0);
    if (!left) return null;
    const mine = { ...left, key: keyOf(buildId, tab), tab };
    const tx = local.transaction('drafts', 'readwrite');
    await Promise.all([tx.store.put(mine), tx.store.delete(left.key), tx.done]);
    return mine;
  });
  return found ?? null;
}

/** Until 0.7 one draft of a build lay in the page's small store. */
async function moveFromOldStore(buildId: string): Promise<void> {
  const old = `pentimento.draft.${buildId}`;
  const text = localStorage.getItem(old);
  if (text === null) return;
  try {
    const parsed: unknown = JSON.parse(text);
    if (isOldDraft(parsed)) await (await localDatabase()).put('drafts', { ...parsed, key: keyOf(buildId, 'before'), buildId, tab: 'before' });
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
  }
  localStorage.removeItem(old);
}

function isOldDraft(value: unknown): value is { baseVersion: number; plan: object; at: string } {
  if (typeof value !== 'object' || value === null || !('plan' in value) || !('baseVersion' in value) || !('at' in value)) return false;
  return typeof value.baseVersion === 'number' && typeof value.at === 'string' && typeof value.plan === 'object' && value.plan !== null;
}
