import type * as z from 'zod';
import { between, probesOf } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { fixed, stepRecord } from '../../judging/stepRecord';
import { againstMax, failed, passed, trouble, type Outcome } from '../../judging/verdict';
import type { LimitBook } from '../../method/book';
import { isOver } from '../../quantity/compare';
import { voltsText } from '../../quantity/display';
import { saneVolts } from '../../quantity/sanity';
import { pointName } from '../../unit/pointName';
import type { Scene } from '../../judging/scene';
import { jointLook } from '../look/jointLook';
import { joint } from './joint';
import { switchContacts } from './switchContacts';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { CRANK_SECONDS } from '../../judging/crankSeconds';
import { bridgesSource, lossOf } from './voltsLost';

/** While cranking: bank + to the solenoid's control terminal. */
const controlReading = readingOf('start.control', { volts: saneVolts });
type ControlReading = z.infer<typeof controlReading>;

interface ControlConditions {
  readonly limits: LimitBook;
  readonly systemVolts: number;
  /** What has to be read or put right before the wire itself is to blame, in words; null when nothing. */
  readonly first: string | null;
}

const judgeControl = (reading: ControlReading, { limits, systemVolts, first }: ControlConditions): Outcome => {
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
  const because = `The control circuit loses ${voltsText(volts)}, over ${voltsText(limit.value)}.${signNote}${first === null ? '' : ` First ${first}.`}`;
  return failed(against, because, [
    trouble('start.control-circuit', 'starter', because, first === null ? undefined : 'recheck'),
  ]);
};

const firstOf = (scene: Scene): string | null => {
  const { starter } = scene.facts.unit;
  const hasSwitch = starter !== undefined && starter.magneticSwitch !== 'none';
  if (hasSwitch && scene.outcome(switchContacts, 'starter') === null) return 'read across the magnetic switch';
  const fails = [jointLook, joint].some((step) => scene.outcome(step, 'A+')?.verdict === 'fail');
  return fails ? `put the joint at ${pointName('A+')} right` : null;
};

export const control = stepRecord(controlReading, {
  stage: 'starting',
  title: 'Volts lost in the control wire',
  minutes: 4,
  hands: 2,
  fedBy: ['dc-volts'],
  points: fixed('starter'),
  judge: (reading, scene) =>
    judgeControl(reading, {
      limits: scene.facts.limits,
      systemVolts: scene.facts.unit.systemVolts,
      first: firstOf(scene),
    }),
  words: ({ volts }) => voltsText(volts),
  leads: (unit) => {
    const { probe, plus } = probesOf(unit);
    return between(plus, probe('starter.control'));
  },
  blocked: blockedByUnsafeBattery,
  crankSeconds: () => CRANK_SECONDS,
});
