import * as z from 'zod';
import type { LimitBook } from '../../method/book';
import { isUnder } from '../../quantity/compare';
import { celsiusText, voltsText } from '../../quantity/display';
import { saneCelsius, saneVolts } from '../../quantity/sanity';
import type { Unit } from '../../unit/unit';
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
import { bankLoadLimit } from '../../battery/bankLoadLimit';
import { bankTemperatureC } from '../../judging/temperature';
import { acrossBank } from '../../judging/leads';
import { fixed, stepRecord } from '../../judging/stepRecord';
import { PROFILES } from '../../method/profile';
import { figure } from '../../quantity/display';
import { COLDEST_JUDGED_C } from '../../battery/loadLimit';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { blockedByLowBattery, lowBattery } from './openCircuit';
import { CRANK_SECONDS } from '../../judging/crankSeconds';

/** Three start-and-stop cycles with minimum hold at the bank posts, the starter being the load. */
export const starterLoadReading = readingOf('battery.starterLoad', {
  lowestVolts: z.array(saneVolts).length(3, { error: 'expected three numbers, one for each crank' }),
  hold: z.enum(['lowest', 'settled']).optional(),
  runningVolts: saneVolts.optional().describe('Highest volts running'),
  batteryC: saneCelsius.optional(),
});
export type StarterLoadReading = z.infer<typeof starterLoadReading>;

export interface StarterLoadConditions {
  readonly unit: Unit;
  readonly limits: LimitBook;
  /** The coldest battery known, else the air; null when nothing is. */
  readonly batteryC: number | null;
  /** Position of a battery that is low on charge, or null. */
  readonly lowBattery: string | null;
}

/** Decides in the starter method. Elsewhere a low value only raises doubt: a dragging starter looks the same. */
export const judgeStarterLoad = (
  reading: StarterLoadReading,
  { unit, limits, batteryC, lowBattery }: StarterLoadConditions,
): Outcome => {
  const lowest = Math.min(...reading.lowestVolts);
  const read = `${voltsText(lowest)}, the lowest of three cranks,`;
  if (lowest < 0) {
    return inconclusive(
      NO_LIMIT,
      `${read} is below zero: the leads are reversed.`,
      'Put red on the positive post and crank again.',
    );
  }
  if (batteryC === null) {
    return inconclusive(
      NO_LIMIT,
      `${read} cannot be judged: neither battery nor air temperature is known.`,
      'Enter the battery temperature.',
    );
  }
  const limit = bankLoadLimit(unit, limits, batteryC);
  if (limit === null) {
    return inconclusive(
      NO_LIMIT,
      `${celsiusText(batteryC)} is colder than anything that can be said of a bank under load.`,
      `Warm the bank above ${celsiusText(COLDEST_JUDGED_C)} and crank again.`,
    );
  }
  const against = againstMin(limit, lowest);
  const where = `the ${voltsText(limit.value)} limit for a bank at ${celsiusText(batteryC)}`;
  const proves = ' It proves the bank, not each battery of it.';
  if (isUnder(lowest, limit.value) && lowBattery !== null)
    return inconclusive(
      against,
      `${read} is under ${where}, but battery ${lowBattery} is low on charge.`,
      `Charge battery ${lowBattery}, let it rest, then crank again.`,
    );
  if (reading.hold !== 'settled') {
    return isUnder(lowest, limit.value)
      ? inconclusive(
          against,
          `${read} is under ${where}, but a lowest value holds the inrush dip.`,
          'Read the settled volts, 1.5 to 3 s after contact, or load each battery by itself.',
        )
      : passed(against, `${read} meets ${where}, the inrush dip included.${proves}`);
  }
  if (isUnder(lowest, limit.value)) {
    const because = `${read} is under ${where}. A dragging starter looks the same: isolate the batteries and test each.`;
    if (limits.profile === 'starter')
      return failed(against, because, [trouble('battery.weak', 'bank', because, 'recheck')]);
    return marginal(against, because, [trouble('battery.watch', 'bank', because)]);
  }
  const band = limits.get('loadWatchBandVolts', limits.systemFactor).value;
  if (isUnder(lowest, limit.value + band)) {
    const because = `${read} is within ${voltsText(band)} of ${where}.`;
    return marginal(against, because, [trouble('battery.watch', 'bank', because)]);
  }
  return passed(against, `${read} is above ${where}.${proves}`);
};

export const starterLoad = stepRecord(starterLoadReading, {
  stage: 'batteries',
  title: 'Starter as the load',
  minutes: 5,
  hands: 2,
  points: fixed('bank'),
  judge: (reading, scene) =>
    judgeStarterLoad(reading, {
      unit: scene.facts.unit,
      limits: scene.facts.limits,
      batteryC: bankTemperatureC(scene.facts, reading.batteryC),
      lowBattery: lowBattery(scene),
    }),
  words: ({ lowestVolts, hold }) =>
    `${lowestVolts.map((volts) => figure(volts, 2)).join(', ')} V ${hold === 'settled' ? 'settled' : 'lowest'}`,
  value: ({ lowestVolts }) => ({ value: Math.min(...lowestVolts), unit: 'V' }),
  leads: acrossBank,
  owes: ({ facts }) =>
    !facts.isQuick && PROFILES[facts.limits.profile].decidingTest === 'battery.starterLoad' ? ['bank'] : [],
  blocked: (scene) => blockedByUnsafeBattery(scene) ?? blockedByLowBattery(scene),
  crankSeconds: () => 3 * CRANK_SECONDS,
  tellsOfRunning: ({ runningVolts }) => runningVolts !== undefined,
});
