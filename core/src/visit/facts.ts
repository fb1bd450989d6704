import type { OpenCircuitReading } from '../battery/openCircuitReading';
import type { Repair } from '../file/repair';
import type { VisitFile } from '../file/visitFile';
import { limitBook, type LimitBook } from '../method/book';
import type { Battery, Unit } from '../unit/unit';
import { stepKey } from './catalogue';
import type { Reading, ReadingAt, ReadStep } from './reading';
import { unitBefore } from './unitAsOf';

/** A reading in its place in time. */
export interface TimedReading {
  readonly reading: Reading;
  /** `step@point`. */
  readonly key: string;
  readonly time: number;
}

/** Readings of one visit arranged for judging: what counts now, and what was superseded. */
export interface VisitFacts {
  readonly unit: Unit;
  readonly ambientC: number | null;
  readonly limits: LimitBook;
  readonly repairs: readonly Repair[];
  readonly batteries: ReadonlyMap<string, Battery>;
  /** Readings that belong to the machine as it stands, oldest first, retakes included. */
  readonly valid: readonly TimedReading[];
  /** The reading that counts for each step and point. */
  readonly current: ReadonlyMap<string, Reading>;
  /** Readings that no longer count, oldest first, with the moment they stopped counting. */
  readonly superseded: readonly (TimedReading & { readonly until: Moment })[];
  /** The unit with the batteries that sat in it just before a moment, milliseconds since 1970. */
  readonly unitBefore: (ms: number) => Unit;
}

/** A moment in the order of a visit: its time, and how many readings came before it. */
export interface Moment {
  readonly time: number;
  readonly readingsBefore: number;
}

/** What a visit consists of, for judging; a visit file has it all. */
export type Judgeable = Pick<
  VisitFile,
  'unit' | 'method' | 'visit' | 'readings' | 'repairs' | 'events' | 'unitAtOpening'
>;

export const inOrder = (readings: readonly Reading[]): TimedReading[] => {
  const timed = readings.map((reading) => ({
    reading,
    key: stepKey(reading.step, reading.point),
    time: Date.parse(reading.at),
  }));
  return timed.sort((a, b) => a.time - b.time);
};

/** Readings that belong to the battery at a position rather than to the place it sits in. */
const isOfBattery = ({ step, point }: Reading, position: string): boolean =>
  point === position &&
  (step.startsWith('battery.') || step === 'look.case' || step === 'charge.volts' || step === 'charge.recharge');

const replaces = (repair: Repair, reading: Reading, positions: Iterable<string>): boolean => {
  if (repair.kind !== 'replace') return false;
  for (const position of positions) {
    if ((repair.point === position || repair.point === 'bank') && isOfBattery(reading, position)) return true;
  }
  return repair.point === 'bank' && reading.step === 'battery.starterLoad';
};

/** True when the battery at a position was charged in this visit before the moment, and not replaced since. */
export const chargedBefore = (facts: VisitFacts, position: string, time: number): boolean => {
  let charged = false;
  for (const repair of facts.repairs) {
    if (Date.parse(repair.at) > time) break;
    if (repair.point !== position && repair.point !== 'bank') continue;
    if (repair.kind === 'recharge') charged = true;
    if (repair.kind === 'replace') charged = false;
  }
  return charged;
};

/** What of a visit is the same at every moment of it. */
type Frame = Pick<VisitFacts, 'unit' | 'ambientC' | 'limits' | 'repairs' | 'batteries' | 'unitBefore'>;

const batteriesOf = ({ bank }: Unit): ReadonlyMap<string, Battery> =>
  new Map(bank.batteries.map((battery) => [battery.position, battery]));

const frameOf = (file: Judgeable): Frame => ({
  unit: file.unit,
  ambientC: file.visit.ambientC ?? null,
  limits: limitBook(
    file.method.profile,
    file.unit.systemVolts,
    file.unit.makerLimits,
    file.method.limits,
    file.method.kept,
  ),
  repairs: [...(file.repairs ?? [])].sort((a, b) => Date.parse(a.at) - Date.parse(b.at)),
  batteries: batteriesOf(file.unit),
  unitBefore: (ms) => unitBefore(file, ms),
});

/** The repair that gave a reading's battery away, or null. */
const replacementOf = ({ repairs, batteries }: Frame, { reading, time }: TimedReading): Repair | null =>
  repairs.find((repair) => Date.parse(repair.at) > time && replaces(repair, reading, batteries.keys())) ?? null;

const validOf = (frame: Frame, seen: readonly TimedReading[]): readonly TimedReading[] =>
  frame.repairs.length === 0 ? seen : seen.filter((timed) => replacementOf(frame, timed) === null);

const currentOf = (valid: readonly TimedReading[]): Map<string, Reading> => {
  const current = new Map<string, Reading>();
  for (const { key, reading } of valid) current.set(key, reading);
  return current;
};

