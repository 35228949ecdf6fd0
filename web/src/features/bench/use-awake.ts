import { useEffect } from 'react';

/** Keeps the screen lit while the page is open and looked at, where the browser lets it (https, or this machine). */
export function useAwake(): void {
  useEffect(() => {
    if (!('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let on = true;
    const ask = (): void => {
      if (document.visibilityState !== 'visible') return;
      navigator.wakeLock.request('screen').then(
        (held) => {
          if (on) lock = held;
          else void held.release();
        },
        () => undefined,
      );
    };
    ask();
    document.addEventListener('visibilitychange', ask);
    return () => {
      on = false;
      document.removeEventListener('visibilitychange', ask);
      void lock?.release();
    };
  }, []);
}
