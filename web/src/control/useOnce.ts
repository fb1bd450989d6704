import { useCallback, useEffect, useRef, useState } from 'react';
import { failureTold } from '../frame/failureSlice';
import { useAppDispatch } from '../store';

const after = (milliseconds: number): Promise<void> =>
  new Promise((resolve) => {
    setTimeout(resolve, milliseconds);
  });

/**
 * Work that may be asked for twice and is done once: while it is under way, asking again does nothing. A failure that
 * nobody else tells is told on screen.
 * @param restMs for as long after it was asked for it counts as under way: a press that bounces asks for nothing more
 * @returns whether it is under way, and how to ask for it
 */
export const useOnce = <Args extends readonly unknown[]>(
  work: (...args: Args) => unknown,
  restMs = 0,
): readonly [pending: boolean, ask: (...args: Args) => Promise<void>] => {
  const dispatch = useAppDispatch();
  const busy = useRef(false);
  const mounted = useRef(true);
  const [pending, setPending] = useState(false);
  useEffect(() => {
    mounted.current = true;
    return () => {
      mounted.current = false;
    };
  }, []);
  const latest = useRef(work);
  useEffect(() => {
    latest.current = work;
  });
  const ask = useCallback(
    async (...args: Args): Promise<void> => {
      if (busy.current) return;
      const answer = latest.current(...args);
      if (!(answer instanceof Promise)) return;
      busy.current = true;
      setPending(true);
      const rest = restMs === 0 ? undefined : after(restMs);
      try {
        await answer;
        await rest;
      } catch (error) {
        dispatch(failureTold({ what: 'act', words: error instanceof Error ? error.message : String(error) }));
      } finally {
        busy.current = false;
        if (mounted.current) setPending(false);
      }
    },
    [dispatch, restMs],
  );
  return [pending, ask];
};
