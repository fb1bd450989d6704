import * as z from 'zod';
import type { LimitBook } from '../../method/book';
import { isOver, isUnder } from '../../quantity/compare';
import { ampsText, voltsText } from '../../quantity/display';
import { saneAmps, saneVolts } from '../../quantity/sanity';
import { CRANK_SECONDS } from '../../judging/crankSeconds';
import { alternatorsOf } from '../../unit/bank';
import { pointName } from '../../unit/pointName';
import { readingOf } from '../../judging/readingBase';
import { againstMax, failed, inconclusive, marginal, passed, trouble, type Outcome } from '../../judging/verdict';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { bridgesSource, lossOf } from './voltsLost';
import { between, probesOf } from '../../judging/leads';
import { stepRecord } from '../../judging/stepRecord';
import { joints } from '../../unit/points';

/** Volts lost across one joint under current: post to clamp, lug to stud, ground lug to clean metal. */
export const JOINT_MOMENTS = ['crank', 'pile', 'charging', 'rest'] as const;
const jointReading = readingOf('start.joint', {
  volts: saneVolts,
  during: z.enum(JOINT_MOMENTS).optional().describe('What made the current flow'),
  amps: saneAmps.optional(),
  probesChecked: z.boolean().optional().describe('The probes were looked at and sit right'),
});
type JointReading = z.infer<typeof jointReading>;

interface JointConditions {
  readonly limits: LimitBook;
  readonly systemVolts: number;
  /** Plate rating of the first alternator, null when not known. */
  readonly ratedAmps: number | null;
}

/** Under this share of the alternator's rating a joint of it has too little to lose. */
const LEAST_SHARE = 0.4;

const isAlternators = (point: string): boolean => point.startsWith('alternator.');

/** What made the current flow; where it was not said, what usually does there. */
const momentOf = ({ point, during }: Pick<JointReading, 'point' | 'during'>) =>
  during ?? (isAlternators(point) ? 'rest' : 'crank');

/** Why a joint that reads well proves nothing, or null when enough current flowed. */
const tooLittleCurrent = (reading: JointReading, ratedAmps: number | null): string | null => {
  const { point, amps } = reading;
  const moment = momentOf(reading);
  if (moment === 'rest') return 'nothing flows through it at rest';
  if (moment !== 'charging' || amps === undefined || ratedAmps === null) return null;
  return isAlternators(point) && isUnder(Math.abs(amps), LEAST_SHARE * ratedAmps)
    ? `only ${ampsText(amps)} of the rated ${ampsText(ratedAmps)} flowed`
    : null;
};

const judgeJoint = (reading: JointReading, { limits, systemVolts, ratedAmps }: JointConditions): Outcome => {
  const at = pointName(reading.point);
  const { volts, signNote } = lossOf(reading.volts);
  const limit = limits.get('jointVolts');
  const against = againstMax(limit, volts);
  if (bridgesSource(reading.volts, systemVolts) !== null) {
    if (reading.probesChecked !== true)
      return inconclusive(
        against,
        `${voltsText(reading.volts)} across the joint at ${at}: either the joint is open, or the probes bridge the source.`,
        'Look at both probes: one on the post or stud itself, one on its lug. Then read again, and say that they sit right.',
      );
    const because = `${voltsText(volts)} across the joint at ${at}, the probes looked at: the joint is open.`;
    return failed(against, because, [trouble('joint.resistive', reading.point, because, 'repair')]);
  }
  const sound = limits.get('jointMarginalVolts').value;
  if (isOver(volts, limit.value)) {
    const because = `The joint at ${at} loses ${voltsText(volts)}, over ${voltsText(limit.value)}.${signNote}`;
    return failed(against, because, [trouble('joint.resistive', reading.point, because)]);
  }
  if (isOver(volts, sound)) {
    const because = `The joint at ${at} loses ${voltsText(volts)}; a clean one stays within ${voltsText(sound)}.${signNote}`;
    return marginal(against, because, [trouble('joint.resistive', reading.point, because)]);
  }
  const little = tooLittleCurrent(reading, ratedAmps);
  const read = `The joint at ${at} loses ${voltsText(volts)}`;
  return little === null
    ? passed(against, `${read}, within ${voltsText(sound)}.${signNote}`)
    : inconclusive(against, `${read}, but ${little}.${signNote}`, 'Read it again while its current flows.');
};

const MOMENT_WORDS = { crank: 'cranking', pile: 'under the pile', charging: 'charging', rest: 'at rest' } as const;

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
  minutes: 2,
  hands: 1,
  fedBy: ['dc-volts'],
  points: joints,
  judge: (reading, { facts }) =>
    judgeJoint(reading, {
      limits: facts.limits,
      systemVolts: facts.unit.systemVolts,
      // A joint at the alternators means the first one.
      ratedAmps: alternatorsOf(facts.unit)[0]?.ratedAmps ?? null,
    }),
  restsOnItself: true,
  words: ({ volts, during, amps }) =>
    `${voltsText(volts)}${during === undefined ? '' : `, ${MOMENT_WORDS[during]}`}${amps === undefined ? '' : ` at ${ampsText(amps)}`}`,
  blocked: blockedByUnsafeBattery,
  crankSeconds: (taken) => (momentOf(taken) === 'crank' ? CRANK_SECONDS : 0),
  // A joint at the alternators means the first one.
  leads: (unit, point) => {
    const partner = PARTNERS[point];
    if (partner === undefined)
      return between({ at: point, touch: 'the post itself' }, { at: point, touch: 'its clamp, bare metal' });
    const at = point.startsWith('alternator') ? point.replace('alternator', probesOf(unit).alternator) : point;
    return between({ at, touch: partner[0] }, { at, touch: partner[1] });
  },
});
