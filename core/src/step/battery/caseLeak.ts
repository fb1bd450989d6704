import type * as z from 'zod';
import type { LimitBook } from '../../method/book';
import { isOver } from '../../quantity/compare';
import { voltsText } from '../../quantity/display';
import { saneVolts } from '../../quantity/sanity';
import { batteryFactor } from '../../unit/bank';
import type { Battery } from '../../unit/unit';
import { readingOf } from '../../judging/readingBase';
import { againstMax, marginal, passed, trouble, type Outcome } from '../../judging/verdict';
import { batteryOf } from '../../judging/facts';
import { between, probesOf } from '../../judging/leads';
import { stepRecord } from '../../judging/stepRecord';
import { positions } from '../../unit/points';

/** Volts from a post to the dry-looking case top. */
const caseLeakReading = readingOf('battery.caseLeak', { volts: saneVolts });
type CaseLeakReading = z.infer<typeof caseLeakReading>;

/** A film of acid and dirt carries current from post to post and empties a parked battery. */
const judgeCaseLeak = (
  reading: CaseLeakReading,
  conditions: { readonly battery: Battery; readonly limits: LimitBook },
): Outcome => {
  const volts = Math.abs(reading.volts);
  const limit = conditions.limits.get('caseLeakVolts', batteryFactor(conditions.battery));
  const against = againstMax(limit, volts);
  if (isOver(volts, limit.value)) {
    const because = `${voltsText(volts)} on the case top is over ${voltsText(limit.value)}: clean it with neutraliser, caps shut, rinse, dry, read again.`;
    return marginal(against, because, [trouble('battery.dirty-case', conditions.battery.position, because)]);
  }
  return passed(against, `${voltsText(volts)} on the case top is within ${voltsText(limit.value)}.`);
};

export const caseLeak = stepRecord(caseLeakReading, {
  stage: 'batteries',
  title: 'Leakage over the case',
  minutes: 1,
  hands: 1,
  points: positions,
  judge: (reading, { facts }) =>
    judgeCaseLeak(reading, { battery: batteryOf(facts, reading.point), limits: facts.limits }),
  restsOnItself: true,
  words: ({ volts }) => voltsText(volts),
  leads: (unit, point) =>
    between({ at: `${point}+`, touch: 'the case top between the posts' }, probesOf(unit).probe(`${point}-`)),
});