/** Readings that were retaken, or whose battery was replaced, with the earlier of the two moments. */
const supersededOf = (
  frame: Frame,
  seen: readonly TimedReading[],
  current: ReadonlyMap<string, Reading>,
): VisitFacts['superseded'] => {
  const retakes = new Map<string, Moment>();
  const superseded: (TimedReading & { until: Moment })[] = [];
  for (let index = seen.length - 1; index >= 0; index--) {
    const timed = seen[index]!;
    if (current.get(timed.key) !== timed.reading) {
      let until = retakes.get(timed.key);
      const replacement = replacementOf(frame, timed);
      const replaced = replacement === null ? Infinity : Date.parse(replacement.at);
      if (until === undefined || replaced < until.time) {
        until = { time: replaced, readingsBefore: seen.filter(({ time }) => time < replaced).length };
      }
      superseded.push({ reading: timed.reading, key: timed.key, time: timed.time, until });
    }
    retakes.set(timed.key, { time: timed.time, readingsBefore: index });
  }
  return superseded.reverse();
};

/** Arranges a visit for judging. */
export const visitFacts = (file: Judgeable, ordered: readonly TimedReading[] = inOrder(file.readings)): VisitFacts => {
  const frame = frameOf(file);
  const valid = validOf(frame, ordered);
  const current = currentOf(valid);
  return {
    ...frame,
    valid,
    current,
    superseded: current.size === ordered.length ? [] : supersededOf(frame, ordered, current),
  };
};

/** The same visit as it stood at an earlier moment; what was superseded by then is left out. */
export const factsAsOf = (
  facts: VisitFacts,
  ordered: readonly TimedReading[],
  { time, readingsBefore }: Moment,
): VisitFacts => {
  const unit = facts.unitBefore(time);
  const frame = {
    ...facts,
    unit,
    batteries: unit === facts.unit ? facts.batteries : batteriesOf(unit),
    repairs: facts.repairs.filter((repair) => Date.parse(repair.at) < time),
  };
  const valid = validOf(frame, ordered.slice(0, readingsBefore));
  return { ...frame, valid, current: currentOf(valid), superseded: [] };
};

/**
 * The visit at one moment after another, each no earlier than the one before: what counts is carried along instead of
 * being gathered anew, so that hundreds of retakes cost no more than they are. What a moment gave is used before the next
 * is asked for.
 */
export const factsOverTime = (
  facts: VisitFacts,
  ordered: readonly TimedReading[],
): ((moment: Moment) => VisitFacts) => {
  const batteriesChange = facts.repairs.some(({ kind }) => kind === 'replace');
  if (batteriesChange) return (moment) => factsAsOf(facts, ordered, moment);
  const current = new Map<string, Reading>();
  const valid: TimedReading[] = [];
  return ({ time, readingsBefore }) => {
    while (valid.length < readingsBefore) {
      const timed = ordered[valid.length]!;
      valid.push(timed);
      current.set(timed.key, timed.reading);
    }
    const repairs = facts.repairs.filter((repair) => Date.parse(repair.at) < time);
    return { ...facts, repairs, valid, current, superseded: [] };
  };
};

/** The reading that counts at a step and point, or null. */
export const currentAt = <Step extends ReadStep>(
  facts: VisitFacts,
  step: Step,
  point: string,
): ReadingAt<Step> | null => (facts.current.get(stepKey(step, point)) as ReadingAt<Step> | undefined) ?? null;

/**
 * The resting volts a load reading is held against: the last before it in the order of the visit, else the latest.
 * @param load the reading under load; null asks for the latest
 */
export const restBefore = (facts: VisitFacts, position: string, load: Reading | null): OpenCircuitReading | null => {
  let latest: OpenCircuitReading | null = null;
  for (const { reading } of facts.valid) {
    if (reading === load && latest !== null) return latest;
    if (reading.step === 'battery.openCircuit' && reading.point === position) latest = reading;
  }
  return latest;
};

/** Temperature of a battery that a reading of it states, or undefined. */
const statedC = (reading: Reading): number | undefined => {
  switch (reading.step) {
    case 'battery.openCircuit':
    case 'battery.load':
      return reading.batteryC;
    case 'battery.hydrometer':
      return reading.electrolyteC;
    default:
      return undefined;
  }
};

/**
 * Battery temperature for a reading of one battery, and what it was taken from: the reading's own, else the last one
 * known of the same battery, whatever it was read with, else the air of the visit.
 * @param reading the reading it is for; null asks for what is known now
 */
export const batteryTemperature = (
  facts: VisitFacts,
  position: string,
  reading: Reading | null,
): { readonly celsius: number | null; readonly from: 'battery' | 'air' } => {
  let known = reading === null ? undefined : statedC(reading);
  if (known === undefined) {
    for (const other of facts.valid) {
      if (other.reading === reading && known !== undefined) break;
      if (other.reading.point === position) known = statedC(other.reading) ?? known;
    }
  }
  return known === undefined ? { celsius: facts.ambientC, from: 'air' } : { celsius: known, from: 'battery' };
};

/** Temperature for the bank as one: the coldest battery known, else the air, else null. */
export const bankTemperatureC = (facts: VisitFacts, ownC?: number): number | null => {
  if (ownC !== undefined) return ownC;
  let coldest: number | null = null;
  for (const reading of facts.current.values()) {
    const stated = reading.step === 'battery.starterLoad' ? reading.batteryC : statedC(reading);
    if (stated !== undefined) coldest = coldest === null ? stated : Math.min(coldest, stated);
  }
  return coldest ?? facts.ambientC;
};
