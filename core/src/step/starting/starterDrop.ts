import * as z from 'zod';
import type { LimitBook } from '../../method/book';
import { isUnder, isWithin } from '../../quantity/compare';
import { ampsText, figure, voltsText } from '../../quantity/display';
import { saneAmps, saneVolts } from '../../quantity/sanity';
import { readingOf } from '../../judging/readingBase';
import { againstMax, failed, inconclusive, NO_LIMIT, passed, trouble, type Outcome } from '../../judging/verdict';
import { judgeBySum, otherSide, SIDES, type Side, type SideLoss } from './pairedSides';
import { bridgesSource, lossOf } from './voltsLost';
import { latest } from '../../judging/facts';
import { between, probesOf } from '../../judging/leads';
import { fixed, stepRecord } from '../../judging/stepRecord';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { CRANK_SECONDS } from '../../judging/crankSeconds';

/** Volts lost on one side of the starter cables, under the pile's known current or while cranking. */
export const starterDropReading = readingOf('start.drop', {
  volts: saneVolts,
  by: z.enum(['pile', 'crank']),
  amps: saneAmps.optional(),
});
type StarterDropReading = z.infer<typeof starterDropReading>;

/** The sum limit is stated at this current; readings between the borders are scaled to it. */
export const PILE_REFERENCE_AMPS = 500;
export const PILE_RANGE_AMPS = { min: 250, max: 600 } as const;
/** Under this the loss is brought from so far that a sum near the limit stays in doubt. */
const SURE_AMPS = 400;

const CODES = { positive: 'cable.starter-positive', negative: 'cable.starter-negative' } as const;

/** The loss of a pile reading at 500 A, or null when it cannot be scaled there or is no loss. */
const lossAtReference = (reading: StarterDropReading, systemVolts: number): SideLoss | null => {
  const { amps, by, point, id, volts } = reading;
  if (by !== 'pile' || amps === undefined || bridgesSource(volts, systemVolts) !== null) return null;
  if (!isWithin(amps, PILE_RANGE_AMPS.min, PILE_RANGE_AMPS.max)) return null;
  return {
    side: point as Side,
    readingId: id,
    volts: (lossOf(volts).volts * PILE_REFERENCE_AMPS) / amps,
    isFarOff: isUnder(amps, SURE_AMPS),
  };
};

const judgeByCrank = (reading: StarterDropReading, limits: LimitBook): Outcome => {
  const side = reading.point as Side;
  const { volts, signNote } = lossOf(reading.volts);
  const limit = limits.get('starterDropSideVolts');
  const against = againstMax(limit, volts);
  const amps = Math.abs(reading.amps ?? 0);
  const resistance = amps > 0 ? `, ${figure((volts / amps) * 1000, 2)} mΩ at ${ampsText(amps)}` : '';
  const read = `${voltsText(volts)} lost on the ${side} side while cranking${resistance}`;
  if (isUnder(volts, limit.value)) return passed(against, `${read} is under ${voltsText(limit.value)}.${signNote}`);
  const because = `${read} is not under ${voltsText(limit.value)}.${signNote}`;
  return failed(against, because, [trouble(CODES[side], side, because)]);
};

/**
 * @param other the reading of the other side, when there is one
 * @param systemVolts 12 or 24
 */
const judgeStarterDrop = (
  reading: StarterDropReading,
  other: StarterDropReading | null,
  { limits, systemVolts }: { readonly limits: LimitBook; readonly systemVolts: number },
): Outcome => {
  const bridge = bridgesSource(reading.volts, systemVolts);
  if (bridge !== null) return bridge;
  if (reading.by === 'crank') return judgeByCrank(reading, limits);
  const own = lossAtReference(reading, systemVolts);
  if (own === null) {
    const because =
      reading.amps === undefined
        ? 'Without the amperes of the pile the volts mean nothing.'
        : `${ampsText(reading.amps)} is too far from ${ampsText(PILE_REFERENCE_AMPS)} to scale from.`;
    return inconclusive(
      NO_LIMIT,
      because,
      `Draw ${PILE_RANGE_AMPS.min} to ${PILE_RANGE_AMPS.max} A with the pile, best ${PILE_REFERENCE_AMPS} A, and read volts and amperes together.`,
    );
  }
  const { signNote } = lossOf(reading.volts);
  const scaled =
    reading.amps === PILE_REFERENCE_AMPS
      ? ''
      : ` Read ${voltsText(reading.volts)} at ${ampsText(reading.amps ?? 0)}, brought to ${ampsText(PILE_REFERENCE_AMPS)}.`;
  const otherLoss = other === null ? null : lossAtReference(other, systemVolts);
  return judgeBySum(own, otherLoss, {
    limit: limits.get('starterDropSumVolts'),
    codeOf: CODES,
    note: `${scaled}${signNote}`,
    otherWay:
      other !== null && otherLoss === null
        ? {
            point: other.point,
            redo: `Read the ${other.point} side with the pile as well: the two ways cannot be added up.`,
          }
        : undefined,
  });
};

/** The way a method asks for the losses. */
const ASKED = { 'sum-by-pile': ', with the pile at 500 A', 'each-by-crank': ', while cranking' } as const;

export const starterDrop = stepRecord(starterDropReading, {
  stage: 'starting',
  title: 'Volts lost in the starter cables',
  minutes: 4,
  hands: 1,
  fedBy: ['dc-volts', 'dc-amps'],
  points: fixed(...SIDES),
  judge: (reading, { facts }) =>
    judgeStarterDrop(reading, latest(facts, starterDropReading, otherSide(reading.point)), {
      limits: facts.limits,
      systemVolts: facts.unit.systemVolts,
    }),
  words: ({ volts, amps, by }) => `${voltsText(volts)}${amps === undefined ? '' : ` at ${ampsText(amps)}`}, by ${by}`,
  leads: (unit, point, way) => {
    const { probe, plus, minus, ground } = probesOf(unit);
    const pile =
      way === 'crank'
        ? {}
        : {
            clamp: { at: 'starter.positive' as const, words: 'the load lead, arrow to the pile' },
            pile: {
              at: 'starter' as const,
              words: `across the starter: B+ to its ground${unit.systemVolts === 24 ? '; a pile rated for 24 V, never a 12 V one' : ''}`,
            },
          };
    return point === 'positive' ? between(plus, probe('starter.B+'), pile) : between(ground, minus, pile);
  },
  owes: ({ facts }) => (facts.isQuick ? [] : SIDES),
  blocked: blockedByUnsafeBattery,
  asks: ({ facts }) => ASKED[facts.limits.starterDropRule],
  crankSeconds: ({ by }) => (by === 'crank' ? CRANK_SECONDS : 0),
});
