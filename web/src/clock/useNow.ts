import { useEffect, useState } from 'react';

/** The time in milliseconds, refreshed every `everyMs` while `running`. */
export const useNow = (everyMs: number, running = true): number => {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!running) return undefined;
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), everyMs);
    return () => clearInterval(timer);
  }, [everyMs, running]);
  return now;
};
