import * as z from 'zod';
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

/** A milliohm meter at the posts: supporting only, it never condemns. */
const milliohmReading = readingOf('battery.milliohm', {
  milliohms: z.number({ error: 'expected a number from 0 to 1000 mΩ' }).nonnegative().max(1000),
  batteryC: saneCelsius.optional(),
});

/** The rating the figure for a new battery is stated at. */
const STATED_AT_CCA = 920;
const milliohmText = (milliohms: number): string => `${figure(milliohms, 2)} mΩ`;
/** Without a first reading of its own a battery is held against so many times the figure of a new one. */
const TIMES_NEW = 2;

export const milliohm = stepRecord(milliohmReading, {
  stage: 'batteries',
  title: 'Milliohms',
  minutes: 2,
  hands: 1,
  points: positions,
  judge: ({ point, milliohms }, { facts }) => {
    const battery = batteryOf(facts, point);
    const rating = batteryCca(battery);
    if (rating === null)
      return inconclusive(
        NO_LIMIT,
        'The rating is not known, so neither is what a new battery of it has.',
        "Enter the rating from the battery's label.",
      );
    const fresh = facts.limits.get('milliohmNew');
    const value = (TIMES_NEW * fresh.value * batteryFactor(battery) * STATED_AT_CCA) / rating.amps;
    const limit = { ...fresh, value };
    const [read, most] = toldApart(milliohms, value, milliohmText);
    const allowed = `${most}, twice what a new battery of ${figure(rating.amps, 0)} A has`;
    if (!isOver(milliohms, value)) return passed(againstMax(limit, milliohms), `${read} is within ${allowed}.`);
    const because = `${read} is over ${allowed}: load test it.`;
    return marginal(againstMax(limit, milliohms), because, [trouble('battery.watch', point, because)]);
  },
  restsOnItself: true,
  words: ({ milliohms }) => milliohmText(milliohms),
  value: () => null,
  leads: acrossBattery,
});
