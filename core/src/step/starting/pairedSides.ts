import type { FindingCode } from '../../judging/findingCode';
import type { AppliedLimit } from '../../method/book';
import { isOver, isUnder } from '../../quantity/compare';
import { voltsText } from '../../quantity/display';
import { againstMax, failed, inconclusive, marginal, passed, trouble, type Outcome } from '../../judging/verdict';

export const SIDES = ['positive', 'negative'] as const;
export type Side = (typeof SIDES)[number];

export const otherSide = (side: string): Side => (side === 'positive' ? 'negative' : 'positive');

/** One side of a circuit, its loss brought to the reference current. */
export interface SideLoss {
  readonly side: Side;
  readonly readingId: string;
  readonly volts: number;
}

/** From this share of the limit on a pass is marginal. */
const MARGINAL_SHARE = 0.8;

/**
 * Judges one side of a cable pair by the sum of both: one side over the limit alone fails at once, one side under it
 * alone decides nothing until the other is read. Both sides then carry the sum's verdict.
 * @param codeOf finding code of each side
 * @param note appended to the reason (scaling, swapped leads)
 */
export const judgeBySum = (
  own: SideLoss,
  other: SideLoss | null,
  limit: AppliedLimit,
  codeOf: Readonly<Record<Side, FindingCode>>,
  note: string,
): Outcome => {
  if (other === null) {
    const against = againstMax(limit, own.volts);
    const rest = own.side === 'positive' ? 'negative' : 'positive';
    if (isOver(own.volts, limit.value)) {
      const because = `The ${own.side} side alone loses ${voltsText(own.volts)}, over the ${voltsText(limit.value)} allowed for both.${note}`;
      return failed(against, because, [trouble(codeOf[own.side], own.side, because)]);
    }
    return {
      ...inconclusive(
        against,
        `The ${own.side} side loses ${voltsText(own.volts)}; only both sides together can be judged.${note}`,
        `Read the ${rest} side.`,
      ),
      waitsForOtherSide: true,
    };
  }
  const sum = own.volts + other.volts;
  const against = againstMax(limit, sum);
  const sides = [own, other];
  const positive = sides.find(({ side }) => side === 'positive')!;
  const negative = sides.find(({ side }) => side === 'negative')!;
  const sentence = `${voltsText(positive.volts)} positive + ${voltsText(negative.volts)} negative = ${voltsText(sum)}, limit ${voltsText(limit.value)}.${note}`;
  const alsoUsed = [other.readingId];
  if (isUnder(sum, MARGINAL_SHARE * limit.value)) return { ...passed(against, sentence), alsoUsed };
  const guilty = sides.filter((side) => {
    const rest = side === own ? other : own;
    return !isUnder(side.volts, rest.volts) || isOver(side.volts, limit.value / 2);
  });
  const troubles = guilty
    .filter(({ side }) => side === own.side)
    .map(({ side, volts }) =>
      trouble(
        codeOf[side],
        side,
        `The ${side} side takes ${voltsText(volts)} of ${voltsText(sum)} lost; ${voltsText(limit.value)} is allowed for both.`,
      ),
    );
  return {
    ...(isOver(sum, limit.value) ? failed(against, sentence, troubles) : marginal(against, sentence, troubles)),
    alsoUsed,
  };
};
