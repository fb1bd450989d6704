import { againstMax, failed, inconclusive, NO_LIMIT, passed, trouble, type Outcome } from '../../judging/verdict';
import type { LimitBook } from '../../method/book';
import { isOver } from '../../quantity/compare';
import { voltsText } from '../../quantity/display';
import { REVERSED } from './runningVoltsJudged';

/**
 * Batteries of one series string while charging: one current flows through all, so volts apart mean batteries apart.
 * @param string every battery of the string with what was read, null where it was not
 */
export const judgeHalves = (
  string: readonly { readonly position: string; readonly readingId: string | null; readonly volts: number | null }[],
  limits: LimitBook,
): Outcome => {
  const limit = limits.get('halvesApartVolts');
  const unread = string.filter(({ volts }) => volts === null);
  if (unread.length > 0) {
    const waiting = unread.map(({ position }) => position).join(', ');
    return {
      ...inconclusive(
        NO_LIMIT,
        `One half alone tells nothing; ${waiting} is not read.`,
        `Read battery ${waiting} running, at the same speed.`,
      ),
      waitsForOtherSide: true,
    };
  }
  const read = string.map(({ position, volts }) => ({ position, volts: volts ?? 0 }));
  if (read.some(({ volts }) => volts < 0))
    return inconclusive(NO_LIMIT, 'A reading is below zero: the leads are reversed.', REVERSED);
  const lowest = read.reduce((a, b) => (b.volts < a.volts ? b : a));
  const highest = read.reduce((a, b) => (b.volts > a.volts ? b : a));
  const apart = highest.volts - lowest.volts;
  const against = againstMax(limit, apart);
  const alsoUsed = string.flatMap(({ readingId }) => (readingId === null ? [] : [readingId]));
  const sentence = `${lowest.position} ${voltsText(lowest.volts)}, ${highest.position} ${voltsText(highest.volts)}: ${voltsText(apart)} apart, ${voltsText(limit.value)} allowed`;
  if (!isOver(apart, limit.value)) return { ...passed(against, `${sentence}.`), alsoUsed };
  const because = `${sentence}. One current flows through both: ${lowest.position} is suspect.`;
  return { ...failed(against, because, [trouble('bank.imbalance', 'bank', because)]), alsoUsed };
};
