import type * as z from 'zod';
import { between, probesOf } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { fixed, stepRecord } from '../../judging/stepRecord';
import { againstMax, failed, passed, trouble, type Outcome } from '../../judging/verdict';
import type { LimitBook } from '../../method/book';
import { isUnder } from '../../quantity/compare';
import { voltsText } from '../../quantity/display';
import { saneVolts } from '../../quantity/sanity';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { CRANK_SECONDS } from '../../judging/crankSeconds';
import { bridgesSource, lossOf } from './voltsLost';

/** While cranking: B+ to motor terminal. */
export const solenoidReading = readingOf('start.solenoid', { volts: saneVolts });
type SolenoidReading = z.infer<typeof solenoidReading>;

const judgeSolenoid = (
  reading: SolenoidReading,
  { limits, systemVolts }: { readonly limits: LimitBook; readonly systemVolts: number },
): Outcome => {
  const bridge = bridgesSource(reading.volts, systemVolts);
  if (bridge !== null) return bridge;
  const { volts, signNote } = lossOf(reading.volts);
  const limit = limits.get('solenoidVolts');
  const against = againstMax(limit, volts);
  if (isUnder(volts, limit.value))
    return passed(
      against,
      `The solenoid contacts lose ${voltsText(volts)}, under ${voltsText(limit.value)}.${signNote}`,
    );
  const because = `The solenoid contacts lose ${voltsText(volts)}, not under ${voltsText(limit.value)}.${signNote}`;
  return failed(against, because, [trouble('starter.solenoid-contacts', 'starter', because)]);
};

export const solenoid = stepRecord(solenoidReading, {
  stage: 'starting',
  title: 'Volts lost in the solenoid contacts',
  minutes: 3,
  hands: 2,
  fedBy: ['dc-volts', 'dc-amps'],
  points: fixed('starter'),
  judge: (reading, { facts }) => judgeSolenoid(reading, { limits: facts.limits, systemVolts: facts.unit.systemVolts }),
  restsOnItself: true,
  words: ({ volts }) => voltsText(volts),
  leads: (unit) => {
    const { probe } = probesOf(unit);
    return between(probe('starter.B+'), probe('starter.motor'));
  },
  blocked: blockedByUnsafeBattery,
  crankSeconds: () => CRANK_SECONDS,
});
