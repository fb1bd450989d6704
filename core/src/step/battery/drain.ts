import type * as z from 'zod';
import { latest, type VisitFacts } from '../../judging/facts';
import { NO_LEADS } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { fixed, stepRecord } from '../../judging/stepRecord';
import { againstMax, failed, inconclusive, NO_LIMIT, passed, trouble, type Outcome } from '../../judging/verdict';
import { isOver, isUnder } from '../../quantity/compare';
import { ampsText, figure } from '../../quantity/display';
import { saneAmps, saneMinutes } from '../../quantity/sanity';
import { strings } from '../../unit/bank';
import type { Unit } from '../../unit/unit';

/** Amperes out of the bank with the key off, and how long it has been off. */
const drainReading = readingOf('battery.drain', { amps: saneAmps, minutesParked: saneMinutes });
export type DrainReading = z.infer<typeof drainReading>;

/** The same before and after one circuit is pulled. */
const drainCircuitReading = readingOf('battery.drainCircuit', { ampsBefore: saneAmps, ampsAfter: saneAmps });
export type DrainCircuitReading = z.infer<typeof drainCircuitReading>;

/** How the point of one circuit begins. */
export const CIRCUIT_PREFIX = 'circuit:';
export const circuitName = (point: string): string => point.slice(CIRCUIT_PREFIX.length);
/** What a circuit takes, A. */
export const circuitTakes = ({ ampsBefore, ampsAfter }: DrainCircuitReading): number => ampsBefore - ampsAfter;

/** Ampere-hours of the bank: what each string has, added up; null when one is not known. */
const bankAh = (unit: Unit): number | null =>
  strings(unit.bank).reduce<number | null>((sum, members) => {
    const least = members.reduce<number | null>(
      (low, { capacityAh }) => (capacityAh === undefined ? low : low === null ? capacityAh : Math.min(low, capacityAh)),
      null,
    );
    return sum === null || least === null ? null : sum + least;
  }, 0);

/** Days until half the charge is gone, or null when the capacity is not known. Arithmetic. */
export const daysToHalfCharge = (unit: Unit, amps: number): number | null => {
  const ampereHours = bankAh(unit);
  return ampereHours === null || amps <= 0 ? null : (0.5 * ampereHours) / amps / 24;
};

/** The parked drain as last read, or null. */
export const latestDrain = (facts: VisitFacts): DrainReading | null => latest(facts, drainReading, 'bank');

/** Every circuit that was pulled, as last read, in the order first pulled. */
export const pulledCircuits = (facts: VisitFacts): readonly DrainCircuitReading[] =>
  [...facts.current.values()].flatMap(({ step, point }) =>
    step === drainCircuit.step ? (latest(facts, drainCircuitReading, point) ?? []) : [],
  );

/** The pulled circuit that takes more than half of what is too much, or null. */
export const guiltyCircuit = (facts: VisitFacts, excessAmps: number): DrainCircuitReading | null => {
  const most = pulledCircuits(facts).reduce<DrainCircuitReading | null>(
    (worst, own) => (worst === null || circuitTakes(own) > circuitTakes(worst) ? own : worst),
    null,
  );
  return most !== null && isOver(circuitTakes(most), excessAmps / 2) ? most : null;
};

const judge = (reading: DrainReading, facts: VisitFacts): Outcome => {
  const amps = Math.abs(reading.amps);
  const limit = facts.limits.get('drainAmps');
  const against = againstMax(limit, amps);
  const read = `${ampsText(amps)} parked for ${figure(reading.minutesParked, 0)} min`;
  if (!isOver(amps, limit.value)) return passed(against, `${read} is within ${ampsText(limit.value)}.`);
  const wait = facts.limits.get('drainWaitMinutes').value;
  if (isUnder(reading.minutesParked, wait))
    return inconclusive(
      against,
      `${read} is over ${ampsText(limit.value)}, but modules may not be asleep yet.`,
      `Wait until ${figure(wait, 0)} min have passed since key off, doors shut, and read again.`,
    );
  const days = daysToHalfCharge(facts.unit, amps);
  const flat = days === null ? '' : ` It takes half the charge in ${figure(days, days < 10 ? 1 : 0)} days.`;
  const guilty = guiltyCircuit(facts, amps - limit.value);
  const which =
    guilty === null
      ? ' Pull the circuits one after the other, and read before and after each.'
      : ` ${circuitName(guilty.point)} takes ${ampsText(circuitTakes(guilty))} of it.`;
  const because = `${read} is over ${ampsText(limit.value)}: something stays awake.${flat}${which}`;
  return {
    ...failed(against, because, [trouble('drain.parked', guilty?.point ?? 'bank', because)]),
    alsoUsed: guilty === null ? undefined : [guilty.id],
  };
};

export const drain = stepRecord(drainReading, {
  stage: 'batteries',
  title: 'Parked drain',
  minutes: 5,
  hands: 1,
  points: fixed('bank'),
  judge: (reading, { facts }) => judge(reading, facts),
  words: ({ amps, minutesParked }) => `${ampsText(amps)} after ${figure(minutesParked, 0)} min parked`,
  value: ({ amps }) => ({ value: amps, unit: 'A' }),
  leads: () => ({ ...NO_LEADS, clamp: { at: 'bank', words: 'all leads of one bank post together, key off' } }),
});

export const drainCircuit = stepRecord(drainCircuitReading, {
  stage: 'batteries',
  title: 'Drain of one circuit',
  minutes: 2,
  hands: 1,
  points: fixed(),
  takes: {
    what: 'circuit:NAME',
    at: (_unit, point) => point.startsWith(CIRCUIT_PREFIX) && circuitName(point).trim() !== '',
  },
  judge: (reading, { facts }): Outcome => {
    const whole = latest(facts, drainReading, 'bank');
    const took = circuitTakes(reading);
    const said = `${circuitName(reading.point)} pulled: from ${ampsText(reading.ampsBefore)} to ${ampsText(reading.ampsAfter)}`;
    if (took < 0) return inconclusive(NO_LIMIT, `${said}: it rose.`, 'Wait until it stands, then pull and read again.');
    if (whole === null)
      return inconclusive(
        NO_LIMIT,
        `${said}; the whole drain was not read.`,
        'Read the parked drain of the bank first.',
      );
    const limit = facts.limits.get('drainAmps');
    const excess = Math.abs(whole.amps) - limit.value;
    const alsoUsed = [whole.id];
    if (excess > 0 && guiltyCircuit(facts, excess)?.point === reading.point) {
      const because = `${said}: it takes ${ampsText(took)} of ${ampsText(Math.abs(whole.amps))}, most of what is too much.`;
      return { ...failed(NO_LIMIT, because, [trouble('drain.parked', reading.point, because)]), alsoUsed };
    }
    return { ...passed(NO_LIMIT, `${said}: ${ampsText(took)} is not what empties the bank.`), alsoUsed };
  },
  words: ({ ampsBefore, ampsAfter }) => `${ampsText(ampsBefore)} before, ${ampsText(ampsAfter)} after`,
  value: (reading) => ({ value: circuitTakes(reading), unit: 'A' }),
  leads: () => ({ ...NO_LEADS, clamp: { at: 'bank', words: 'as it was for the whole drain' } }),
});
