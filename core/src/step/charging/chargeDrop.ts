import * as z from 'zod';
import { latest } from '../../judging/facts';
import { chargeCableOf } from '../../drawing/chargeCable';
import { between, probesOf, type Leads } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import type { Scene } from '../../judging/scene';
import { stepRecord } from '../../judging/stepRecord';
import { againstMax, failed, inconclusive, NO_LIMIT, passed, trouble, type Outcome } from '../../judging/verdict';
import type { LimitBook } from '../../method/book';
import { isUnder, isWithin } from '../../quantity/compare';
import { ampsText, figure, voltsText } from '../../quantity/display';
import { saneAmps, saneVolts } from '../../quantity/sanity';
import { alternatorsOf, ratedOutputAmps } from '../../unit/bank';
import { alternatorIds, chargeSidePoints } from '../../unit/points';
import type { Unit } from '../../unit/unit';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { judgeBySum, otherSide, SIDES, type Side, type SideLoss } from '../starting/pairedSides';
import { bridgesSource, lossOf } from '../starting/voltsLost';

export const CHARGE_DROP_WAYS = ['pile-at-alternator', 'pile-at-bank', 'loads'] as const;

/** Volts lost on one side between alternator and bank, at the amperes flowing, and what made them flow. */
const chargeDropReading = readingOf('charge.drop', {
  volts: saneVolts,
  amps: saneAmps,
  by: z.enum(CHARGE_DROP_WAYS).optional(),
});
type ChargeDropReading = z.infer<typeof chargeDropReading>;

const CODES = { positive: 'cable.charge-positive', negative: 'cable.charge-negative' } as const;
/** Near enough to rated output to take as read, and far enough to refuse scaling. */
const AS_READ_SHARE = { min: 0.85, max: 1.15 } as const;
const SCALED_SHARE = { min: 0.4, max: 1.3 } as const;

/** The side a point names, and the alternator whose cables it belongs to; null where there is one. */
export const chargeSide = (point: string): { readonly side: Side; readonly alternator: string | null } => {
  const [side, alternator] = point.split(':', 2);
  return { side: side === 'negative' ? 'negative' : 'positive', alternator: alternator ?? null };
};
/** Point of a side of an alternator's cables. */
const chargePoint = (side: Side, alternator: string | null): string =>
  alternator === null ? side : `${side}:${alternator}`;

const isAsRead = (amps: number, ratedAmps: number): boolean =>
  isWithin(amps, AS_READ_SHARE.min * ratedAmps, AS_READ_SHARE.max * ratedAmps);

const lossAtRated = (reading: ChargeDropReading, ratedAmps: number, systemVolts: number): SideLoss | null => {
  if (bridgesSource(reading.volts, systemVolts) !== null) return null;
  const amps = Math.abs(reading.amps);
  const { volts } = lossOf(reading.volts);
  const at = { side: chargeSide(reading.point).side, readingId: reading.id };
  if (isAsRead(amps, ratedAmps)) return { ...at, volts };
  if (!isWithin(amps, SCALED_SHARE.min * ratedAmps, SCALED_SHARE.max * ratedAmps)) return null;
  return { ...at, volts: (volts * ratedAmps) / amps };
};

interface ChargeDropConditions {
  readonly limits: LimitBook;
  readonly systemVolts: number;
  /** Plate rating of the alternator whose cables these are, null when not known. */
  readonly ratedAmps: number | null;
}

/** Each side by itself, at whatever current of at least two fifths of the rated. */
const judgeEach = (reading: ChargeDropReading, ratedAmps: number, limits: LimitBook): Outcome => {
  const { side } = chargeSide(reading.point);
  const { volts, signNote } = lossOf(reading.volts);
  const limit = limits.get('chargeDropSideVolts');
  const against = againstMax(limit, volts);
  const read = `The ${side} side loses ${voltsText(volts)} at ${ampsText(reading.amps)}`;
  if (isUnder(Math.abs(reading.amps), SCALED_SHARE.min * ratedAmps))
    return inconclusive(
      against,
      `${read}; ${ampsText(SCALED_SHARE.min * ratedAmps)} have to flow at least.`,
      'Draw more, by loads or pile, and read volts and amperes together.',
    );
  if (isUnder(volts, limit.value)) return passed(against, `${read}, under ${voltsText(limit.value)}.${signNote}`);
  const because = `${read}, not under ${voltsText(limit.value)}.${signNote}`;
  return failed(against, because, [trouble(CODES[side], reading.point, because)]);
};

const judgeChargeDrop = (
  reading: ChargeDropReading,
  other: ChargeDropReading | null,
  { limits, systemVolts, ratedAmps }: ChargeDropConditions,
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
  if (limits.chargeDropRule === 'each') return judgeEach(reading, ratedAmps, limits);
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
  const { alternator } = chargeSide(reading.point);
  return judgeBySum(own, other === null ? null : lossAtRated(other, ratedAmps, systemVolts), {
    limit: limits.get('chargeDropSumVolts'),
    codeOf: CODES,
    subjectOf: (side) => chargePoint(side, alternator),
    note: `${scaled}${lossOf(reading.volts).signNote}`,
  });
};

const ratedAt = (unit: Unit, alternator: string | null): number | null =>
  alternator === null
    ? ratedOutputAmps(unit)
    : (alternatorsOf(unit).find(({ id }) => id === alternator)?.ratedAmps ?? null);

/** Points of both sides of one alternator's cables, as this unit names them. */
export const chargeSidesOf = (unit: Unit, id: string): readonly string[] =>
  SIDES.map((side) => chargePoint(side, alternatorIds(unit).length > 1 ? id : null));

/** Whether both sides of an alternator's cables are read and not failing. */
export const cablesAreGood = (scene: Scene, id: string): boolean =>
  chargeSidesOf(scene.facts.unit, id).every((point) => {
    const verdict = scene.outcome(chargeDrop, point)?.verdict;
    return verdict === 'pass' || verdict === 'marginal';
  });

export const chargeDrop = stepRecord(chargeDropReading, {
  stage: 'charging',
  title: 'Volts lost in the charging cables',
  minutes: 4,
  hands: 1,
  fedBy: ['dc-volts', 'dc-amps'],
  points: chargeSidePoints,
  judge: (reading, { facts }) => {
    const { side, alternator } = chargeSide(reading.point);
    return judgeChargeDrop(reading, latest(facts, chargeDropReading, chargePoint(otherSide(side), alternator)), {
      limits: facts.limits,
      systemVolts: facts.unit.systemVolts,
      ratedAmps: ratedAt(facts.unit, alternator),
    });
  },
  words: ({ volts, amps }) => `${voltsText(volts)} at ${ampsText(amps)}`,
  leads: (unit, point) => {
    const { probe, plus, minus, alternator: first } = probesOf(unit);
    const { side, alternator } = chargeSide(point);
    const id = alternator ?? first;
    const more: Partial<Leads> = {
      clamp: { at: chargeCableOf(unit, id), words: `the charge cable of ${id}, arrow to the bank` },
      pile: {
        at: 'bank',
        words: `across the bank, as demand${unit.systemVolts === 24 ? '; a pile rated for 24 V, never a 12 V one' : ''}`,
      },
    };
    return side === 'positive' ? between(probe(`${id}.B+`), plus, more) : between(minus, probe(`${id}.ground`), more);
  },
  owes: ({ facts }) => (facts.isQuick ? [] : chargeSidePoints(facts.unit)),
  blocked: blockedByUnsafeBattery,
  tellsOfRunning: ({ by }) => by !== 'pile-at-alternator',
});
