import { newId } from '../new-id';
import { localDatabase } from '../../local/database';

const TAB_KEY = 'pentimento.tab';
/** A lease that nobody renews runs out: its tab is gone. */
const LEASE_MS = 10_000;
const RENEW_MS = 3_000;
const AGAIN_MS = 400;
const nameOf = (tab: string): string => `pentimento.tab.${tab}`;

/** Locks exist where the page is secure; elsewhere a lease in the store stands for them. */
const locks = (): LockManager | null => (typeof navigator !== 'undefined' && 'locks' in navigator ? navigator.locks : null);

/** Takes a lease if nobody else has it. */
async function takeLease(name: string, holder: string): Promise<boolean> {
  const tx = (await localDatabase()).transaction('leases', 'readwrite');
  const held = await tx.store.get(name);
  const free = !held || held.holder === holder || held.untilMs < Date.now();
  if (free) await tx.store.put({ name, holder, untilMs: Date.now() + LEASE_MS });
  await tx.done;
  return free;
}

async function leave(name: string): Promise<void> {
  await (await localDatabase()).delete('leases', name);
}

/** Does something that only one tab of this browser does at a time; the others wait. */
export async function oneAtATime(name: string, work: () => Promise<void>): Promise<void> {
  const manager = locks();
  if (manager) {
    await manager.request(name, work);
    return;
  }
  const holder = newId();
  while (!(await takeLease(name, holder))) await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
  const renewed = setInterval(() => void takeLease(name, holder).catch(() => undefined), RENEW_MS);
  try {
    await work();
  } finally {
    clearInterval(renewed);
    await leave(name);
  }
}

/** Holds a tab's name as long as the page lives; false: another tab has it. */
async function holdTab(tab: string): Promise<boolean> {
  const manager = locks();
  if (manager)
    return new Promise((resolve) => {
      void manager.request(nameOf(tab), { ifAvailable: true }, (lock) => {
        resolve(lock !== null);
        // Held until the page goes.
        return lock === null ? undefined : new Promise<void>(() => undefined);
      });
    });
  const holder = newId();
  if (!(await takeLease(nameOf(tab), holder))) return false;
  setInterval(() => void takeLease(nameOf(tab), holder).catch(() => undefined), RENEW_MS);
  window.addEventListener('pagehide', () => void leave(nameOf(tab)).catch(() => undefined));
  return true;
}

let mine: Promise<string> | null = null;

/** The name of this tab; the same after a reload, another for a tab that was doubled. */
export function thisTab(): Promise<string> {
  mine ??= (async () => {
    const before = sessionStorage.getItem(TAB_KEY);
    if (before !== null && (await holdTab(before))) return before;
    const tab = newId();
    await holdTab(tab);
    sessionStorage.setItem(TAB_KEY, tab);
    return tab;
  })().catch(() => 'this');
  return mine;
}

/** Names of tabs that are open now. */
export async function livingTabs(): Promise<ReadonlySet<string>> {
  const manager = locks();
  const names = manager
    ? ((await manager.query()).held ?? []).flatMap(({ name }) => name ?? [])
    : (await (await localDatabase()).getAll('leases')).filter(({ untilMs }) => untilMs >= Date.now()).map(({ name }) => name);
  return new Set(names.flatMap((name) => (name.startsWith(nameOf('')) ? name.slice(nameOf('').length) : [])));
}
