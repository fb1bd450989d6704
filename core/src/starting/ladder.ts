import type { LimitBook } from '../method/book';
import { isOver, tidy } from '../quantity/compare';
import { figure, voltsText } from '../quantity/display';
import { inconclusive, passed, trouble, type AgainstLimit, type Outcome } from '../visit/verdict';

/** Volts of the starting circuit while cranking, each as a magnitude: the source and the four stretches it spreads over. */
export interface LadderVolts {
  readonly source: number;
  readonly positive: number;
  readonly solenoid: number;
  readonly motor: number;
  readonly negative: number;
}

const FLOOR_VOLTS = 0.2;
const SHARE = 0.03;

/** How far source and sum may differ: 0.2 V per 12 V, or 3 % of the source where that is more. Two meters' errors. */
export const ladderToleranceVolts = (sourceVolts: number, systemFactor: number): number =>
  Math.max(FLOOR_VOLTS * systemFactor, SHARE * sourceVolts);

/**
 * Adds up the losses: what leaves the bank must arrive somewhere. A ladder that does not close means one reading was
 * taken in the wrong place or at another moment.
 */
export const judgeLadder = (volts: LadderVolts, limits: LimitBook): Outcome => {
  const sum = volts.positive + volts.solenoid + volts.motor + volts.negative;
  const difference = volts.source - sum;
  const allowed = ladderToleranceVolts(volts.source, limits.systemFactor);
  const against: AgainstLimit = {
    limit: { value: tidy(allowed), unit: 'V', kind: 'max', name: null, from: 'profile' },
    margin: tidy(allowed - Math.abs(difference)),
  };
  const sentence = `${voltsText(volts.positive)} + ${voltsText(volts.solenoid)} + ${voltsText(volts.motor)} + ${voltsText(volts.negative)} = ${voltsText(sum)} of ${voltsText(volts.source)}`;
  if (!isOver(Math.abs(difference), allowed))
    return passed(against, `${sentence}: the ladder closes within ${voltsText(allowed)}.`);
  const because = `${sentence}: ${voltsText(Math.abs(difference))} ${difference > 0 ? 'still to find' : 'too much'}, ${figure(allowed, 2)} V may differ.`;
  return inconclusive(
    against,
    because,
    'Read the least certain stretch again, or the one that needs the longest leads.',
    [trouble('ladder.open', 'bank', because)],
  );
};
