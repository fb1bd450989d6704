import * as z from 'zod';
import { CRANK_SECONDS } from '../../judging/crankSeconds';
import { between, probesOf } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { stepRecord } from '../../judging/stepRecord';
import { againstMax, failed, inconclusive, NO_LIMIT, passed, trouble, type Outcome } from '../../judging/verdict';
import type { LimitBook } from '../../method/book';
import { isOver, isWithin } from '../../quantity/compare';
import { ampsText, voltsText } from '../../quantity/display';
import { saneAmps, saneVolts } from '../../quantity/sanity';
import { seriesLinks } from '../../unit/bank';
import { positions } from '../../unit/points';
import type { Unit } from '../../unit/unit';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { PILE_RANGE_AMPS, PILE_REFERENCE_AMPS } from './starterDrop';
import { bridgesSource, lossOf } from './voltsLost';

/** Post to post across the link between two batteries, while cranking or under the pile. */
const linkReading = readingOf('start.link', {
  volts: saneVolts,
  during: z.enum(['crank', 'pile']),
  amps: saneAmps.optional(),
});
type LinkReading = z.infer<typeof linkReading>;

/** Every pair of positions, in the order of the alphabet. */
const pairs = (unit: Unit): string[] => {
  const at = positions(unit);
  return at.flatMap((first, index) => at.slice(index + 1).map((second) => `${first}-${second}`));
};

const judgeLink = (
  reading: LinkReading,
  { limits, systemVolts }: { readonly limits: LimitBook; readonly systemVolts: number },
): Outcome => {
  const bridge = bridgesSource(reading.volts, systemVolts);
  if (bridge !== null) return bridge;
  const read = lossOf(reading.volts);
  const byPile = reading.during === 'pile';
  const amps = Math.abs(reading.amps ?? 0);
  if (byPile && !isWithin(amps, PILE_RANGE_AMPS.min, PILE_RANGE_AMPS.max))
    return inconclusive(
      NO_LIMIT,
      reading.amps === undefined
        ? 'Without the amperes of the pile the volts mean nothing.'
        : `${ampsText(amps)} is too far from ${ampsText(PILE_REFERENCE_AMPS)} to scale from.`,
      `Draw ${PILE_RANGE_AMPS.min} to ${PILE_RANGE_AMPS.max} A with the pile and read volts and amperes together.`,
    );
  const volts = byPile ? (read.volts * PILE_REFERENCE_AMPS) / amps : read.volts;
  const limit = limits.get('linkVolts');
  const against = againstMax(limit, volts);
  const scaled =
    byPile && amps !== PILE_REFERENCE_AMPS
      ? ` Read ${voltsText(read.volts)} at ${ampsText(amps)}, brought to ${ampsText(PILE_REFERENCE_AMPS)}.`
      : '';
  const said = `The link ${reading.point} loses ${voltsText(volts)}`;
  if (!isOver(volts, limit.value))
    return passed(against, `${said}, within ${voltsText(limit.value)}.${scaled}${read.signNote}`);
  const because = `${said}, over ${voltsText(limit.value)}.${scaled}${read.signNote}`;
  return failed(against, because, [trouble('cable.link', reading.point, because)]);
};

export const link = stepRecord(linkReading, {
  stage: 'starting',
  title: 'Volts lost in a link',
  minutes: 3,
  hands: 1,
  points: pairs,
  judge: (reading, { facts }) => judgeLink(reading, { limits: facts.limits, systemVolts: facts.unit.systemVolts }),
  restsOnItself: true,
  words: ({ volts, during, amps }) =>
    `${voltsText(volts)}${amps === undefined ? '' : ` at ${ampsText(amps)}`}, by ${during}`,
  leads: (unit, point) => {
    const { probe } = probesOf(unit);
    const [first = 'A', second = 'B'] = point.split('-');
    return seriesLinks(unit.bank).includes(point)
      ? between(probe(`${first}-`), probe(`${second}+`))
      : between(probe(`${first}+`), probe(`${second}+`));
  },
  owes: ({ facts }) => (facts.isQuick ? [] : seriesLinks(facts.unit.bank)),
  blocked: blockedByUnsafeBattery,
  crankSeconds: ({ during }) => (during === 'pile' ? 0 : CRANK_SECONDS),
});
