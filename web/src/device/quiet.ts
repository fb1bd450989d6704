import { useEffect, useState } from 'react';

/** A page that is busy all the time is not waited for longer. */
const LONGEST_MS = 2000;
/** Where the browser does not tell when it is idle. */
const UNTOLD_MS = 300;

/** Runs work once the page has nothing more urgent to do, so that nobody waits for it. @returns what takes it back */
export const onceQuiet = (work: () => void): (() => void) => {
  if (typeof requestIdleCallback === 'undefined') {
    const timer = setTimeout(work, UNTOLD_MS);
    return () => clearTimeout(timer);
  }
  const asked = requestIdleCallback(work, { timeout: LONGEST_MS });
  return () => cancelIdleCallback(asked);
};

/** Whether the page has had nothing more urgent to do since it was opened. */
export const useQuiet = (): boolean => {
  const [isQuiet, setQuiet] = useState(false);
  useEffect(() => onceQuiet(() => setQuiet(true)), []);
  return isQuiet;
};
