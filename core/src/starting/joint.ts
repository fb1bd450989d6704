import type * as z from 'zod';
import type { LimitBook } from '../method/book';
import { isOver } from '../quantity/compare';
import { voltsText } from '../quantity/display';
import { saneVolts } from '../quantity/sanity';
import { pointName } from '../visit/pointName';
import { readingOf } from '../visit/readingBase';
import { againstMax, failed, marginal, passed, trouble, type Outcome } from '../visit/verdict';
import { bridgesSource, lossOf } from './voltsLost';

/** Volts lost across one joint under current: post to clamp, lug to stud, ground lug to clean metal. */
export const jointReading = readingOf('start.joint', { volts: saneVolts });
export type JointReading = z.infer<typeof jointReading>;

export const judgeJoint = (
  reading: JointReading,
  { limits, systemVolts }: { readonly limits: LimitBook; readonly systemVolts: number },
): Outcome => {
  const bridge = bridgesSource(reading.volts, systemVolts);
  if (bridge !== null) return bridge;
  const { volts, signNote } = lossOf(reading.volts);
  const limit = limits.get('jointVolts');
  const sound = limits.get('jointMarginalVolts').value;
  const against = againstMax(limit, volts);
  if (isOver(volts, limit.value)) {
    const because = `The joint at ${pointName(reading.point)} loses ${voltsText(volts)}, over ${voltsText(limit.value)}.${signNote}`;
    return failed(against, because, [trouble('joint.resistive', reading.point, because)]);
  }
  if (isOver(volts, sound)) {
    const because = `The joint at ${pointName(reading.point)} loses ${voltsText(volts)}; a clean one stays within ${voltsText(sound)}.${signNote}`;
    return marginal(against, because, [trouble('joint.resistive', reading.point, because)]);
  }
  return passed(
    against,
    `The joint at ${pointName(reading.point)} loses ${voltsText(volts)}, within ${voltsText(sound)}.${signNote}`,
  );
};
