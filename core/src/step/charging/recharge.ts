import * as z from 'zod';
import type { LimitBook } from '../../method/book';
import type { LimitName } from '../../method/limit';
import { isOver, isUnder } from '../../quantity/compare';
import { ampsText, figure, voltsText } from '../../quantity/display';
import { saneAmps, saneMinutes, saneVolts } from '../../quantity/sanity';
import { parseArrangement } from '../../unit/arrangement';
import { batteryFactor, isSeriesBank, restsHigher, setNumbers } from '../../unit/bank';
import type { Unit } from '../../unit/unit';
import { readingOf } from '../../judging/readingBase';
import { againstMax, failed, inconclusive, passed, trouble, type Outcome } from '../../judging/verdict';
import { sharesItsCable } from '../../drawing/bankLayout';
import { NO_LEADS, type Leads } from '../../judging/leads';
import type { Blocked, Scene } from '../../judging/scene';
import { stepRecord } from '../../judging/stepRecord';
import { batteriesAt } from '../../unit/batteriesAt';
import { rechargePoints } from '../../unit/points';
import { latest } from '../../judging/facts';
import { restingFor } from '../battery/openCircuit';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { isOvervoltage, runningVolts, runningVoltsReading } from './runningVolts';

/** Amperes into the bank, a set or a battery at idle, and how long it has idled. */
export const rechargeReading = readingOf('charge.recharge', {
  amps: saneAmps,
  minutes: saneMinutes,
  loads: z.enum(['off', 'some']),
  volts: saneVolts.optional().describe('At the bank, at the same moment'),
});
export type RechargeReading = z.infer<typeof rechargeReading>;

export const RECHARGE_WAIT_MINUTES = 10;

/** Which limit holds at a point: a bank of several sets or a 24 V series bank 20 A; a set, string, battery or a bank of one set 10 A. */
export const rechargeLimitName = (point: string, unit: Unit): LimitName => {
  if (point !== 'bank') return 'rechargeSetAmps';
  if (isSeriesBank(unit.bank) && unit.systemVolts === 24) return 'rechargeBankAmps';
  if (parseArrangement(unit.bank.arrangement).parallel === 1) return 'rechargeSetAmps';
  const sets = setNumbers(unit.bank);
  return sets !== null && sets.length === 1 ? 'rechargeSetAmps' : 'rechargeBankAmps';
};

/** A bank that gets less is not being charged: no current into it proves anything. Per 12 V, rule of thumb. */
const CHARGING_VOLTS = 13.5;

export interface RechargeConditions {
  readonly unit: Unit;
  readonly limits: LimitBook;
  /** Running volts were read above their band: they drive the current. */
  readonly overvoltage: boolean;
  /** Running volts at the bank, null when not read. */
  readonly bankVolts: number | null;
  /** A battery of it that was not read at rest, or rested too low to be sure of, in words; null when all are full. */
  readonly notFull: string | null;
}

export const judgeRecharge = (
  reading: RechargeReading,
  { unit, limits, overvoltage, bankVolts, notFull }: RechargeConditions,
): Outcome => {
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
  if (!isOver(amps, limit.value)) {
    const volts = reading.volts ?? bankVolts;
    const least = CHARGING_VOLTS * limits.systemFactor;
    if (volts === null || isUnder(volts, least))
      return inconclusive(
        against,
        `${after} is within ${ampsText(limit.value)}, but ${volts === null ? 'the running volts were not read' : `at ${voltsText(volts)} nothing is charged`}: it proves nothing.`,
        `Read it with at least ${voltsText(least)} at the bank.`,
      );
    return passed(against, `${after} is within ${ampsText(limit.value)}.`);
  }
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
  if (notFull !== null)
    return inconclusive(
      against,
      `${after} is over ${ampsText(limit.value)}, but ${notFull}: a sound bank that is not full takes as much.`,
      'Charge the bank fully, let it rest, then read again.',
    );
  const because = `${after} is over ${ampsText(limit.value)}: it never stops taking current, and overloads the alternator. Recharge, rest, repeat; then clamp each battery lead to find which.`;
  return failed(against, because, [trouble('battery.keeps-drawing', point, because)]);
};

const notFullAt = (scene: Scene, point: string): string | null => {
  const { unit, limits } = scene.facts;
  for (const battery of batteriesAt(unit, point)) {
    const reading = restingFor(scene, battery.position, null)?.reading;
    if (reading === undefined) return `battery ${battery.position} was not read at rest`;
    const sure = limits.get(restsHigher(battery) ? 'loadSureAgmVolts' : 'loadSureVolts', batteryFactor(battery));
    if (isUnder(reading.volts, sure.value)) return `battery ${battery.position} rested at ${voltsText(reading.volts)}`;
  }
  return null;
};

/** Where the clamp goes round: at a post with all that is on it, or on the cable that leads to it. */
const clampAt = (unit: Unit, point: string): NonNullable<Leads['clamp']>['at'] => {
  if (point === 'bank') return 'bank';
  const first = batteriesAt(unit, point)[0];
  if (first === undefined) return 'bank';
  return point === first.position && sharesItsCable(unit.bank, point) ? `post:${point}` : `riser:${first.position}`;
};

/** Whose lead the clamp goes round, in words. */
const clampWords = ({ bank }: Unit, point: string): string => {
  if (point === 'bank') return 'all leads of one bank post together, arrow into the bank';
  if (point.startsWith('string:')) return `the lead of string ${point.slice(7)}, arrow into it`;
  return point.startsWith('set:')
    ? `the lead of set ${point.slice(4)}, arrow into it`
    : sharesItsCable(bank, point)
      ? `both cables on post ${point} + together, arrow into it: what goes on to the next counts twice, to and fro`
      : `the lead of battery ${point} by itself, arrow into it`;
};

export const recharge = stepRecord(rechargeReading, {
  stage: 'charging',
  title: 'Recharge current',
  minutes: 2,
  hands: 1,
  fedBy: ['dc-amps'],
  points: rechargePoints,
  judge: (reading, scene) =>
    judgeRecharge(reading, {
      unit: scene.facts.unit,
      limits: scene.facts.limits,
      overvoltage: isOvervoltage(scene),
      bankVolts: latest(scene.facts, runningVoltsReading, 'bank')?.volts ?? null,
      notFull: notFullAt(scene, reading.point),
    }),
  words: ({ amps, minutes, loads }) => `${ampsText(amps)} after ${figure(minutes, 0)} min, loads ${loads}`,
  value: ({ amps }) => ({ value: amps, unit: 'A' }),
  leads: (unit, point) => ({ ...NO_LEADS, clamp: { at: clampAt(unit, point), words: clampWords(unit, point) } }),
  owes: ({ facts }) => (facts.isQuick ? [] : ['bank']),
  blocked: (scene, point): Blocked | null =>
    blockedByUnsafeBattery(scene) ??
    (scene.outcome(recharge, point)?.verdict !== 'inconclusive' || !isOvervoltage(scene)
      ? null
      : {
          because: 'Put the regulator right and read the running volts again: they drive the recharge current.',
          unblock: { step: runningVolts.step, point: 'bank' },
        }),
  tellsOfRunning: () => true,
});
