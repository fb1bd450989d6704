import type * as z from 'zod';
import type { LimitBook } from '../method/book';
import { isOver, isUnder } from '../quantity/compare';
import { voltsText } from '../quantity/display';
import { saneVolts } from '../quantity/sanity';
import { readingOf } from '../visit/readingBase';
import { againstMax, failed, inconclusive, NO_LIMIT, passed, trouble, type Outcome } from '../visit/verdict';
import { bridgesSource, lossOf } from './voltsLost';

/** While cranking: B+ to motor terminal, motor terminal to ground, bank + to the solenoid's control terminal. */
export const solenoidReading = readingOf('start.solenoid', { volts: saneVolts });
export const motorReading = readingOf('start.motor', { volts: saneVolts });
export const controlReading = readingOf('start.control', { volts: saneVolts });
export type SolenoidReading = z.infer<typeof solenoidReading>;
export type MotorReading = z.infer<typeof motorReading>;
export type ControlReading = z.infer<typeof controlReading>;

interface Conditions {
  readonly limits: LimitBook;
  readonly systemVolts: number;
}

export const judgeSolenoid = (reading: SolenoidReading, { limits, systemVolts }: Conditions): Outcome => {
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

export const judgeControl = (reading: ControlReading, { limits, systemVolts }: Conditions): Outcome => {
  const bridge = bridgesSource(reading.volts, systemVolts);
  if (bridge !== null) return bridge;
  const { volts, signNote } = lossOf(reading.volts);
  const limit = limits.get('controlVolts');
  const against = againstMax(limit, volts);
  if (!isOver(volts, limit.value))
    return passed(
      against,
      `The control circuit loses ${voltsText(volts)}, within ${voltsText(limit.value)}.${signNote}`,
    );
  const because = `The control circuit loses ${voltsText(volts)}, over ${voltsText(limit.value)}.${signNote}`;
  return failed(against, because, [trouble('start.control-circuit', 'starter', because)]);
};

/** What the motor works with has no limit of its own: it is the rung the ladder's losses leave over. */
export const judgeMotor = (reading: MotorReading, { limits }: Conditions): Outcome => {
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
