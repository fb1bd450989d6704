import type { BatteryLast, StepLast, UnitDetail } from '@vaktman/contract';
import { figure, pathLayout } from '@vaktman/core';
import { VERDICT_MARK, type MarkKind } from '../control/Mark';
import type { BatteryFace } from '../drawing/BankDrawing';
import { PathDrawing } from '../drawing/PathDrawing';
import type { PathFaces } from '../drawing/pathFaces';
import { lastRead } from './lastRead';

/** Latest of everything that was ever read, from visits latest first. */
const latest = <T,>(visits: readonly Readonly<Record<string, T>>[]): Readonly<Record<string, T>> =>
  Object.assign({}, ...[...visits].reverse()) as Record<string, T>;

const batteryFace = (last: BatteryLast | undefined): BatteryFace => {
  if (last === undefined) return { value: null, unit: '', note: 'not read', mark: 'notyet' };
  const mark = last.verdict === null ? 'notyet' : VERDICT_MARK[last.verdict];
  if (last.lowestVolts !== null) return { value: last.lowestVolts.toFixed(2), unit: 'V', note: 'under load', mark };
  return { value: last.restingVolts?.toFixed(2) ?? null, unit: 'V', note: 'at rest', mark };
};

const facesOf = (detail: UnitDetail, lasts: Readonly<Record<string, StepLast>>): PathFaces => {
  const layout = pathLayout(detail.unit);
  return {
    stretches: Object.fromEntries(
      layout.stretches.map(({ id, step, point }) => {
        const last = lasts[`${step}@${point}`];
        return [
          id,
          last === undefined
            ? { value: null, unit: 'V', limit: '', mark: 'notyet' as const }
            : { value: figure(last.value, 2), unit: last.unit, limit: '', mark: VERDICT_MARK[last.verdict] },
        ];
      }),
    ),
    joints: Object.fromEntries(
      layout.joints.flatMap(({ id }): [string, MarkKind][] => {
        const last = lasts[`start.joint@${id}`];
        return last === undefined ? [] : [[id, VERDICT_MARK[last.verdict]]];
      }),
    ),
  };
};

/** The unit's own circuit with what was last read in it, whichever visit that was. */
export const UnitPath = ({ detail }: { detail: UnitDetail }) => {
  const lasts = latest(detail.visits.map((visit) => visit.lasts));
  const batteries = lastRead(detail);
  return (
    <PathDrawing
      unit={detail.unit}
      faces={facesOf(detail, lasts)}
      batteries={Object.fromEntries(
        detail.unit.bank.batteries.map(({ position }) => [position, batteryFace(batteries[position])]),
      )}
    />
  );
};
