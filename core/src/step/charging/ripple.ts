import type * as z from 'zod';
import type { LimitBook } from '../../method/book';
import { isOver } from '../../quantity/compare';
import { voltsText } from '../../quantity/display';
import { saneVolts } from '../../quantity/sanity';
import type { Unit } from '../../unit/unit';
import { alternatorIds } from '../../unit/points';
import { readingOf } from '../../judging/readingBase';
import { againstMax, failed, passed, trouble, type Outcome } from '../../judging/verdict';
import { acrossAlternatorOrBank } from '../../judging/leads';
import { stepRecord } from '../../judging/stepRecord';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { figure } from '../../quantity/display';

/** Alternating volts, running and loaded, at an alternator's B+ or at the bank. */
const rippleReading = readingOf('charge.ripple', { acVolts: saneVolts });
type RippleReading = z.infer<typeof rippleReading>;

const BANK_SWALLOWS_ABOVE = 2;

const judgeRipple = (
  reading: RippleReading,
  { unit, limits }: { readonly unit: Unit; readonly limits: LimitBook },
): Outcome => {
  const volts = Math.abs(reading.acVolts);
  const limit = limits.get('rippleVolts');
  const against = againstMax(limit, volts);
  const atBank = reading.point === 'bank';
  if (!isOver(volts, limit.value)) {
    const swallowed =
      atBank && unit.bank.batteries.length > BANK_SWALLOWS_ABOVE
        ? ' A bank this large swallows ripple, so it proves little: read at the alternator.'
        : '';
    return passed(against, `${voltsText(volts)} AC is within ${voltsText(limit.value)}.${swallowed}`);
  }
  const ids = alternatorIds(unit);
  if (atBank && ids.length > 1) {
    const because = `${voltsText(volts)} AC at the bank is over ${voltsText(limit.value)}: read at each alternator to tell which.`;
    return failed(against, because, [trouble('alternator.diode', 'bank', because, 'recheck')]);
  }
  const because = `${voltsText(volts)} AC is over ${voltsText(limit.value)}: a diode or a phase is lost.`;
  return failed(against, because, [trouble('alternator.diode', atBank ? (ids[0] ?? 'bank') : reading.point, because)]);
};

export const ripple = stepRecord(rippleReading, {
  stage: 'charging',
  title: 'Ripple',
  minutes: 2,
  hands: 1,
  fedBy: ['ac-volts'],
  points: (unit) => ['bank', ...alternatorIds(unit)],
  judge: (reading, { facts }) => judgeRipple(reading, facts),
  restsOnItself: true,
  words: ({ acVolts }) => `${figure(acVolts, 3)} V AC`,
  value: ({ acVolts }) => ({ value: acVolts, unit: 'V' }),
  leads: acrossAlternatorOrBank,
  blocked: blockedByUnsafeBattery,
  tellsOfRunning: () => true,
});
