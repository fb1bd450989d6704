import { useSyncExternalStore } from 'react';
import { todayText } from '../control/dates';

const LOOK_MS = 60_000;
const HOUR_MS = 3_600_000;
/** By then in the morning a night is over; until then it is the one that is under way. */
const NIGHT_OVER_HOUR = 9;

const subscribe = (tell: () => void): (() => void) => {
  const timer = setInterval(tell, LOOK_MS);
  // A tablet that slept over midnight is not a minute behind when it is taken up.
  document.addEventListener('visibilitychange', tell);
  return () => {
    clearInterval(timer);
    document.removeEventListener('visibilitychange', tell);
  };
};
const useDateAgo = (ms: number): string => useSyncExternalStore(subscribe, () => todayText(new Date(Date.now() - ms)));

/** Today's calendar date in the yard; a page that is left open goes on to the next day. */
export const useToday = (): string => useDateAgo(0);
/** The date the coming night begins on, or the one that is not over yet. */
export const useTonight = (): string => useDateAgo(NIGHT_OVER_HOUR * HOUR_MS);
