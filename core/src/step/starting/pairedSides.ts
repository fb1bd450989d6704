import type { FindingCode } from '../../judging/findingCode';
import type { AppliedLimit } from '../../method/book';
import { isOver, isUnder } from '../../quantity/compare';
import { voltsText } from '../../quantity/display';
import {
  againstMax,
  failed,
  inconclusive,
  marginal,
  passed,
  trouble,
  type Outcome,
  type Trouble,
} from '../../judging/verdict';

export const SIDES = ['positive', 'negative'] as const;
export type Side = (typeof SIDES)[number];

export const otherSide = (side: string): Side => (side === 'positive' ? 'negative' : 'positive');

/** One side of a circuit, its loss brought to the reference current. */
export interface SideLoss {
  readonly side: Side;
  readonly readingId: string;
  readonly volts: number;
  /** Brought from so far off that a sum near the limit stays in doubt. */
  readonly isFarOff?: boolean;
}

/** What a pair of sides is judged with. */
export interface PairConditions {
  readonly limit: AppliedLimit;
  /** Finding code of each side. */
  readonly codeOf: Readonly<Record<Side, FindingCode>>;
  /** Subject of each side; the side itself when left out. */
  readonly subjectOf?: (side: Side) => string;
  /** Appended to the reason: scaling, swapped leads. */
  readonly note: string;
  /** How the other side is to be read, where it was read another way. */
  readonly otherWay?: { readonly point: string; readonly redo: string } | undefined;
}

/** From this share of the limit on a pass is marginal. */
const MARGINAL_SHARE = 0.8;
/** A sum brought from far off decides nothing within this share of the limit. */
const DOUBT_SHARE = 0.12;

const ownSubject = (side: Side): string => side;

const judgeAlone = (
  own: SideLoss,
  { limit, codeOf, subjectOf = ownSubject, note, otherWay }: PairConditions,
): Outcome => {
  const against = againstMax(limit, own.volts);
  if (isOver(own.volts, limit.value)) {
    const because = `The ${own.side} side alone loses ${voltsText(own.volts)}, over the ${voltsText(limit.value)} allowed for both.${note}`;
    return failed(against, because, [trouble(codeOf[own.side], subjectOf(own.side), because)]);
  }
  const alone = `The ${own.side} side loses ${voltsText(own.volts)}; only both sides together can be judged.${note}`;
  if (otherWay !== undefined)
    return { ...inconclusive(against, alone, otherWay.redo), waitsForOtherSide: true, wantsAgain: otherWay.point };
  return { ...inconclusive(against, alone, `Read the ${otherSide(own.side)} side.`), waitsForOtherSide: true };
};

/**
 * Judges one side of a cable pair by the sum of both: one side over the limit alone fails at once, one side under it
 * alone decides nothing until the other is read. Both sides then carry the sum's verdict, but for a side that has its
 * share only while the other takes too much: it passes by half the limit.
 */
export const judgeBySum = (own: SideLoss, other: SideLoss | null, conditions: PairConditions): Outcome => {
  if (other === null) return judgeAlone(own, conditions);
  const { limit, codeOf, subjectOf = ownSubject, note } = conditions;
  const sum = own.volts + other.volts;
  const against = againstMax(limit, sum);
  const [positive, negative] = own.side === 'positive' ? [own, other] : [other, own];
  const sentence = `${voltsText(positive.volts)} positive + ${voltsText(negative.volts)} negative = ${voltsText(sum)}, limit ${voltsText(limit.value)}.${note}`;
  const alsoUsed = [other.readingId];
  if (isUnder(sum, MARGINAL_SHARE * limit.value)) return { ...passed(against, sentence), alsoUsed };
  const half = { ...limit, value: limit.value / 2 };
  const isOverHalf = isOver(own.volts, half.value);
  const share = `The ${own.side} side takes ${voltsText(own.volts)} of ${voltsText(sum)} lost; ${voltsText(limit.value)} is allowed for both.`;
  const told = (severity?: 'recheck'): Trouble[] =>
    isOverHalf || !isUnder(own.volts, other.volts)
      ? [trouble(codeOf[own.side], subjectOf(own.side), share, severity)]
      : [];
  const isDoubtful = (own.isFarOff ?? false) || (other.isFarOff ?? false);
  const isTooMuch = isOver(sum, limit.value);
  if (isDoubtful && !isOver(Math.abs(sum - limit.value), DOUBT_SHARE * limit.value)) {
    const again = `${sentence} So near the limit that is not sure: read both sides again nearer the reference current.`;
    return { ...marginal(against, again, told(isTooMuch ? 'recheck' : undefined)), alsoUsed };
  }
  if (!isTooMuch) return { ...marginal(against, sentence, told()), alsoUsed };
  if (!isOverHalf) {
    const because = `The ${own.side} side loses ${voltsText(own.volts)}, within half of the ${voltsText(limit.value)} allowed for both; the ${other.side} side loses ${voltsText(other.volts)}.${note}`;
    return { ...passed(againstMax(half, own.volts), because), alsoUsed };
  }
  return { ...failed(against, sentence, told()), alsoUsed };
};
