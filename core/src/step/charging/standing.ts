import { between, probesOf } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { stepRecord } from '../../judging/stepRecord';
import { againstMax, failed, inconclusive, NO_LIMIT, passed, trouble } from '../../judging/verdict';
import { isOver, isUnder } from '../../quantity/compare';
import { voltsText } from '../../quantity/display';
import { saneVolts } from '../../quantity/sanity';
import { alternatorIds } from '../../unit/points';
import { restingBankVolts } from '../battery/openCircuit';
import { chargeSidesOf } from './chargeDrop';

/** Engine off, an alternator's B+ stud to its own ground. */
const standingReading = readingOf('charge.standing', { volts: saneVolts });

/** Under this, per 12 V, nothing reaches the stud. */
const OPEN_VOLTS = 0.5;

export const standing = stepRecord(standingReading, {
  stage: 'charging',
  title: 'Standing volts',
  minutes: 2,
  hands: 1,
  points: alternatorIds,
  judge: ({ point, volts }, scene) => {
    const { facts } = scene;
    const bank = restingBankVolts(scene);
    const limit = facts.limits.get('standingVolts');
    const [positive = 'positive'] = chargeSidesOf(facts.unit, point);
    if (volts < 0)
      return inconclusive(
        NO_LIMIT,
        `${voltsText(volts)} is below zero: the leads are reversed.`,
        'Put red on the B+ stud and read again.',
      );
    const isLower = bank === null || isOver(bank - volts, limit.value);
    if (isLower && isUnder(volts, OPEN_VOLTS * facts.limits.systemFactor)) {
      const because = `${voltsText(volts)} at the B+ stud of ${point}: the line to the bank is open. Look at its fusible link or fuse.`;
      const against = bank === null ? NO_LIMIT : againstMax(limit, bank - volts);
      return failed(against, because, [trouble('cable.charge-positive', positive, because, 'repair')]);
    }
    if (bank === null)
      return inconclusive(
        NO_LIMIT,
        `${voltsText(volts)} at ${point}; the bank was not read at rest.`,
        'Read the open-circuit volts of the batteries.',
      );
    const against = againstMax(limit, bank - volts);
    const read = `${voltsText(volts)} at the B+ stud of ${point}, ${voltsText(bank)} at the bank`;
    if (isOver(volts - bank, limit.value))
      return inconclusive(against, `${read}: with the engine off it cannot have more.`, 'Read both again, engine off.');
    if (!isLower) return passed(against, `${read}: within ${voltsText(limit.value)}.`);
    const because = `${read}: more than ${voltsText(limit.value)} is lost though nothing flows. A high resistance: read the charging cables, then along them.`;
    return failed(against, because, [trouble('cable.charge-positive', positive, because, 'recheck')]);
  },
  words: ({ volts }) => voltsText(volts),
  leads: (unit, point) => {
    const { probe } = probesOf(unit);
    return between(probe(`${point}.B+`), probe(`${point}.ground`));
  },
});
