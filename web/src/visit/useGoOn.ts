import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { useNow } from '../clock/useNow';
import { useAppSelector } from '../store';

/** What was read a step ago, to look at again or take anew. */
export interface StepBefore {
  readonly path: string;
  readonly words: string;
}

/** Long enough to read a verdict that asks for nothing. */
const GOES_ON_MS = 4000;

/**
 * Goes on to the next step by itself after a reading that passed: where to is seen and counted down, and it can be
 * stayed. The step before stays one press away.
 * @param to where to; null where nothing goes on by itself
 */
export const useGoOn = (
  to: string | null,
  before: StepBefore,
): { readonly seconds: number | null; readonly stay: () => void } => {
  const navigate = useNavigate();
  const wanted = useAppSelector((state) => state.settings.goesOn);
  const [startedMs] = useState(() => Date.now());
  const [stays, setStays] = useState(false);
  const goes = wanted && !stays && to !== null;
  const now = useNow(500, goes);
  const leftMs = startedMs + GOES_ON_MS - now;
  const { path, words } = before;
  useEffect(() => {
    if (goes && leftMs <= 0) void navigate(to, { state: { before: { path, words } } });
  }, [goes, leftMs, to, navigate, path, words]);
  return { seconds: goes ? Math.max(0, Math.ceil(leftMs / 1000)) : null, stay: () => setStays(true) };
};
