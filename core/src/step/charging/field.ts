import type * as z from 'zod';
import type { LimitBook } from '../../method/book';
import { isOver } from '../../quantity/compare';
import { voltsText } from '../../quantity/display';
import { saneVolts } from '../../quantity/sanity';
import { bridgesSource, lossOf } from '../starting/voltsLost';
import { readingOf } from '../../judging/readingBase';
import { againstMax, failed, inconclusive, NO_LIMIT, passed, trouble, type Outcome } from '../../judging/verdict';
import { between, probesOf } from '../../judging/leads';
import { alternatorsOf } from '../../unit/bank';
import type { Unit } from '../../unit/unit';
import { fixed, stepRecord } from '../../judging/stepRecord';

/** Bank + to the regulator's field terminal, key on, engine off, on externally regulated machines. */
const fieldReading = readingOf('charge.field', { volts: saneVolts });
type FieldReading = z.infer<typeof fieldReading>;

const judgeField = (
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

/** Every alternator is said to have its regulator inside. */
export const isInternal = (unit: Unit): boolean => {
  const alternators = alternatorsOf(unit);
  return alternators.length > 0 && alternators.every(({ regulator }) => regulator === 'internal');
};

export const field = stepRecord(fieldReading, {
  stage: 'charging',
  title: 'Field supply',
  minutes: 3,
  hands: 1,
  points: fixed('regulator'),
  judge: (reading, { facts }) =>
    isInternal(facts.unit)
      ? inconclusive(
          NO_LIMIT,
          'The regulator sits inside the alternator: there is no field wire to read.',
          'Read the alternator itself.',
        )
      : judgeField(reading, { limits: facts.limits, systemVolts: facts.unit.systemVolts }),
  restsOnItself: true,
  words: ({ volts }) => voltsText(volts),
  leads: (unit) => {
    const { plus, alternator } = probesOf(unit);
    return between(plus, { at: `${alternator}.B+`, touch: 'the field terminal of the regulator' });
  },
});
