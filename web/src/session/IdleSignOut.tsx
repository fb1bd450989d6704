import { useEffect, useEffectEvent } from 'react';
import { secondsLeft } from '../clock/clockSlice';
import { useRunningHolds } from '../hold/holds';
import { useAppSelector } from '../store';
import { useLeave } from './useLeave';

/** A shared device that nobody touches for so long is somebody else's next. */
const IDLE_MS = 10 * 60_000;
const LOOK_MS = 5_000;
const TOUCHES = ['pointerdown', 'keydown', 'wheel', 'touchstart'] as const;

/** Signs whoever works at a shared device out once nobody touched it for ten minutes; never while a hold or a clock runs. */
export const IdleSignOut = () => {
  const isShared = useAppSelector(({ session }) => session.device?.shared === true && session.person !== null);
  const clocks = useAppSelector((state) => state.clocks);
  const holds = useRunningHolds();
  const signOut = useLeave();
  const isBusy = useEffectEvent(
    (nowMs: number): boolean => holds.length > 0 || clocks.some((clock) => secondsLeft(clock, nowMs) > 0),
  );
  const leave = useEffectEvent(async (): Promise<void> => {
    await signOut();
  });
  useEffect(() => {
    if (!isShared) return undefined;
    let touchedMs = Date.now();
    let isLeaving = false;
    const touch = (): void => {
      touchedMs = Date.now();
    };
    for (const name of TOUCHES) window.addEventListener(name, touch, { passive: true, capture: true });
    const timer = setInterval(() => {
      // What runs holds whoever started it here; the ten minutes begin once it has ended.
      if (isBusy(Date.now())) touch();
      else if (!isLeaving && Date.now() - touchedMs >= IDLE_MS) {
        isLeaving = true;
        void leave().finally(() => (isLeaving = false));
      }
    }, LOOK_MS);
    return () => {
      clearInterval(timer);
      for (const name of TOUCHES) window.removeEventListener(name, touch, { capture: true });
    };
  }, [isShared]);
  return null;
};
