import type * as z from 'zod';
import { between, probesOf } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { fixed, stepRecord } from '../../judging/stepRecord';
import { againstMax, failed, passed, trouble, type Outcome } from '../../judging/verdict';
import type { LimitBook } from '../../method/book';
import { isOver } from '../../quantity/compare';
import { voltsText } from '../../quantity/display';
import { saneVolts } from '../../quantity/sanity';
import { CRANK_SECONDS } from '../../judging/crankSeconds';
import { bridgesSource, lossOf } from './voltsLost';

/** While cranking: bank + to the solenoid's control terminal. */
export const controlReading = readingOf('start.control', { volts: saneVolts });
export type ControlReading = z.infer<typeof controlReading>;

export const judgeControl = (
  reading: ControlReading,
  { limits, systemVolts }: { readonly limits: LimitBook; readonly systemVolts: number },
): Outcome => {
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

export const control = stepRecord(controlReading, {
  stage: 'starting',
  title: 'Volts lost in the control wire',
  points: fixed('starter'),
  judge: (reading, { facts }) => judgeControl(reading, { limits: facts.limits, systemVolts: facts.unit.systemVolts }),
  restsOnItself: true,
  words: ({ volts }) => voltsText(volts),
  leads: (unit) => {
    const { probe, plus } = probesOf(unit);
    return between(plus, probe('starter.control'));
  },
  crankSeconds: () => CRANK_SECONDS,
});
