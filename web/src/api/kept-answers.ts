import { localDatabase } from '../local/database';
import { storing } from '../local/storage-trouble';

/** Answers that are of use without network: who is here, builds, the rack, cards. */
const KEPT = /^(auth\/who|builds|molds|cards|lots)(\/|\?|$)/;
/** No list of a search, no sheet, no file. */
const NOT_KEPT = /search=|traveler|calendar|cup-tests|laminate-records/;
const MOST = 300;

export const isKept = (path: string): boolean => KEPT.test(path) && !NOT_KEPT.test(path);

export async function keepAnswer(path: string, data: unknown): Promise<void> {
  await storing(async () => {
    const local = await localDatabase();
    await local.put('answers', { path, at: Date.now(), data });
    const count = await local.count('answers');
    if (count <= MOST) return;
    // The oldest go first.
    const tx = local.transaction('answers', 'readwrite');
    let cursor = await tx.store.index('at').openCursor();
    for (let left = count - MOST; cursor && left > 0; left--) {
      await cursor.delete();
      cursor = await cursor.continue();
    }
    await tx.done;
  });
}

/** What the server said last time; null: nothing is kept. */
export async function keptAnswer(path: string): Promise<{ at: number; data: unknown } | null> {
  const kept = await storing(async () => ({ answer: await (await localDatabase()).get('answers', path) }));
  return kept?.answer ?? null;
}

/** What was kept for one person is not for the next. */
export async function forgetAnswers(): Promise<void> {
  await storing(async () => {
    await (await localDatabase()).clear('answers');
  });
}
