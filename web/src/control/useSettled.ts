import { useEffect, useState } from 'react';

/** A thumb that bounces comes again within this. */
export const BOUNCE_MS = 400;

/** False for a moment after a part came: a press meant for what stood there before may bounce. */
export const useSettled = (): boolean => {
  const [isSettled, setSettled] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(true), BOUNCE_MS);
    return () => clearTimeout(timer);
  }, []);
  return isSettled;
};
