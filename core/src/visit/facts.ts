import type { OpenCircuitReading } from '../battery/openCircuit';
import type { Repair, VisitFile } from '../file/visitFile';
import { limitBook, type LimitBook } from '../method/book';
import type { Battery, Unit } from '../unit/unit';
import { stepKey } from './catalogue';
import type { Reading, ReadingAt, ReadStep } from './reading';

/** A reading in its place in time. */
export interface TimedReading {
  readonly reading: Reading;
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
}

/** A moment in the order of a visit: its time, and how many readings came before it. */
export interface Moment {
  readonly time: number;
  readonly readingsBefore: number;
}

/** What a visit consists of, for judging; a visit file has it all. */
export type Judgeable = Pick<VisitFile, 'unit' | 'method' | 'visit' | 'readings' | 'repairs'>;

export const inOrder = (readings: readonly Reading[]): TimedReading[] => {
  const timed = readings.map((reading) => ({ reading, time: Date.parse(reading.at) }));
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

/** Arranges a visit, as a whole or as it stood at an earlier moment. */
export const visitFacts = (
  file: Judgeable,
  ordered: readonly TimedReading[] = inOrder(file.readings),
  asOf?: Moment,
): VisitFacts => {
  const seen = asOf === undefined ? ordered : ordered.slice(0, asOf.readingsBefore);
  const repairs = (file.repairs ?? [])
    .filter((repair) => asOf === undefined || Date.parse(repair.at) < asOf.time)
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  const batteries = new Map(file.unit.bank.batteries.map((battery) => [battery.position, battery]));
  const valid: TimedReading[] = [];
  const superseded: (TimedReading & { until: Moment })[] = [];
  const current = new Map<string, Reading>();
  const retaken = new Map<string, Moment>();
  // Newest first, so that each reading meets the retake that ended it.
  for (let index = seen.length - 1; index >= 0; index--) {
    const timed = seen[index]!;
    const { reading, time } = timed;
    const key = stepKey(reading.step, reading.point);
    const ends: Moment[] = [];
    const retake = retaken.get(key);
    if (retake !== undefined) ends.push(retake);
    const replacement = repairs.find(
      (repair) => Date.parse(repair.at) > time && replaces(repair, reading, batteries.keys()),
    );
    if (replacement !== undefined) {
      const until = Date.parse(replacement.at);
      ends.push({ time: until, readingsBefore: seen.filter((other) => other.time < until).length });
    } else {
      valid.unshift(timed);
    }
    const until = ends.sort((a, b) => a.time - b.time)[0];
    if (until === undefined) current.set(key, reading);
    else superseded.unshift({ ...timed, until });
    retaken.set(key, { time, readingsBefore: index });
  }
  return {
    unit: file.unit,
    ambientC: file.visit.ambientC ?? null,
    limits: limitBook(file.method.profile, file.unit.systemVolts, file.unit.makerLimits, file.method.limits),
    repairs,
    batteries,
    valid,
    current: new Map([...current].reverse()),
    superseded,
  };
};

/** The reading that counts at a step and point, or null. */
export const currentAt = <Step extends ReadStep>(
  facts: VisitFacts,
  step: Step,
  point: string,
): ReadingAt<Step> | null => (facts.current.get(stepKey(step, point)) as ReadingAt<Step> | undefined) ?? null;

/** The resting volts a load reading is held against: the last before it, else the latest. */
export const restBefore = (
  facts: VisitFacts,
  position: string,
  loadTime: number,
): { reading: OpenCircuitReading; time: number } | null => {
  let before: { reading: OpenCircuitReading; time: number } | null = null;
  let latest: { reading: OpenCircuitReading; time: number } | null = null;
  for (const { reading, time } of facts.valid) {
    if (reading.step !== 'battery.openCircuit' || reading.point !== position) continue;
    latest = { reading, time };
    if (time <= loadTime) before = latest;
  }
  return before ?? latest;
};

/** Battery temperature for a reading of one battery, and what it was taken from. */
export const batteryTemperature = (
  facts: VisitFacts,
  ownC: number | undefined,
  atRest: OpenCircuitReading | null,
): { readonly celsius: number | null; readonly from: 'battery' | 'air' } => {
  const celsius = ownC ?? atRest?.batteryC;
  return celsius === undefined ? { celsius: facts.ambientC, from: 'air' } : { celsius, from: 'battery' };
};

/** Temperature for the bank as one: the coldest battery known, else the air, else null. */
export const bankTemperatureC = (facts: VisitFacts, ownC?: number): number | null => {
  if (ownC !== undefined) return ownC;
  let coldest: number | null = null;
  for (const reading of facts.current.values()) {
    if (
      (reading.step === 'battery.openCircuit' ||
        reading.step === 'battery.load' ||
        reading.step === 'battery.starterLoad') &&
      reading.batteryC !== undefined
    ) {
      coldest = coldest === null ? reading.batteryC : Math.min(coldest, reading.batteryC);
    }
  }
  return coldest ?? facts.ambientC;
};
