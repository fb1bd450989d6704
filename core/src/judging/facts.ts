import { present } from '../quantity/present';
import type * as z from 'zod';
import { limitBook, type LimitBook } from '../method/book';
import type { KeptMethod } from '../method/kept';
import type { LimitOverrides } from '../method/overrides';
import type { ProfileName } from '../method/profile';
import type { Battery, Unit } from '../unit/unit';
import type { BaseReading, ReadingSchema } from './readingBase';
import { isChargeOf, isReplacementOf, type Repair } from './repair';
import { unitBefore } from './unitAsOf';
import type { VisitEvent } from './visitEvent';

/** A reading in its place in time. */
export interface TimedReading<Reading extends BaseReading = BaseReading> {
  readonly reading: Reading;
  /** `step@point`. */
  readonly key: string;
  readonly time: number;
}

/** Readings of one visit arranged for judging: what counts now, and what was superseded. */
export interface VisitFacts<Reading extends BaseReading = BaseReading> {
  readonly unit: Unit;
  readonly ambientC: number | null;
  /** A quick visit: it owes little, and never says ready. */
  readonly isQuick: boolean;
  readonly symptoms: readonly string[];
  readonly limits: LimitBook;
  readonly repairs: readonly Repair[];
  readonly batteries: ReadonlyMap<string, Battery>;
  /** Readings that belong to the machine as it stands, oldest first, retakes included. */
  readonly valid: readonly TimedReading<Reading>[];
  /** The reading that counts for each step and point. */
  readonly current: ReadonlyMap<string, Reading>;
  /** Readings that no longer count, oldest first, with the moment they stopped counting. */
  readonly superseded: readonly (TimedReading<Reading> & { readonly until: Moment })[];
  /** The unit with the batteries that sat in it just before a moment, milliseconds since 1970. */
  readonly unitBefore: (ms: number) => Unit;
}

/** A moment in the order of a visit: its time, and how many readings came before it. */
export interface Moment {
  readonly time: number;
  readonly readingsBefore: number;
}

/** What a visit consists of, for judging; a visit file has it all. */
export interface JudgeableVisit<Reading extends BaseReading = BaseReading> {
  readonly unit: Unit;
  readonly method: {
    readonly profile: ProfileName;
    readonly limits?: LimitOverrides | undefined;
    readonly kept?: KeptMethod | undefined;
  };
  readonly visit: {
    readonly at: string;
    readonly ambientC?: number | undefined;
    readonly reason?: string | undefined;
    readonly symptoms?: readonly string[] | undefined;
  };
  readonly readings: readonly Reading[];
  readonly repairs?: readonly Repair[] | undefined;
  readonly events?: readonly VisitEvent[] | undefined;
  readonly unitAtOpening?: Unit | undefined;
}

/** `step@point`, the name under which a step is judged once. */
export const stepKey = (step: string, point: string): string => `${step}@${point}`;

export const inOrder = <Reading extends BaseReading>(
  readings: readonly Reading[],
): readonly TimedReading<Reading>[] => {
  const timed = readings.map((reading) => ({
    reading,
    key: stepKey(reading.step, reading.point),
    time: Date.parse(reading.at),
  }));
  return withoutMistakes(timed.sort((a, b) => a.time - b.time));
};

/** Readings that belong to the battery at a position rather than to the place it sits in. */
const isOfBattery = ({ step, point }: BaseReading, position: string): boolean =>
  point === position &&
  (step.startsWith('battery.') || step === 'look.case' || step === 'charge.volts' || step === 'charge.recharge');

const replaces = (repair: Repair, reading: BaseReading, { unit, batteries }: Frame): boolean => {
  if (repair.kind !== 'replace') return false;
  for (const position of batteries.keys()) {
    if (isOfBattery(reading, position) && isReplacementOf(repair, unit, position)) return true;
  }
  return repair.point === 'bank' && reading.step === 'battery.starterLoad';
};

const HOUR_MS = 3_600_000;
/** A recharge whose length nobody gave counts from so long after it was noted. */
const RECHARGE_HOURS = 1;

/** Whether the battery at a position was recharged in this visit by a moment, and not replaced since. */
export type Charged = 'no' | 'begun' | 'done';
export const chargedBefore = (facts: VisitFacts, position: string, time: number): Charged => {
  let charged: Charged = 'no';
  for (const repair of facts.repairs) {
    const at = Date.parse(repair.at);
    if (at > time) break;
    if (isChargeOf(repair, facts.unit, position))
      charged = charged === 'done' || at + (repair.hours ?? RECHARGE_HOURS) * HOUR_MS <= time ? 'done' : 'begun';
    if (isReplacementOf(repair, facts.unit, position)) charged = 'no';
  }
  return charged;
};

