import * as z from 'zod';
import type { AppliedLimit, LimitBook } from '../../method/book';
import { bankLoadLimit } from '../../battery/bankLoadLimit';
import { isUnder } from '../../quantity/compare';
import { celsiusText, voltsText } from '../../quantity/display';
import { saneAmps, saneVolts } from '../../quantity/sanity';
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
import { bankTemperatureC } from '../../judging/temperature';
import { acrossBank, between, probesOf } from '../../judging/leads';
import type { JudgedOutcome, Scene } from '../../judging/scene';
import { fixed, stepRecord } from '../../judging/stepRecord';
import { COLDEST_JUDGED_C } from '../../battery/loadLimit';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { CRANK_SECONDS } from '../../judging/crankSeconds';
import { settledOfTrace } from './traceStep';

/** Volts while cranking, settled (1.5 to 3 s after contact) or the lowest held, which includes the inrush dip. */
export const crankVoltsReading = readingOf('start.crankVolts', {
  volts: saneVolts,
  amps: saneAmps.optional(),
  hold: z.enum(['settled', 'lowest']).optional(),
});
type CrankVoltsReading = z.infer<typeof crankVoltsReading>;

const READ_SETTLED = 'Read the settled volts, 1.5 to 3 s after contact.';

type Settled = Pick<CrankVoltsReading, 'volts' | 'hold'>;

const dip = (reading: Settled, limit: AppliedLimit): Outcome =>
  inconclusive(
    againstMin(limit, reading.volts),
    `${voltsText(reading.volts)} is under ${voltsText(limit.value)}, but a lowest value holds the inrush dip.`,
    READ_SETTLED,
  );

const reversed = (volts: number): Outcome =>
  inconclusive(
    NO_LIMIT,
    `${voltsText(volts)} is below zero: the leads are reversed.`,
    'Put red on the positive side and read again.',
  );

/** At the bank posts: supports the battery tests, never condemns by itself. */
const judgeCrankVoltsAtBank = (
  reading: Settled,
  { unit, limits, batteryC }: { readonly unit: Unit; readonly limits: LimitBook; readonly batteryC: number | null },
): Outcome => {
  const { volts } = reading;
  if (volts < 0) return reversed(volts);
  if (batteryC === null) {
    return inconclusive(
      NO_LIMIT,
      `${voltsText(volts)} cannot be judged: neither battery nor air temperature is known.`,
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
  const against = againstMin(limit, volts);
  const where = `${voltsText(limit.value)} for a bank at ${celsiusText(batteryC)}`;
  if (!isUnder(volts, limit.value)) return passed(against, `${voltsText(volts)} at the bank meets ${where}.`);
  if (reading.hold === 'lowest') return dip(reading, limit);
  return marginal(
    against,
    `${voltsText(volts)} at the bank is under ${where}: the batteries give way, or the starter draws too much.`,
  );
};

/** At the starter, B+ to its ground: what the machine gives its starter. */
const judgeCrankVoltsAtStarter = (reading: CrankVoltsReading, limits: LimitBook): Outcome => {
  const { volts } = reading;
  if (volts < 0) return reversed(volts);
  const limit = limits.get('crankStarterVolts');
  const against = againstMin(limit, volts);
  if (!isUnder(volts, limit.value))
    return passed(against, `${voltsText(volts)} at the starter meets ${voltsText(limit.value)}.`);
  if (reading.hold === 'lowest') return dip(reading, limit);
  const because = `${voltsText(volts)} at the starter is under ${voltsText(limit.value)}: batteries or cables, which the other tests tell.`;
  return failed(against, because, [trouble('start.low-supply', 'starter', because)]);
};

/** The settled volts of a trace stand in for those of a meter at the bank. */
const fromTrace = (scene: Scene): JudgedOutcome | null => {
  const settled = settledOfTrace(scene);
  if (settled === null) return null;
  const { unit, limits } = scene.facts;
  const outcome = judgeCrankVoltsAtBank(
    { volts: settled.volts, hold: 'settled' },
    { unit, limits, batteryC: bankTemperatureC(scene.facts) },
  );
  return { ...outcome, step: 'start.crankVolts', point: 'bank', readings: [settled.id] };
};

export const crankVolts = stepRecord(crankVoltsReading, {
  stage: 'starting',
  title: 'Cranking volts',
  minutes: 2,
  hands: 2,
  fedBy: ['dc-volts'],
  points: fixed('bank', 'starter'),
  judge: (reading, { facts }) =>
    reading.point === 'bank'
      ? judgeCrankVoltsAtBank(reading, { unit: facts.unit, limits: facts.limits, batteryC: bankTemperatureC(facts) })
      : judgeCrankVoltsAtStarter(reading, facts.limits),
  standIns: { bank: fromTrace },
  words: ({ volts, hold }) => `${voltsText(volts)} ${hold === 'lowest' ? 'lowest' : 'settled'}`,
  owes: ({ facts }) => (facts.isQuick ? ['bank'] : []),
  leads: (unit, point) => {
    if (point === 'bank') return acrossBank(unit);
    const { probe, ground } = probesOf(unit);
    return between(probe('starter.B+'), ground);
  },
  blocked: blockedByUnsafeBattery,
  crankSeconds: () => CRANK_SECONDS,
});
