import * as z from 'zod';
import type { LimitBook } from '../../method/book';
import type { LimitName } from '../../method/limit';
import { isOver, isUnder } from '../../quantity/compare';
import { ampsText, figure } from '../../quantity/display';
import { saneAmps, saneMinutes } from '../../quantity/sanity';
import { parseArrangement } from '../../unit/arrangement';
import { isSeriesBank, setNumbers } from '../../unit/bank';
import type { Unit } from '../../unit/unit';
import { readingOf } from '../../judging/readingBase';
import { againstMax, failed, inconclusive, passed, trouble, type Outcome } from '../../judging/verdict';
import { NO_LEADS } from '../../judging/leads';
import type { Blocked } from '../../judging/scene';
import { fixed, stepRecord } from '../../judging/stepRecord';
import { rechargePoints } from '../../unit/points';
import { isOvervoltage, runningVolts } from './runningVolts';

/** Amperes into the bank, a set or a battery at idle, and how long it has idled. */
export const rechargeReading = readingOf('charge.recharge', {
  amps: saneAmps,
  minutes: saneMinutes,
  loads: z.enum(['off', 'some']),
});
export type RechargeReading = z.infer<typeof rechargeReading>;

export const RECHARGE_WAIT_MINUTES = 10;

/** Which limit holds at a point: a set, a battery or a bank of one set 10 A; several sets or a 24 V series bank 20 A. */
export const rechargeLimitName = (point: string, unit: Unit): LimitName => {
  const wide24 = isSeriesBank(unit.bank) && unit.systemVolts === 24;
  if (point !== 'bank') return wide24 && !point.startsWith('set:') ? 'rechargeBankAmps' : 'rechargeSetAmps';
  if (wide24) return 'rechargeBankAmps';
  if (parseArrangement(unit.bank.arrangement).parallel === 1) return 'rechargeSetAmps';
  const sets = setNumbers(unit.bank);
  return sets !== null && sets.length === 1 ? 'rechargeSetAmps' : 'rechargeBankAmps';
};

export interface RechargeConditions {
  readonly unit: Unit;
  readonly limits: LimitBook;
  /** Running volts were read above their band: they drive the current. */
  readonly overvoltage: boolean;
}

export const judgeRecharge = (reading: RechargeReading, { unit, limits, overvoltage }: RechargeConditions): Outcome => {
  const { amps, minutes, loads, point } = reading;
  const limit = limits.get(rechargeLimitName(point, unit));
  const against = againstMax(limit, amps);
  const after = `${ampsText(amps)} after ${figure(minutes, 0)} min at idle`;
  if (amps < 0)
    return inconclusive(
      against,
      `${ampsText(amps)}: the batteries give current, or the clamp's arrow faces backwards.`,
      'Zero the clamp, point its arrow into the battery, and read again.',
    );
  if (!isOver(amps, limit.value)) return passed(against, `${after} is within ${ampsText(limit.value)}.`);
  if (loads === 'some')
    return inconclusive(
      against,
      `${after} is over ${ampsText(limit.value)}, but loads were on.`,
      'Switch everything off and read again.',
    );
  if (isUnder(minutes, RECHARGE_WAIT_MINUTES)) {
    return inconclusive(
      against,
      `${after} is over ${ampsText(limit.value)}, but it is still falling.`,
      `Wait until ${RECHARGE_WAIT_MINUTES} min at idle have passed and read again.`,
    );
  }
  if (overvoltage) {
    return inconclusive(
      against,
      `${after} is over ${ampsText(limit.value)}, but the running volts are too high and drive it.`,
      'Put the regulator right first, then read the recharge current again.',
    );
  }
  const because = `${after} is over ${ampsText(limit.value)}: it never stops taking current, and overloads the alternator. Recharge, rest, repeat; then clamp each battery lead to find which.`;
  return failed(against, because, [trouble('battery.keeps-drawing', point, because)]);
};

/** Whose lead the clamp goes round, in words. */
const clampWords = (point: string): string => {
  if (point === 'bank') return 'all leads of one bank post together, arrow into the bank';
  return point.startsWith('set:')
    ? `the lead of set ${point.slice(4)}, arrow into it`
    : `one lead of battery ${point}, arrow into it`;
};

export const recharge = stepRecord(rechargeReading, {
  stage: 'charging',
  title: 'Recharge current',
  points: rechargePoints,
  judge: (reading, scene) =>
    judgeRecharge(reading, {
      unit: scene.facts.unit,
      limits: scene.facts.limits,
      overvoltage: isOvervoltage(scene),
    }),
  words: ({ amps, minutes, loads }) => `${ampsText(amps)} after ${figure(minutes, 0)} min, loads ${loads}`,
  value: ({ amps }) => ({ value: amps, unit: 'A' }),
  leads: (_unit, point) => ({
    ...NO_LEADS,
    clamp: { at: /^[A-F]$/.test(point) ? `post:${point}` : 'bank', words: clampWords(point) },
  }),
  owes: fixed('bank'),
  blocked: (scene, point): Blocked | null =>
    scene.outcome(recharge, point)?.verdict !== 'inconclusive' || !isOvervoltage(scene)
      ? null
      : {
          because: 'Put the regulator right and read the running volts again: they drive the recharge current.',
          unblock: { step: runningVolts.step, point: 'bank' },
        },
  tellsOfRunning: () => true,
});