/** What of a visit is the same at every moment of it. */
type Frame = Pick<
  VisitFacts,
  'unit' | 'ambientC' | 'isQuick' | 'symptoms' | 'limits' | 'repairs' | 'batteries' | 'unitBefore'
>;

const batteriesOf = ({ bank }: Unit): ReadonlyMap<string, Battery> =>
  new Map(bank.batteries.map((battery) => [battery.position, battery]));

const frameOf = (file: JudgeableVisit): Frame => ({
  unit: file.unit,
  ambientC: file.visit.ambientC ?? null,
  isQuick: file.visit.reason === 'quick',
  symptoms: file.visit.symptoms ?? [],
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
const replacementOf = (frame: Frame, { reading, time }: TimedReading): Repair | null =>
  frame.repairs.find((repair) => Date.parse(repair.at) > time && replaces(repair, reading, frame)) ?? null;

/** Readings that another one takes the place of are judged nowhere. */
const withoutMistakes = <Reading extends BaseReading>(
  seen: readonly TimedReading<Reading>[],
): readonly TimedReading<Reading>[] => {
  const mistaken = new Set<string>();
  for (const { reading } of seen) if (reading.corrects !== undefined) mistaken.add(reading.corrects);
  return mistaken.size === 0 ? seen : seen.filter(({ reading }) => !mistaken.has(reading.id));
};

const validOf = <Reading extends BaseReading>(
  frame: Frame,
  seen: readonly TimedReading<Reading>[],
): readonly TimedReading<Reading>[] =>
  frame.repairs.length === 0 ? seen : seen.filter((timed) => replacementOf(frame, timed) === null);

const currentOf = <Reading extends BaseReading>(valid: readonly TimedReading<Reading>[]): Map<string, Reading> => {
  const current = new Map<string, Reading>();
  for (const { key, reading } of valid) current.set(key, reading);
  return current;
};

/** Readings that were retaken, or whose battery was replaced, with the earlier of the two moments. */
const supersededOf = <Reading extends BaseReading>(
  frame: Frame,
  seen: readonly TimedReading<Reading>[],
  current: ReadonlyMap<string, Reading>,
): VisitFacts<Reading>['superseded'] => {
  const retakes = new Map<string, Moment>();
  const superseded: (TimedReading<Reading> & { until: Moment })[] = [];
  for (let index = seen.length - 1; index >= 0; index--) {
    const timed = present(seen[index]);
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
export const visitFacts = <Reading extends BaseReading>(
  file: JudgeableVisit<Reading>,
  ordered: readonly TimedReading<Reading>[] = inOrder(file.readings),
): VisitFacts<Reading> => {
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
export const factsAsOf = <Reading extends BaseReading>(
  facts: VisitFacts<Reading>,
  ordered: readonly TimedReading<Reading>[],
  { time, readingsBefore }: Moment,
): VisitFacts<Reading> => {
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
export const factsOverTime = <Reading extends BaseReading>(
  facts: VisitFacts<Reading>,
  ordered: readonly TimedReading<Reading>[],
): ((moment: Moment) => VisitFacts<Reading>) => {
  const batteriesChange = facts.repairs.some(({ kind }) => kind === 'replace');
  if (batteriesChange) return (moment) => factsAsOf(facts, ordered, moment);
  const current = new Map<string, Reading>();
  const valid: TimedReading<Reading>[] = [];
  return ({ time, readingsBefore }) => {
    while (valid.length < readingsBefore) {
      const timed = present(ordered[valid.length]);
      valid.push(timed);
      current.set(timed.key, timed.reading);
    }
    const repairs = facts.repairs.filter((repair) => Date.parse(repair.at) < time);
    return { ...facts, repairs, valid, current, superseded: [] };
  };
};

/** The reading that counts at a step and point, or null. */
export const latest = <Schema extends ReadingSchema>(
  facts: VisitFacts,
  schema: Schema,
  point: string,
): z.infer<Schema> | null =>
  // A reading was held against the schema of its step when it came in.
  (facts.current.get(stepKey(schema.shape.step.value, point)) as z.infer<Schema> | undefined) ?? null;

/** Every reading of a step that belongs to the machine as it stands, retakes included, oldest first. */
export const readingsOf = <Schema extends ReadingSchema>({ valid }: VisitFacts, schema: Schema): z.infer<Schema>[] => {
  const step = schema.shape.step.value;
  return valid.flatMap(({ reading }) => (reading.step === step ? [reading as z.infer<Schema>] : []));
};

/** @throws {RangeError} when the unit has no battery there */
export const batteryOf = ({ batteries }: VisitFacts, position: string): Battery => {
  const battery = batteries.get(position);
  if (battery === undefined) throw new RangeError(`The unit has no battery at "${position}".`);
  return battery;
};
