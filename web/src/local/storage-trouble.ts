import { useSyncExternalStore } from 'react';

export type StorageTrouble = 'full' | 'forbidden';

let trouble: StorageTrouble | null = null;
const listeners = new Set<() => void>();

function set(next: StorageTrouble | null): void {
  if (next === trouble) return;
  trouble = next;
  for (const changed of listeners) changed();
}

/** Does something with the browser's storage; what does not work is told on every page until it works again. */
export async function storing<T>(work: () => Promise<T>): Promise<T | undefined> {
  try {
    const result = await work();
    set(null);
    return result;
  } catch (error) {
    set(error instanceof Error && error.name === 'QuotaExceededError' ? 'full' : 'forbidden');
    return undefined;
  }
}

/** What is wrong with this browser's storage; null: nothing. */
export function useStorageTrouble(): StorageTrouble | null {
  return useSyncExternalStore(
    (changed) => {
      listeners.add(changed);
      return () => listeners.delete(changed);
    },
    () => trouble,
  );
}
