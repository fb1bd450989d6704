import { between, probesOf } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { stepRecord } from '../../judging/stepRecord';
import { againstMax, failed, inconclusive, passed, trouble } from '../../judging/verdict';
import { isOver } from '../../quantity/compare';
import { voltsText } from '../../quantity/display';
import { saneVolts } from '../../quantity/sanity';
import { alternatorIds } from '../../unit/points';

/** The fuse of an alternator's sense or exciter wire, both sides against ground. */
const fuseReading = readingOf('look.fuse', { supplyVolts: saneVolts, loadVolts: saneVolts });

/** Under this, per 12 V, a side is dead. */
const DEAD_VOLTS = 0.5;

export const fuse = stepRecord(fuseReading, {
  stage: 'look',
  title: 'Sense fuse, both sides',
  minutes: 2,
  hands: 1,
  points: alternatorIds,
  judge: ({ point, supplyVolts, loadVolts }, { facts }) => {
    const limit = facts.limits.get('fuseVolts');
    const [supply, load] = [Math.abs(supplyVolts), Math.abs(loadVolts)];
    const apart = Math.abs(supply - load);
    const against = againstMax(limit, apart);
    const read = `${voltsText(supply)} before the fuse and ${voltsText(load)} behind it`;
    if (Math.max(supply, load) < DEAD_VOLTS * facts.limits.systemFactor)
      return inconclusive(
        against,
        `${read}: nothing reaches the fuse.`,
        'Switch the key on and read both sides again.',
      );
    if (!isOver(apart, limit.value))
      return passed(against, `${read} are within ${voltsText(limit.value)} of each other.`);
    const because = `${read}: the fuse is blown or its contacts lose volts, and the regulator does not see the bank.`;
    return failed(against, because, [trouble('alternator.sense-fuse', point, because)]);
  },
  restsOnItself: true,
  words: ({ supplyVolts, loadVolts }) => `${voltsText(supplyVolts)} before, ${voltsText(loadVolts)} behind`,
  leads: (unit, point) => {
    const { probe } = probesOf(unit);
    return between({ at: `${point}.B+`, touch: 'each side of the fuse in turn' }, probe(`${point}.ground`));
  },
});
