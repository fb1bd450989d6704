import {
  figure,
  mainValue,
  measuredFigure,
  stepEntry,
  type LimitName,
  type PathLayout,
  type Stretch,
} from '@vaktman/core';
import { VERDICT_MARK, type MarkKind } from '../control/Mark';
import type { Judged } from '../visit/useVisit';

/** What is written beside one stretch of the path. */
export interface StretchFace {
  readonly value: string | null;
  readonly unit: string;
  /** The border it is held against, in words; empty when none applies. */
  readonly limit: string;
  /** Null where it is neither read nor owed: nothing is written then. */
  readonly mark: MarkKind | null;
}

export interface PathFaces {
  readonly stretches: Readonly<Record<string, StretchFace>>;
  /** Marks of the joints that were looked at or measured. */
  readonly joints: Readonly<Record<string, MarkKind>>;
}

const limitOf = (stretch: Stretch, { outcomes }: Judged): string => {
  const { limits } = outcomes.facts;
  const upTo = (name: LimitName, more = ''): string => `limit ${figure(limits.get(name).value, 2)} V${more}`;
  switch (stretch.step) {
    case 'start.drop':
      return limits.starterDropRule === 'sum-by-pile'
        ? upTo('starterDropSumVolts', ', both sides')
        : upTo('starterDropSideVolts');
    case 'start.solenoid':
      return upTo('solenoidVolts');
    case 'start.control':
      return upTo('controlVolts');
    case 'charge.drop':
      return upTo('chargeDropSumVolts', ', both sides');
    case 'charge.volts':
    case 'start.motor':
      return '';
  }
};

/** Where a machine shows its work: the readings of it, the one that says most first. */
const readAt = ({ id, step, point }: Stretch, alternators: number): readonly (readonly [string, string])[] => {
  if (id.startsWith('alternator.'))
    return [
      ['charge.output', point],
      [step, point],
      ...(alternators === 1 ? ([['charge.volts', 'bank']] as const) : []),
    ];
  if (id === 'starter.motor')
    return [
      [step, point],
      ['start.crankVolts', 'starter'],
    ];
  return [[step, point]];
};

const WORSE: readonly MarkKind[] = ['failed', 'marginal', 'notyet', 'passed'];

/** What every stretch and joint of the path shows for a visit as it stands. */
export const pathFaces = (layout: PathLayout, judged: Judged): PathFaces => {
  const { outcomes } = judged;
  const { current } = outcomes.facts;
  const { missing } = judged.judgement;
  const alternators = layout.stretches.filter(({ id }) => id.startsWith('alternator.')).length;
  const stretches = layout.stretches.map((stretch): [string, StretchFace] => {
    const places = readAt(stretch, alternators);
    const [step, point] = places.find(([at, of]) => current.has(`${at}@${of}`)) ?? [stretch.step, stretch.point];
    const outcome = outcomes.at(stepEntry(step).step, point);
    const reading = current.get(`${step}@${point}`);
    const read = reading === undefined ? null : mainValue(reading);
    const owed = missing.some((own) => places.some(([at, of]) => own.step === at && own.point === of));
    const isMachine = stretch.side === 'machine' && stretch.id !== 'starter.solenoid';
    return [
      stretch.id,
      {
        value: read === null ? null : figure(read.value, read.unit === 'A' ? 0 : 2),
        unit: read?.unit ?? 'V',
        limit:
          isMachine || outcome?.limit == null
            ? limitOf(stretch, judged)
            : `limit ${measuredFigure(outcome.limit.value, outcome.limit.unit)} ${outcome.limit.unit}`,
        mark: outcome !== null ? VERDICT_MARK[outcome.verdict] : owed ? 'notyet' : null,
      },
    ];
  });
  const joints = layout.joints.flatMap(({ id }): [string, MarkKind][] => {
    const marks = (['look.joint', 'start.joint'] as const).flatMap((step) => {
      const verdict = outcomes.at(step, id)?.verdict;
      return verdict === undefined ? [] : [VERDICT_MARK[verdict]];
    });
    const gravest = WORSE.find((mark) => marks.includes(mark));
    return gravest === undefined ? [] : [[id, gravest]];
  });
  return { stretches: Object.fromEntries(stretches), joints: Object.fromEntries(joints) };
};
