import * as z from 'zod';
import type { LimitBook } from '../method/book';
import { isUnder } from '../quantity/compare';
import { ampsText, figure } from '../quantity/display';
import { saneAmps } from '../quantity/sanity';
import type { Alternator } from '../unit/unit';
import { readingOf } from '../visit/readingBase';
import { againstMin, failed, inconclusive, marginal, NO_LIMIT, passed, trouble, type Outcome } from '../visit/verdict';

/** Peak amperes of one alternator with the pile as demand. */
export const outputReading = readingOf('charge.output', { peakAmps: saneAmps, governedSpeed: z.boolean() });
export type OutputReading = z.infer<typeof outputReading>;

/** What must be read and good before an alternator may be called weak. */
export interface OutputConditions {
  readonly alternator: Alternator;
  readonly limits: LimitBook;
  /** Things not yet read or not good that could explain a low output, in words. */
  readonly excuses: readonly string[];
}

export const judgeOutput = (reading: OutputReading, { alternator, limits, excuses }: OutputConditions): Outcome => {
  const { ratedAmps } = alternator;
  if (ratedAmps === undefined) {
    return inconclusive(
      NO_LIMIT,
      "The alternator's rating is not known.",
      "Enter the rating from the alternator's plate.",
    );
  }
  const failPercent = limits.get('outputFailPercent');
  const passPercent = limits.get('outputPassPercent');
  const against = againstMin({ ...failPercent, value: (failPercent.value * ratedAmps) / 100 }, reading.peakAmps, 'A');
  const percent = (100 * reading.peakAmps) / ratedAmps;
  const sentence = `${ampsText(reading.peakAmps)} of ${ampsText(ratedAmps)} is ${figure(percent, 0)} %`;
  if (!isUnder(percent, passPercent.value))
    return passed(against, `${sentence}, at least ${figure(passPercent.value, 0)} %.`);
  const open = reading.governedSpeed ? excuses : [...excuses, 'the engine was not at governed speed'];
  if (open.length > 0) {
    return inconclusive(
      against,
      `${sentence}, but ${open.join('; ')}.`,
      `Settle first: ${open.join('; ')}. Then read the output again at governed speed.`,
    );
  }
  if (!isUnder(percent, failPercent.value)) {
    const because = `${sentence}, under ${figure(passPercent.value, 0)} %.`;
    return marginal(against, because, [trouble('alternator.low-output', alternator.id, because)]);
  }
  const because = `${sentence}, under ${figure(failPercent.value, 0)} %, with belt, cables and speed good.`;
  return failed(against, because, [trouble('alternator.low-output', alternator.id, because)]);
};
