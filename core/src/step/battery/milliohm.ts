import * as z from 'zod';
import type { AppliedLimit, LimitBook } from '../../method/book';
import { batteryOf } from '../../judging/facts';
import { acrossBattery } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { stepRecord } from '../../judging/stepRecord';
import { againstMax, inconclusive, marginal, NO_LIMIT, passed, trouble } from '../../judging/verdict';
import { isOver } from '../../quantity/compare';
import { figure } from '../../quantity/display';
import { saneCelsius } from '../../quantity/sanity';
import { toldApart } from '../../quantity/toldApart';
import { batteryCca, batteryFactor } from '../../unit/bank';
import { positions } from '../../unit/points';
import type { Battery } from '../../unit/unit';

const saneMilliohms = z.number({ error: 'expected a number from 0 to 1000 mΩ' }).nonnegative().max(1000);

/** A milliohm meter at the posts: supporting only, it never condemns. */
const milliohmReading = readingOf('battery.milliohm', {
  milliohms: saneMilliohms,
  firstMilliohms: saneMilliohms
    .positive({ error: 'expected more than 0 mΩ' })
    .optional()
    .describe('What the same battery had when it was first read, in an earlier visit'),
  batteryC: saneCelsius.optional(),
});

/** The rating the figure for a new battery is stated at. */
const STATED_AT_CCA = 920;
const milliohmText = (milliohms: number): string => `${figure(milliohms, 2)} mΩ`;
/** Without a first reading of its own a battery is held against so many times the figure of a new one. */
const TIMES_NEW = 2;

/**
 * What a battery may have at most, and why so much: so many times what it had when it was first read, or twice what a new one
 * of its rating has. Null where neither is known. Rule of thumb.
 */
const mostMilliohms = (
  battery: Battery,
  limits: LimitBook,
  firstMilliohms: number | undefined,
): { readonly limit: AppliedLimit; readonly words: string } | null => {
  if (firstMilliohms !== undefined) {
    const ratio = limits.get('milliohmRatio');
    return {
      limit: { ...ratio, value: ratio.value * firstMilliohms },
      words: `${String(ratio.value)} times the ${milliohmText(firstMilliohms)} it had when it was first read`,
    };
  }
  const rating = batteryCca(battery);
  if (rating === null) return null;
  const fresh = limits.get('milliohmNew');
  return {
    limit: { ...fresh, value: (TIMES_NEW * fresh.value * batteryFactor(battery) * STATED_AT_CCA) / rating.amps },
    words: `twice what a new battery of ${figure(rating.amps, 0)} A has`,
  };
};

export const milliohm = stepRecord(milliohmReading, {
  stage: 'batteries',
  title: 'Milliohms',
  minutes: 2,
  hands: 1,
  points: positions,
  judge: ({ point, milliohms, firstMilliohms }, { facts }) => {
    const most = mostMilliohms(batteryOf(facts, point), facts.limits, firstMilliohms);
    if (most === null)
      return inconclusive(
        NO_LIMIT,
        'The rating is not known, so neither is what a new battery of it has.',
        "Enter the rating from the battery's label.",
      );
    const { limit } = most;
    const [read, border] = toldApart(milliohms, limit.value, milliohmText);
    const allowed = `${border}, ${most.words}`;
    if (!isOver(milliohms, limit.value))
      return passed(againstMax(limit, milliohms, 'mΩ'), `${read} is within ${allowed}.`);
    const because = `${read} is over ${allowed}: load test it.`;
    return marginal(againstMax(limit, milliohms, 'mΩ'), because, [trouble('battery.watch', point, because)]);
  },
  restsOnItself: true,
  words: ({ milliohms, firstMilliohms }) =>
    `${milliohmText(milliohms)}${firstMilliohms === undefined ? '' : `, first ${milliohmText(firstMilliohms)}`}`,
  value: () => null,
  leads: acrossBattery,
});
