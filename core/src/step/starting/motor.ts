import type * as z from 'zod';
import { between, probesOf } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { fixed, stepRecord } from '../../judging/stepRecord';
import { inconclusive, NO_LIMIT, passed, type Outcome } from '../../judging/verdict';
import type { LimitBook } from '../../method/book';
import { voltsText } from '../../quantity/display';
import { saneVolts } from '../../quantity/sanity';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { CRANK_SECONDS } from '../../judging/crankSeconds';

/** While cranking: motor terminal to ground. */
export const motorReading = readingOf('start.motor', { volts: saneVolts });
type MotorReading = z.infer<typeof motorReading>;

/** What the motor works with has no limit of its own: it is the rung the ladder's losses leave over. */
const judgeMotor = (reading: MotorReading, limits: LimitBook): Outcome => {
  const volts = Math.abs(reading.volts);
  if (volts < 0.5 * limits.systemFactor) {
    return inconclusive(
      NO_LIMIT,
      `${voltsText(reading.volts)} at the motor: nothing reached it.`,
      'Follow the no-crank order, or read again while it cranks.',
    );
  }
  return passed(NO_LIMIT, `${voltsText(volts)} are left for the motor to work with.`);
};

export const motor = stepRecord(motorReading, {
  stage: 'starting',
  title: 'Volts at the motor',
  minutes: 3,
  hands: 2,
  fedBy: ['dc-volts'],
  points: fixed('starter'),
  judge: (reading, { facts }) => judgeMotor(reading, facts.limits),
  restsOnItself: true,
  words: ({ volts }) => voltsText(volts),
  leads: (unit) => {
    const { probe, ground } = probesOf(unit);
    return between(probe('starter.motor'), ground);
  },
  blocked: blockedByUnsafeBattery,
  crankSeconds: () => CRANK_SECONDS,
});
