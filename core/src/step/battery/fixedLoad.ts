import { acrossBattery } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { stepRecord } from '../../judging/stepRecord';
import { inconclusive, marginal, NO_LIMIT, passed, trouble, type AgainstLimit } from '../../judging/verdict';
import { isUnder, tidy } from '../../quantity/compare';
import { figure, voltsText } from '../../quantity/display';
import { saneSeconds, saneVolts } from '../../quantity/sanity';
import { positions } from '../../unit/points';
import { caseLook, isUnsafe } from '../look/caseLook';

/** A tester with a load of its own, and the limit its maker prints on it. It never condemns. */
const fixedLoadReading = readingOf('battery.fixedLoad', {
  volts: saneVolts,
  seconds: saneSeconds,
  limitVolts: saneVolts.optional(),
});

export const fixedLoad = stepRecord(fixedLoadReading, {
  stage: 'batteries',
  title: 'Tester with a fixed load',
  minutes: 2,
  hands: 1,
  points: positions,
  judge: ({ point, volts, seconds, limitVolts }) => {
    const read = `${voltsText(volts)} after ${figure(seconds, 0)} s`;
    if (limitVolts === undefined)
      return inconclusive(
        NO_LIMIT,
        `${read}; the tester's own limit was not typed in.`,
        'Type the limit the tester shows.',
      );
    const against: AgainstLimit = {
      limit: { value: limitVolts, unit: 'V', kind: 'min', name: null, from: 'visit' },
      margin: tidy(volts - limitVolts),
    };
    if (!isUnder(volts, limitVolts)) return passed(against, `${read} meets the tester's own ${voltsText(limitVolts)}.`);
    const because = `${read} is under the tester's own ${voltsText(limitVolts)}: load test it at half its rating.`;
    return marginal(against, because, [trouble('battery.watch', point, because)]);
  },
  restsOnItself: true,
  words: ({ volts, seconds }) => `${voltsText(volts)} after ${figure(seconds, 0)} s`,
  leads: acrossBattery,
  refused: (scene, point) => {
    const unsafe = isUnsafe(scene, point);
    return unsafe === null ? null : { because: unsafe, unblock: { step: caseLook.step, point } };
  },
});
