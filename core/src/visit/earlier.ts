import { factsOverTime, type TimedReading } from '../judging/facts';
import type { JudgedOutcome } from '../judging/scene';
import type { Reading } from '../step/catalogue';
import { Outcomes } from './outcomes';

/** By `step@point`: how each superseded reading came out just before it stopped counting, oldest first. */
export type EarlierOutcomes = ReadonlyMap<string, readonly JudgedOutcome[]>;

export const earlierOutcomes = (now: Outcomes, ordered: readonly TimedReading<Reading>[]): EarlierOutcomes => {
  const { superseded } = now.facts;
  const earlier = new Map<string, JudgedOutcome[]>();
  if (superseded.length === 0) return earlier;
  const at = factsOverTime(now.facts, ordered);
  const outcomes = new Map<Reading, JudgedOutcome>();
  for (const { reading, until } of [...superseded].sort((a, b) => a.until.readingsBefore - b.until.readingsBefore)) {
    const then = now.alone(reading) ?? new Outcomes(at(until)).at(reading.step, reading.point);
    if (then !== null) outcomes.set(reading, then);
  }
  for (const { reading, key } of superseded) {
    const outcome = outcomes.get(reading);
    if (outcome === undefined) continue;
    const own = earlier.get(key);
    if (own === undefined) earlier.set(key, [outcome]);
    else own.push(outcome);
  }
  return earlier;
};
