import * as z from 'zod';
import type { LimitBook } from '../../method/book';
import { isUnder } from '../../quantity/compare';
import { percentText } from '../../quantity/display';
import { toldApart } from '../../quantity/toldApart';
import { ratingStandardSchema, saeRating } from '../../quantity/rating';
import { batteryCca } from '../../unit/bank';
import { chemistrySchema, type Battery } from '../../unit/unit';
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
import { batteryOf } from '../../judging/facts';
import { acrossBattery } from '../../judging/leads';
import { stepRecord } from '../../judging/stepRecord';
import { PROFILES } from '../../method/profile';
import { ampsText } from '../../quantity/display';
import { positions } from '../../unit/points';

/** A hand-held conductance tester's answer, in the standard it was set to. */
const conductanceReading = readingOf('battery.conductance', {
  measured: z.number().nonnegative().max(5000).describe('Cranking amperes the tester shows'),
  standard: ratingStandardSchema,
  setTo: chemistrySchema.describe('Chemistry the tester was set to'),
});
type ConductanceReading = z.infer<typeof conductanceReading>;

interface ConductanceConditions {
  readonly battery: Battery;
  readonly limits: LimitBook;
}

/** Share of the rating, percent, both in one standard; null without a rating. */
const shareOfRating = (reading: ConductanceReading, battery: Battery): number | null => {
  const { rating } = battery;
  const sae = batteryCca(battery);
  if (rating === undefined || sae === null) return null;
  if (rating.standard === reading.standard) return (100 * reading.measured) / rating.value;
  return (100 * saeRating({ value: reading.measured, standard: reading.standard }).amps) / sae.amps;
};

/** Decides in the conductance method; in every other it is a supporting look that can only raise doubt. */
const judgeConductance = (reading: ConductanceReading, { battery, limits }: ConductanceConditions): Outcome => {
  const at = battery.position;
  if (reading.setTo !== battery.chemistry) {
    return inconclusive(
      NO_LIMIT,
      `The tester was set to ${reading.setTo}, the battery is ${battery.chemistry}.`,
      `Set the tester to ${battery.chemistry} and test again.`,
    );
  }
  const percent = shareOfRating(reading, battery);
  if (percent === null) {
    return inconclusive(
      NO_LIMIT,
      'The rating is not known, so the share of it is not either.',
      "Enter the rating from the battery's label.",
    );
  }
  const failLimit = limits.get('conductanceFailPercent');
  const passLimit = limits.get('conductancePassPercent');
  const against = againstMin(failLimit, percent);
  const share = `${percentText(percent)} of the rating`;
  if (isUnder(percent, failLimit.value)) {
    const because = `${share} is under ${percentText(failLimit.value)}.`;
    if (limits.profile === 'conductance') return failed(against, because, [trouble('battery.weak', at, because)]);
    const ask = `${because} Conductance alone does not condemn: load test it.`;
    return marginal(against, ask, [trouble('battery.watch', at, ask)]);
  }
  if (isUnder(percent, passLimit.value)) {
    const [own, most] = toldApart(percent, passLimit.value, percentText);
    const because = `${own} of the rating is under ${most}; repeat it with the clamps set afresh.`;
    return marginal(against, because, [trouble('battery.watch', at, because)]);
  }
  return passed(against, `${share} meets ${percentText(passLimit.value)}.`);
};

export const conductance = stepRecord(conductanceReading, {
  stage: 'batteries',
  title: 'Conductance',
  minutes: 2,
  hands: 1,
  points: positions,
  judge: (reading, { facts }) =>
    judgeConductance(reading, { battery: batteryOf(facts, reading.point), limits: facts.limits }),
  restsOnItself: true,
  words: ({ measured, standard, setTo }) => `${ampsText(measured)} ${standard}, set to ${setTo}`,
  value: ({ measured }) => ({ value: measured, unit: 'A' }),
  leads: acrossBattery,
  owes: ({ facts }) =>
    !facts.isQuick && PROFILES[facts.limits.profile].decidingTest === 'battery.conductance'
      ? positions(facts.unit)
      : [],
});
