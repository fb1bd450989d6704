import * as z from 'zod';
import type { LimitBook } from '../../method/book';
import { isUnder } from '../../quantity/compare';
import { ampsText, figure } from '../../quantity/display';
import { saneAmps } from '../../quantity/sanity';
import type { Alternator } from '../../unit/unit';
import { readingOf } from '../../judging/readingBase';
import {
  againstMin,
  failed,
  inconclusive,
  marginal,
  NO_LIMIT,
  passed,
  trouble,
  type Outcome,
} from '../../judging/verdict';
import { chargeCableOf } from '../../drawing/chargeCable';
import { NO_LEADS } from '../../judging/leads';
import type { Blocked, Scene } from '../../judging/scene';
import { stepRecord, type StepRecord } from '../../judging/stepRecord';
import { alternatorsOf } from '../../unit/bank';
import { alternatorIds } from '../../unit/points';
import { latest } from '../../judging/facts';
import { alternatorLook } from '../look/alternatorLook';
import { belt, beltReading } from '../look/belt';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { chargeDrop, chargeSide, chargeSidesOf } from './chargeDrop';

/** Peak amperes of one alternator with the pile as demand. */
const outputReading = readingOf('charge.output', { peakAmps: saneAmps, governedSpeed: z.boolean() });
type OutputReading = z.infer<typeof outputReading>;

/** What must be read and good before an alternator may be called weak. */
interface OutputConditions {
  readonly alternator: Alternator;
  readonly limits: LimitBook;
  /** Things not yet read or not good that could explain a low output, in words. */
  readonly excuses: readonly string[];
  /** A mark or a tachometer on the pulley has shown that it holds its speed. */
  readonly speedHolds: boolean;
}

const judgeOutput = (
  reading: OutputReading,
  { alternator, limits, excuses, speedHolds }: OutputConditions,
): Outcome => {
  const { ratedAmps } = alternator;
  if (ratedAmps === undefined) {
    return inconclusive(
      NO_LIMIT,
      "The alternator's rating is not known.",
      "Enter the rating from the alternator's plate.",
    );
  }
  const failPercent = limits.get('outputFailPercent');
  const passPercent = limits.get('outputPassPercent');
  const against = againstMin({ ...failPercent, value: (failPercent.value * ratedAmps) / 100 }, reading.peakAmps, 'A');
  const percent = (100 * reading.peakAmps) / ratedAmps;
  const sentence = `${ampsText(reading.peakAmps)} of ${ampsText(ratedAmps)} is ${figure(percent, 0)} %`;
  if (!isUnder(percent, passPercent.value))
    return passed(against, `${sentence}, at least ${figure(passPercent.value, 0)} %.`);
  const open = reading.governedSpeed ? excuses : [...excuses, 'the engine was not at governed speed'];
  if (open.length > 0) {
    return inconclusive(
      against,
      `${sentence}, but ${open.join('; ')}.`,
      `Settle first: ${open.join('; ')}. Then read the output again at governed speed.`,
    );
  }
  if (!isUnder(percent, failPercent.value)) {
    const because = `${sentence}, under ${figure(passPercent.value, 0)} %.`;
    return marginal(against, because, [trouble('alternator.low-output', alternator.id, because)]);
  }
  const slips = speedHolds ? '' : ' A belt can look sound and slip: hold a mark or a tachometer to the pulley first.';
  const because = `${sentence}, under ${figure(failPercent.value, 0)} %, with belt, cables and speed good.${slips}`;
  return failed(against, because, [
    trouble('alternator.low-output', alternator.id, because, speedHolds ? undefined : 'recheck'),
  ]);
};

/** What has to be settled before a low output says anything, in words. */
const excusesOf = (scene: Scene, id: string): string[] => {
  const excuse = (step: Pick<StepRecord, 'step'>, point: string, name: string): string[] => {
    const outcome = scene.outcome(step, point);
    if (outcome === null) return [`${name} has not been ${step.step.startsWith('look.') ? 'looked at' : 'read'}`];
    if (outcome.verdict === 'inconclusive') return [`${name} is not judged yet`];
    return outcome.verdict === 'fail' ? [`${name} is not good`] : [];
  };
  return [
    ...excuse(belt, 'drive', 'the belt'),
    ...excuse(alternatorLook, id, `the mounting and wiring of ${id}`),
    ...chargeSidesOf(scene.facts.unit, id).flatMap((point) =>
      excuse(chargeDrop, point, `the ${chargeSide(point).side} charging cable`),
    ),
  ];
};

export const output = stepRecord(outputReading, {
  stage: 'charging',
  title: 'Alternator output',
  minutes: 6,
  hands: 1,
  fedBy: ['dc-amps', 'rpm'],
  points: alternatorIds,
  judge: (reading, scene) => {
    const alternator = alternatorsOf(scene.facts.unit).find(({ id }) => id === reading.point);
    return alternator === undefined
      ? null
      : judgeOutput(reading, {
          alternator,
          limits: scene.facts.limits,
          excuses: excusesOf(scene, alternator.id),
          speedHolds: latest(scene.facts, beltReading, 'drive')?.speed === 'holds',
        });
  },
  words: ({ peakAmps, governedSpeed }) => `${ampsText(peakAmps)} peak, ${governedSpeed ? 'governed speed' : 'slower'}`,
  value: ({ peakAmps }) => ({ value: peakAmps, unit: 'A' }),
  leads: (unit, point) => ({
    ...NO_LEADS,
    clamp: { at: chargeCableOf(unit, point), words: `the cable at the B+ stud of ${point}, arrow to the bank` },
    pile: { at: 'bank', words: 'across the bank, as demand' },
  }),
  owes: ({ facts }) => (facts.isQuick ? [] : alternatorIds(facts.unit)),
  blocked: (scene, point): Blocked | null => {
    const unsafe = blockedByUnsafeBattery(scene);
    if (unsafe !== null) return unsafe;
    if (scene.outcome(output, point)?.verdict !== 'inconclusive') return null;
    if (scene.outcome(belt, 'drive')?.verdict === 'fail') {
      return {
        because: 'Put the belt right and look at it again: the output means nothing before.',
        unblock: { step: belt.step, point: 'drive' },
      };
    }
    const failing = chargeSidesOf(scene.facts.unit, point).find(
      (at) => scene.outcome(chargeDrop, at)?.verdict === 'fail',
    );
    if (failing === undefined) return null;
    return {
      because: `Put the ${chargeSide(failing).side} charging cable right and read it again: the output means nothing before.`,
      unblock: { step: chargeDrop.step, point: failing },
    };
  },
  tellsOfRunning: () => true,
});
