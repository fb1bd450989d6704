import type * as z from 'zod';
import type { LimitBook } from '../../method/book';
import { isWithin } from '../../quantity/compare';
import { ampsText, figure, voltsText } from '../../quantity/display';
import { saneAmps, saneVolts } from '../../quantity/sanity';
import { judgeBySum, otherSide, SIDES, type Side, type SideLoss } from '../starting/pairedSides';
import { bridgesSource, lossOf } from '../starting/voltsLost';
import { readingOf } from '../../judging/readingBase';
import { inconclusive, NO_LIMIT, type Outcome } from '../../judging/verdict';
import { latest } from '../../judging/facts';
import { between, probesOf, type Leads } from '../../judging/leads';
import { fixed, stepRecord } from '../../judging/stepRecord';
import { ratedOutputAmps } from '../../unit/bank';

/** Volts lost on one side between alternator and bank, at the amperes flowing. */
export const chargeDropReading = readingOf('charge.drop', { volts: saneVolts, amps: saneAmps });
export type ChargeDropReading = z.infer<typeof chargeDropReading>;

const CODES = { positive: 'cable.charge-positive', negative: 'cable.charge-negative' } as const;
/** Near enough to rated output to take as read, and far enough to refuse scaling. */
const AS_READ_SHARE = { min: 0.85, max: 1.15 } as const;
const SCALED_SHARE = { min: 0.4, max: 1.3 } as const;

const isAsRead = (amps: number, ratedAmps: number): boolean =>
  isWithin(amps, AS_READ_SHARE.min * ratedAmps, AS_READ_SHARE.max * ratedAmps);

const lossAtRated = (reading: ChargeDropReading, ratedAmps: number, systemVolts: number): SideLoss | null => {
  if (bridgesSource(reading.volts, systemVolts) !== null) return null;
  const amps = Math.abs(reading.amps);
  const { volts } = lossOf(reading.volts);
  const at = { side: reading.point as Side, readingId: reading.id };
  if (isAsRead(amps, ratedAmps)) return { ...at, volts };
  if (!isWithin(amps, SCALED_SHARE.min * ratedAmps, SCALED_SHARE.max * ratedAmps)) return null;
  return { ...at, volts: (volts * ratedAmps) / amps };
};

/** @param ratedAmps sum of all alternators' plate ratings, null when not known */
export const judgeChargeDrop = (
  reading: ChargeDropReading,
  other: ChargeDropReading | null,
  {
    limits,
    systemVolts,
    ratedAmps,
  }: { readonly limits: LimitBook; readonly systemVolts: number; readonly ratedAmps: number | null },
): Outcome => {
  const bridge = bridgesSource(reading.volts, systemVolts);
  if (bridge !== null) return bridge;
  if (ratedAmps === null) {
    return inconclusive(
      NO_LIMIT,
      "The alternator's rating is not known, so the loss cannot be brought to rated output.",
      "Enter the rating from the alternator's plate.",
    );
  }
  const own = lossAtRated(reading, ratedAmps, systemVolts);
  if (own === null) {
    return inconclusive(
      NO_LIMIT,
      `${ampsText(reading.amps)} is too far from the rated ${ampsText(ratedAmps)} to scale from.`,
      `Draw ${figure(SCALED_SHARE.min * ratedAmps, 0)} to ${figure(SCALED_SHARE.max * ratedAmps, 0)} A, best ${ampsText(ratedAmps)}, and read volts and amperes together. Where the alternator cannot give that: engine off, the pile at its B+ stud and ground, the same amperes out of the bank.`,
    );
  }
  const scaled = isAsRead(Math.abs(reading.amps), ratedAmps)
    ? ''
    : ` Read ${voltsText(reading.volts)} at ${ampsText(reading.amps)}, brought to ${ampsText(ratedAmps)}.`;
  return judgeBySum(
    own,
    other === null ? null : lossAtRated(other, ratedAmps, systemVolts),
    limits.get('chargeDropSumVolts'),
    CODES,
    `${scaled}${lossOf(reading.volts).signNote}`,
  );
};

export const chargeDrop = stepRecord(chargeDropReading, {
  stage: 'charging',
  title: 'Volts lost in the charging cables',
  points: fixed(...SIDES),
  judge: (reading, { facts }) =>
    judgeChargeDrop(reading, latest(facts, chargeDropReading, otherSide(reading.point)), {
      limits: facts.limits,
      systemVolts: facts.unit.systemVolts,
      ratedAmps: ratedOutputAmps(facts.unit),
    }),
  words: ({ volts, amps }) => `${voltsText(volts)} at ${ampsText(amps)}`,
  leads: (unit, point) => {
    const { probe, plus, minus, alternator } = probesOf(unit);
    const more: Partial<Leads> = {
      clamp: { at: 'charge.positive', words: 'the charge cable, arrow to the bank' },
      pile: { at: 'bank', words: 'across the bank, as demand' },
    };
    return point === 'positive'
      ? between(probe(`${alternator}.B+`), plus, more)
      : between(minus, probe(`${alternator}.ground`), more);
  },
  owes: fixed(...SIDES),
  tellsOfRunning: () => true,
});
