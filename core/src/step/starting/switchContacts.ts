import { between, probesOf } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { fixed, stepRecord } from '../../judging/stepRecord';
import { againstMax, failed, passed, trouble } from '../../judging/verdict';
import { CRANK_SECONDS } from '../../judging/crankSeconds';
import { isOver } from '../../quantity/compare';
import { voltsText } from '../../quantity/display';
import { saneVolts } from '../../quantity/sanity';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { bridgesSource, lossOf } from './voltsLost';

/** Across the contacts of the magnetic switch while trying to crank. */
const switchReading = readingOf('start.switch', { volts: saneVolts });

export const switchContacts = stepRecord(switchReading, {
  stage: 'starting',
  title: 'Volts lost in the magnetic switch',
  minutes: 3,
  hands: 2,
  points: fixed('starter'),
  judge: (reading, { facts }) => {
    const bridge = bridgesSource(reading.volts, facts.unit.systemVolts);
    if (bridge !== null) return bridge;
    const { volts, signNote } = lossOf(reading.volts);
    const limit = facts.limits.get('switchVolts');
    const against = againstMax(limit, volts);
    const read = `The contacts of the magnetic switch lose ${voltsText(volts)}`;
    if (!isOver(volts, limit.value)) return passed(against, `${read}, within ${voltsText(limit.value)}.${signNote}`);
    const because = `${read}, over ${voltsText(limit.value)}.${signNote}`;
    return failed(against, because, [trouble('start.magnetic-switch', 'starter', because)]);
  },
  restsOnItself: true,
  words: ({ volts }) => voltsText(volts),
  leads: (unit) => {
    const { probe } = probesOf(unit);
    const isSeparate = unit.starter?.magneticSwitch === 'separate';
    return isSeparate
      ? between(probe('switch.supply'), probe('switch.output'))
      : between(probe('starter.B+'), probe('starter.control'));
  },
  blocked: blockedByUnsafeBattery,
  crankSeconds: () => CRANK_SECONDS,
});
