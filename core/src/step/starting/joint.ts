import type * as z from 'zod';
import type { LimitBook } from '../../method/book';
import { isOver } from '../../quantity/compare';
import { voltsText } from '../../quantity/display';
import { saneVolts } from '../../quantity/sanity';
import { pointName } from '../../unit/pointName';
import { readingOf } from '../../judging/readingBase';
import { againstMax, failed, marginal, passed, trouble, type Outcome } from '../../judging/verdict';
import { bridgesSource, lossOf } from './voltsLost';
import { between, probesOf } from '../../judging/leads';
import { stepRecord } from '../../judging/stepRecord';
import { joints } from '../../unit/points';

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

const PARTNERS: Readonly<Record<string, readonly [red: string, black: string]>> = {
  'starter.B+': ['the stud', 'the lug of its cable'],
  'starter.ground': ['the ground stud or case, bare metal', 'the lug of the ground cable'],
  'block.ground': ['the block beside the lug, bare metal', 'the lug of the ground cable'],
  'alternator.B+': ['the stud', 'the lug of its cable'],
  'alternator.ground': ['the case or stud, bare metal', 'the bracket or lug it is grounded by'],
};

export const joint = stepRecord(jointReading, {
  stage: 'starting',
  title: 'Volts lost at a joint',
  points: joints,
  judge: (reading, { facts }) => judgeJoint(reading, { limits: facts.limits, systemVolts: facts.unit.systemVolts }),
  restsOnItself: true,
  words: ({ volts }) => voltsText(volts),
  // A joint at the alternators means the first one.
  leads: (unit, point) => {
    const partner = PARTNERS[point];
    if (partner === undefined)
      return between({ at: point, touch: 'the post itself' }, { at: point, touch: 'its clamp, bare metal' });
    const at = point.startsWith('alternator') ? point.replace('alternator', probesOf(unit).alternator) : point;
    return between({ at, touch: partner[0] }, { at, touch: partner[1] });
  },
});
