import { logged, LOG_STATES, type LogMark, type ValueLog } from '@vaktman/core';
import { useEffect, useState } from 'react';
import * as z from 'zod';
import { keep, loadKept } from '../../device/kept';

const logSchema = z.object({
  startedMs: z.number(),
  under: z.number(),
  samples: z.array(z.tuple([z.number(), z.number()])),
  marks: z.array(
    z.discriminatedUnion('kind', [
      z.object({ atS: z.number(), kind: z.literal('state'), state: z.enum(LOG_STATES) }),
      z.object({ atS: z.number(), kind: z.literal('wiggled'), joint: z.string().nullable() }),
    ]),
  ),
});
const KEEP_EVERY_MS = 3000;

/** A log of one value, kept for this tab: a reload does not take it away. */
export const useValueLog = (key: string) => {
  const [log, setLog] = useState<ValueLog | null>(() => loadKept(sessionStorage, key, logSchema.nullable(), null));
  useEffect(() => {
    // Samples come ten times a second: what is kept lags behind a little.
    const timer = setTimeout(() => keep(sessionStorage, key, log), log === null ? 0 : KEEP_EVERY_MS);
    return () => clearTimeout(timer);
  }, [key, log]);
  const secondsOf = ({ startedMs }: ValueLog): number => (Date.now() - startedMs) / 1000;
  return {
    log,
    start: (under: number) => setLog({ startedMs: Date.now(), under, samples: [], marks: [] }),
    end: () => setLog(null),
    add: (volts: number) => setLog((before) => (before === null ? null : logged(before, secondsOf(before), volts))),
    mark: (mark: LogMark extends infer M ? (M extends LogMark ? Omit<M, 'atS'> : never) : never) =>
      setLog((before) =>
        before === null
          ? null
          : { ...before, marks: [...before.marks, { ...mark, atS: secondsOf(before) } as LogMark] },
      ),
  };
};
