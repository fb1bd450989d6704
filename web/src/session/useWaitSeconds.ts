import { useState } from 'react';
import type { SerializedError } from '@reduxjs/toolkit';
import type { FetchBaseQueryError } from '@reduxjs/toolkit/query';
import { failureOf, problemText } from '../api/failure';
import { useNow } from '../clock/useNow';

/** Why one was not let in, and how long one has to wait for the next try. */
interface Refused {
  readonly words: string;
  readonly untilMs: number;
}

/** What stands beside a word that was wrong: the server's words, and the wait as it runs down. */
export const useWaitSeconds = () => {
  const [refused, setRefused] = useState<Refused | null>(null);
  const nowMs = useNow(250, refused !== null && refused.untilMs > 0);
  const left = refused === null ? 0 : Math.max(0, Math.ceil((refused.untilMs - nowMs) / 1000));
  return {
    /** Seconds that are left; 0 when one may try. */
    left,
    words: refused === null || (refused.untilMs > 0 && left === 0) ? null : refused.words,
    refuse: (error: FetchBaseQueryError | SerializedError): void => {
      const failure = failureOf(error);
      const seconds = failure.kind === 'refused' ? (failure.details.waitSeconds ?? 0) : 0;
      setRefused({
        words: seconds > 0 ? 'Too many wrong tries.' : problemText(error),
        untilMs: seconds > 0 ? Date.now() + seconds * 1000 : 0,
      });
    },
    /** A word this device found wrong by itself. */
    wrong: (words: string, seconds: number): void =>
      setRefused({
        words: seconds > 0 ? 'Too many wrong tries.' : words,
        untilMs: seconds > 0 ? Date.now() + seconds * 1000 : 0,
      }),
    forget: () => setRefused(null),
  };
};
