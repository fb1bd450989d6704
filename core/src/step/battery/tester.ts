import * as z from 'zod';
import { batteryOf, readingsOf, type VisitFacts } from '../../judging/facts';
import { acrossBattery } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { stepRecord } from '../../judging/stepRecord';
import { failed, inconclusive, marginal, NO_LIMIT, passed, trouble, type Outcome } from '../../judging/verdict';
import { figure, voltsText } from '../../quantity/display';
import { ratingStandardSchema } from '../../quantity/rating';
import { saneVolts } from '../../quantity/sanity';
import { positions } from '../../unit/points';

export const TESTER_RESULTS = ['good', 'good-recharge', 'charge-retest', 'replace', 'bad-cell'] as const;
export const TESTER_CLAMPS = ['posts', 'clamps', 'remote'] as const;

/** What a tester that answers in words said of a battery, what it showed, and where its clamps sat. */
const testerReading = readingOf('battery.tester', {
  result: z.enum(TESTER_RESULTS),
  clamps: z.enum(TESTER_CLAMPS),
  measured: z.number().nonnegative().max(5000).optional().describe('Cranking amperes it shows'),
  standard: ratingStandardSchema.optional(),
  healthPercent: z.number().min(0).max(150).optional(),
  volts: saneVolts.optional(),
});
export type TesterReading = z.infer<typeof testerReading>;

const WORDS: Readonly<Record<TesterReading['result'], string>> = {
  good: 'good',
  'good-recharge': 'good, recharge',
  'charge-retest': 'charge and test again',
  replace: 'replace',
  'bad-cell': 'bad cell',
};

const condemns = ({ result, clamps }: TesterReading): boolean =>
  clamps === 'posts' && (result === 'replace' || result === 'bad-cell');

/** True when the tester, clamped to the posts, had condemned the same battery before this reading. */
const condemnedBefore = (facts: VisitFacts, reading: TesterReading): boolean => {
  const own = readingsOf(facts, testerReading).filter(({ point }) => point === reading.point);
  return own
    .slice(
      0,
      own.findIndex(({ id }) => id === reading.id),
    )
    .some(condemns);
};

const judgeCondemned = (reading: TesterReading, facts: VisitFacts): Outcome => {
  const at = batteryOf(facts, reading.point).position;
  const said = `The tester says "${WORDS[reading.result]}"`;
  if (reading.clamps !== 'posts')
    return inconclusive(
      NO_LIMIT,
      `${said}, but its clamps sat on ${reading.clamps === 'clamps' ? "the battery's clamps" : 'a remote post'}.`,
      'Move its clamps to the posts themselves and test again.',
    );
  if (!condemnedBefore(facts, reading)) {
    const because = `${said} for the first time: set its clamps afresh on the posts and repeat.`;
    return marginal(NO_LIMIT, because, [trouble('battery.watch', at, because)]);
  }
  const because = `${said} again, with its clamps set afresh.`;
  if (facts.limits.profile === 'conductance')
    return failed(NO_LIMIT, because, [
      trouble(reading.result === 'bad-cell' ? 'battery.dead-cell' : 'battery.weak', at, because),
    ]);
  const ask = `${because} A tester's word alone does not condemn: load test it.`;
  return marginal(NO_LIMIT, ask, [trouble('battery.watch', at, ask)]);
};

const judge = (reading: TesterReading, facts: VisitFacts): Outcome => {
  const at = reading.point;
  const said = `The tester says "${WORDS[reading.result]}"`;
  switch (reading.result) {
    case 'good':
      return passed(NO_LIMIT, `${said}.`);
    case 'good-recharge':
      return marginal(NO_LIMIT, `${said}.`, [
        trouble('battery.low-charge', at, `${said}: charge, rest, read its volts again.`),
      ]);
    case 'charge-retest':
      return marginal(NO_LIMIT, `${said}.`, [
        trouble('battery.low-charge', at, `${said}: charge, rest, read its volts again.`),
        trouble('battery.watch', at, `${said}: it is near its end, change it before winter.`),
      ]);
    case 'replace':
    case 'bad-cell':
      return judgeCondemned(reading, facts);
  }
};

export const tester = stepRecord(testerReading, {
  stage: 'batteries',
  title: "A tester's own word",
  minutes: 2,
  hands: 1,
  points: positions,
  judge: (reading, { facts }) => judge(reading, facts),
  words: ({ result, clamps, measured, standard, healthPercent, volts }) =>
    [
      `"${WORDS[result]}", on ${clamps === 'remote' ? 'a remote post' : `the ${clamps}`}`,
      ...(measured === undefined ? [] : [`${figure(measured, 0)} A${standard === undefined ? '' : ` ${standard}`}`]),
      ...(healthPercent === undefined ? [] : [`health ${figure(healthPercent, 0)} %`]),
      ...(volts === undefined ? [] : [voltsText(volts)]),
    ].join(', '),
  leads: acrossBattery,
});
