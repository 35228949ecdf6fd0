import { useSyncExternalStore } from 'react';
import { Workbox } from 'workbox-window';

let waiting: Workbox | null = null;
const listeners = new Set<() => void>();

/** Keeps the program itself in the browser, so that it opens without network. Browsers allow it only on a secure page, or on the machine itself. */
export function keepShell(): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  const worker = new Workbox('/sw.js');
  worker.addEventListener('waiting', () => {
    waiting = worker;
    for (const changed of listeners) changed();
  });
  void worker.register().catch(() => {
    // Forbidden here: pages need the network.
  });
}

/** Takes the new version of the program that waits; null: this is the newest. */
export function useNewVersion(): (() => void) | null {
  const worker = useSyncExternalStore(
    (changed) => {
      listeners.add(changed);
      return () => listeners.delete(changed);
    },
    () => waiting,
  );
  if (!worker) return null;
  return () => {
    worker.addEventListener('controlling', () => {
      window.location.reload();
    });
    worker.messageSkipWaiting();
  };
}
