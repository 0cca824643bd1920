import { useEffect } from 'react';

/** Keeps the screen awake while it is asked for, where the browser can; again after the page was hidden. */
export function useAwake(wanted: boolean): void {
  useEffect(() => {
    if (!wanted || !('wakeLock' in navigator)) return undefined;
    let lock: WakeLockSentinel | null = null;
    let ended = false;
    const ask = () => {
      if (document.visibilityState !== 'visible') return;
      navigator.wakeLock.request('screen').then(
        (given) => {
          if (ended) void given.release();
          else lock = given;
        },
        // A browser may refuse, for want of power; the run goes on without.
        () => undefined,
      );
    };
    ask();
    document.addEventListener('visibilitychange', ask);
    return () => {
      ended = true;
      document.removeEventListener('visibilitychange', ask);
      void lock?.release();
    };
  }, [wanted]);
}
