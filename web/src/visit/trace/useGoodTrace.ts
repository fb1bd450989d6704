import type { VisitFile } from '@vaktman/core';
import { useMemo } from 'react';
import { useGoodTraceQuery, useUnitHistoryQuery } from '../../api/api';
import { dayText } from '../../control/dates';
import type { Behind } from '../../drawing/TraceDrawing';
import { linesOfPicture } from '../../drawing/traceLines';
import { useAppSelector } from '../../store';

/** What a new trace is laid over and held against; nothing where none is known, or the server is away. */
export interface GoodTrace {
  readonly behind: Behind | null;
  /** What the unit, or else its kind, drew settled when it was good. */
  readonly known: { readonly goodAmps?: number; readonly goodOf?: 'unit' | 'kind' };
}

export const useGoodTrace = ({ unit, visit }: VisitFile): GoodTrace => {
  const practice = useAppSelector((state) => state.practice.visits[visit.id] !== undefined);
  const { data } = useGoodTraceQuery({ unitId: unit.id, besides: visit.id }, { skip: practice });
  const { data: history } = useUnitHistoryQuery(unit.id, { skip: practice });
  return useMemo(() => {
    const good = data ?? null;
    const own = good?.reading.step === 'start.trace' ? good.reading.plateauAmps : undefined;
    const ofKind = history?.baselines['crank.amps']?.middle;
    return {
      behind:
        good === null ? null : { lines: linesOfPicture(good.picture), words: `the last good one, ${dayText(good.at)}` },
      known:
        own !== undefined
          ? { goodAmps: own, goodOf: 'unit' }
          : ofKind === undefined
            ? {}
            : { goodAmps: Math.round(ofKind), goodOf: 'kind' },
    };
  }, [data, history]);
};
