import type * as z from 'zod';
import type { LimitBook } from '../method/book';
import { isOver } from '../quantity/compare';
import { voltsText } from '../quantity/display';
import { saneVolts } from '../quantity/sanity';
import { bridgesSource, lossOf } from '../starting/voltsLost';
import { readingOf } from '../visit/readingBase';
import { againstMax, failed, passed, trouble, type Outcome } from '../visit/verdict';

/** Bank + to the regulator's field terminal, key on, engine off, on externally regulated machines. */
export const fieldReading = readingOf('charge.field', { volts: saneVolts });
export type FieldReading = z.infer<typeof fieldReading>;

export const judgeField = (
  reading: FieldReading,
  { limits, systemVolts }: { readonly limits: LimitBook; readonly systemVolts: number },
): Outcome => {
  const bridge = bridgesSource(reading.volts, systemVolts);
  if (bridge !== null) return bridge;
  const { volts, signNote } = lossOf(reading.volts);
  const limit = limits.get('fieldVolts');
  const against = againstMax(limit, volts);
  if (!isOver(volts, limit.value))
    return passed(against, `The field supply loses ${voltsText(volts)}, within ${voltsText(limit.value)}.${signNote}`);
  const because = `The field supply loses ${voltsText(volts)}, over ${voltsText(limit.value)}.${signNote}`;
  return failed(against, because, [trouble('charge.field', 'regulator', because)]);
};
