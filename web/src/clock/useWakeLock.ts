import { useEffect } from 'react';

/** Keeps the screen on while `held`. Browsers without the means simply dim as they always do. */
export const useWakeLock = (held: boolean): void => {
  useEffect(() => {
    if (!held || !('wakeLock' in navigator)) return undefined;
    let ended = false;
    let lock: WakeLockSentinel | null = null;
    const ask = (): void => {
      navigator.wakeLock.request('screen').then(
        (granted) => {
          if (ended) void granted.release();
          else lock = granted;
        },
        // The system may refuse, on low battery for one: the test goes on without it.
        () => undefined,
      );
    };
    // A page that was out of sight has lost its lock.
    const askAgain = (): void => {
      if (document.visibilityState === 'visible') ask();
    };
    ask();
    document.addEventListener('visibilitychange', askAgain);
    return () => {
      ended = true;
      document.removeEventListener('visibilitychange', askAgain);
      void lock?.release();
    };
  }, [held]);
};
