import { useEffect } from 'react';

/** Keeps the screen on while `held`. Browsers without the means simply dim as they always do. */
export const useWakeLock = (held: boolean): void => {
  useEffect(() => {
    if (!held || !('wakeLock' in navigator)) return undefined;
    let ended = false;
    let lock: WakeLockSentinel | null = null;
    navigator.wakeLock.request('screen').then(
      (granted) => {
        if (ended) void granted.release();
        else lock = granted;
      },
      // The system may refuse, on low battery for one: the test goes on without it.
      () => undefined,
    );
    return () => {
      ended = true;
      void lock?.release();
    };
  }, [held]);
};
