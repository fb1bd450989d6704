import { figure, mainValue, type LimitName, type PathLayout, type Stretch } from '@vaktman/core';
import { VERDICT_MARK, type MarkKind } from '../control/Mark';
import type { Judged } from '../visit/useVisit';

/** What is written beside one stretch of the path. */
export interface StretchFace {
  readonly value: string | null;
  readonly unit: string;
  /** The border it is held against, in words; empty when none applies. */
  readonly limit: string;
  readonly mark: MarkKind;
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

const WORSE: readonly MarkKind[] = ['failed', 'marginal', 'notyet', 'passed'];

/** What every stretch and joint of the path shows for a visit as it stands. */
export const pathFaces = (layout: PathLayout, judged: Judged): PathFaces => {
  const { outcomes } = judged;
  const { current } = outcomes.facts;
  const stretches = layout.stretches.map((stretch): [string, StretchFace] => {
    const outcome = outcomes.at(stretch.step, stretch.point);
    const reading = current.get(`${stretch.step}@${stretch.point}`);
    const read = reading === undefined ? null : mainValue(reading);
    return [
      stretch.id,
      {
        value: read === null ? null : figure(read.value, 2),
        unit: read?.unit ?? 'V',
        limit:
          outcome?.limit == null || stretch.step === 'charge.volts'
            ? limitOf(stretch, judged)
            : `limit ${figure(outcome.limit.value, 2)} ${outcome.limit.unit}`,
        mark: outcome === null ? 'notyet' : VERDICT_MARK[outcome.verdict],
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
