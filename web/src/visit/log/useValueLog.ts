import { logged, LOG_STATES, type LogMark, type ValueLog } from '@vaktman/core';
import { useEffect, useRef, useState } from 'react';
import * as z from 'zod';
import { keep, loadKept } from '../../device/kept';

const keptLogSchema = z.object({
  startedMs: z.number(),
  under: z.number(),
  /** Whether instruments are listened to; values are typed otherwise. */
  listens: z.boolean(),
  samples: z.array(z.tuple([z.number(), z.number()])),
  marks: z.array(
    z.discriminatedUnion('kind', [
      z.object({ atS: z.number(), kind: z.literal('state'), state: z.enum(LOG_STATES) }),
      z.object({ atS: z.number(), kind: z.literal('wiggled'), joint: z.string().nullable() }),
    ]),
  ),
});
type KeptLog = ValueLog & { readonly listens: boolean };
type Unplaced<Mark> = Mark extends LogMark ? Omit<Mark, 'atS'> : never;

const KEEP_EVERY_MS = 3000;
const secondsOf = ({ startedMs }: ValueLog): number => (Date.now() - startedMs) / 1000;

/** A log of one value, kept for this tab: a reload does not take it away. */
export const useValueLog = (key: string) => {
  const [log, setLog] = useState<KeptLog | null>(() => loadKept(sessionStorage, key, keptLogSchema.nullable(), null));
  const latest = useRef(log);
  latest.current = log;
  const kept = useRef(log);
  useEffect(() => {
    const keepLatest = (): void => {
      if (kept.current === latest.current) return;
      kept.current = latest.current;
      keep(sessionStorage, key, latest.current);
    };
    // Samples come ten times a second, and may never pause: what is kept lags behind a little.
    const timer = setInterval(keepLatest, KEEP_EVERY_MS);
    window.addEventListener('pagehide', keepLatest);
    return () => {
      clearInterval(timer);
      window.removeEventListener('pagehide', keepLatest);
      keepLatest();
    };
  }, [key]);
  const change = (to: (own: KeptLog) => KeptLog): void => setLog((before) => (before === null ? null : to(before)));
  return {
    log,
    start: (under: number, listens: boolean) =>
      setLog({ startedMs: Date.now(), under, listens, samples: [], marks: [] }),
    end: () => {
      // The page may be left in the same breath, before it was drawn without the log.
      latest.current = null;
      kept.current = null;
      keep(sessionStorage, key, null);
      setLog(null);
    },
    listen: (listens: boolean) => change((own) => ({ ...own, listens })),
    add: (volts: number) => change((own) => ({ ...own, ...logged(own, secondsOf(own), volts) })),
    mark: (mark: Unplaced<LogMark>) =>
      change((own) => ({ ...own, marks: [...own.marks, { ...mark, atS: secondsOf(own) } as LogMark] })),
  };
};
export type KeptValueLog = ReturnType<typeof useValueLog>;
