import { type UnitId, type VisitId, CRANK_REST_S, HOLD_SECONDS, LOAD_REST_S } from '@vaktman/core';
import { useMemo } from 'react';
import { clockStarted } from '../clock/clockSlice';
import { useAppDispatch, useAppSelector, type State } from '../store';
import { conditionsChanged, type Hold } from '../visit/conditionsSlice';

/** A load or crank that is on now, wherever one is looking. */
export interface RunningHold {
  readonly visitId: VisitId;
  readonly unitId: UnitId;
  readonly hold: Hold;
  /** Address of its own screen. */
  readonly path: string;
}

/** A press that starts a hold may bounce: for this long nothing ends it. */
export const BOUNCE_MS = 1200;

const holdPath = (visitId: VisitId, { kind, position }: Pick<Hold, 'kind' | 'position'>): string =>
  kind === 'load' ? `/visits/${visitId}/battery.load/${position}` : `/visits/${visitId}/${position}`;

const running = (conditions: State['conditions']): RunningHold[] =>
  Object.entries(conditions).flatMap(([visitId, { hold }]) =>
    hold === null || hold.offMs !== null ? [] : [{ visitId, hold, path: holdPath(visitId, hold), unitId: hold.unitId }],
  );

/** Every load and crank of this device that is on. */
export const useRunningHolds = (): readonly RunningHold[] => {
  const conditions = useAppSelector((state) => state.conditions);
  return useMemo(() => running(conditions), [conditions]);
};

/** Seconds a hold has been on, whole ones, and how many are left of its fifteen. */
export const heldSoFar = ({ startedMs }: Pick<Hold, 'startedMs'>, nowMs: number): { gone: number; left: number } => {
  const gone = Math.max(0, Math.floor((nowMs - startedMs) / 1000));
  return { gone, left: Math.max(0, HOLD_SECONDS - gone) };
};

/** Seconds a load was on, as measured. */
export const heldSeconds = (startedMs: number, offMs: number): number => Math.round((offMs - startedMs) / 100) / 10;

/** Calls a load or crank off: pile, battery and starter cool from then on. */
export const useCallOff = (): ((running: RunningHold, offMs: number) => void) => {
  const dispatch = useAppDispatch();
  return ({ visitId, unitId, hold }, offMs) => {
    const isLoad = hold.kind === 'load';
    dispatch(conditionsChanged({ visitId, change: { hold: isLoad ? { ...hold, offMs } : null } }));
    dispatch(
      clockStarted({
        id: `cool:${visitId}`,
        name: isLoad ? `${unitId}: pile and battery ${hold.position} cool` : `${unitId}: starter cools`,
        path: `/visits/${visitId}`,
        startedMs: offMs,
        seconds: isLoad ? (hold.restSeconds ?? LOAD_REST_S) : CRANK_REST_S,
      }),
    );
  };
};
