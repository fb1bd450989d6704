import type { Archive } from '@vaktman/contract';
import {
  batteriesInOrder,
  judge,
  parseArrangement,
  proposedDue,
  simulateVisit,
  type Battery,
  type Fault,
  type Reading,
  type Unit,
  present,
} from '@vaktman/core';
import { v7 } from 'uuid';
import { agingFactor, ambientC } from './weather';
import { seeded, type Random } from './random';
import type { BatteryStory, UnitSpec } from './unitSpec';

type Visit = Archive['visits'][number];
type Stay = {
  batteryId: string;
  position: string;
  from: string;
  to: string | null;
  because: string | null;
  battery: Omit<Battery, 'position' | 'string' | 'set'>;
};

const HEALTHY: BatteryStory = { start: 0.93, perYear: 0.035, chargePercent: 92 };
const OFFSET_MS = 3_600_000;

/** An instant with the yards' winter offset, as a technician's clock shows it. */
const instant = (ms: number): string => `${new Date(ms + OFFSET_MS).toISOString().slice(0, 19)}+01:00`;

const makeId = (random: Random, ms: number): string => v7({ msecs: ms, random: random.bytes(16) });

/** Every battery that ever sat in the unit. */
const stays = (spec: UnitSpec, random: Random): Stay[] => {
  const { series, parallel } = parseArrangement(spec.arrangement);
  return 'ABCDEF'
    .slice(0, series * parallel)
    .split('')
    .flatMap((position): Stay[] => {
      const make = (maker: string, ratingSae: number, fitted: string) => ({
        chemistry: spec.chemistry,
        duty: 'truck' as const,
        rating: { value: ratingSae, standard: 'SAE' as const },
        capacityAh: spec.capacityAh,
        make: maker,
        serial: `${maker.slice(0, 2).toUpperCase()}-${Math.floor(20000 + random.unit() * 9000)}`,
        fitted,
      });
      const swap = spec.swaps.find((candidate) => candidate.position === position);
      const from = `${spec.fitted}T07:00:00Z`;
      const first: Stay = {
        batteryId: makeId(random, Date.parse(from)),
        position,
        from,
        to: null,
        because: null,
        battery: make(spec.make, spec.ratingSae, spec.fitted),
      };
      if (swap === undefined) return [first];
      const at = `${swap.at}T07:00:00Z`;
      return [
        { ...first, to: at, because: swap.because },
        {
          batteryId: makeId(random, Date.parse(at)),
          position,
          from: at,
          to: null,
          because: null,
          battery: make(swap.make, swap.ratingSae, swap.at),
        },
      ];
    });
};

export const unitAt = (spec: UnitSpec, all: readonly Stay[], ms: number): Unit => {
  const { series } = parseArrangement(spec.arrangement);
  const seated = (position: string): Stay => {
    const own = all.filter((stay) => stay.position === position);
    return own.findLast((stay) => Date.parse(stay.from) <= ms) ?? present(own[0]);
  };
  const letters = [...new Set(all.map(({ position }) => position))].sort();
  return {
    id: spec.id,
    description: spec.description,
    systemVolts: spec.systemVolts,
    bank: {
      arrangement: spec.arrangement,
      batteries: letters.map((position, index) => ({
        position,
        string: Math.floor(index / series) + 1,
        ...(spec.sets === undefined ? {} : { set: present(spec.sets[index]) }),
        ...seated(position).battery,
      })),
    },
    starter: {
      ratedVolts: spec.systemVolts,
      groundReturn: spec.systemVolts === 24 ? 'block' : 'cable',
      magneticSwitch: 'separate',
    },
    alternators: [{ id: 'ALT1', ratedAmps: spec.alternatorAmps, ground: 'case', remoteSense: false }],
    cables: {
      starterPositive: { areaMm2: 120, lengthM: 2.4 },
      starterGround: { areaMm2: 120, lengthM: 2.2 },
      chargePositive: { areaMm2: 50, lengthM: 3.2 },
      link: { areaMm2: 70, lengthM: 0.4 },
    },
    engine: { cylinders: 6, oil: '15W', beltRatio: 2.8 },
  };
};

/** Writes readings one after another, a few minutes apart. */
class Pen {
  readonly readings: Reading[] = [];
  #ms: number;
  readonly #random: Random;
  constructor(startMs: number, random: Random) {
    this.#ms = startMs;
    this.#random = random;
  }
  get now(): number {
    return this.#ms;
  }
  write(fields: { step: Reading['step']; point: string } & Record<string, unknown>): void {
    this.#ms += 90_000 + Math.floor(this.#random.unit() * 60) * 1000;
    this.readings.push({ id: makeId(this.#random, this.#ms), at: instant(this.#ms), ...fields } as Reading);
  }
}

/** Milliohms of sound cables and joints on either side of the starter of the demo's machines. */
const SOUND_SIDE_MILLIOHMS = 0.38;
const PILE_AMPS = 500;
const LOW_PERCENT = 70;

const between = (range: readonly [number, number], share: number): number => range[0] + (range[1] - range[0]) * share;

/** What ails a unit on the day of a visit, as faults of its model. */
const faultsOn = (spec: UnitSpec, unit: Unit, ms: number, share: number, random: Random): Fault[] => {
  const ageing = batteriesInOrder(unit.bank).map(({ position, fitted }): Fault => {
    const story = { ...HEALTHY, ...spec.stories[position] };
    const age = agingFactor(story, fitted ?? spec.fitted, new Date(ms).toISOString()) * (1 + random.normal(0.008));
    return { kind: 'battery.weak', at: position, age };
  });
  const joint = (at: string, range: readonly [number, number]): Fault[] => {
    const milliohms = (1000 * between(range, share)) / PILE_AMPS - SOUND_SIDE_MILLIOHMS;
    return milliohms > 0.02 ? [{ kind: 'joint.resistive', at, milliohms }] : [];
  };
  const ground = unit.starter?.groundReturn === 'block' ? 'block.ground' : 'starter.ground';
  return [
    ...ageing,
    ...(spec.starterLoss === undefined
      ? []
      : [...joint('starter.B+', spec.starterLoss.positive), ...joint(ground, spec.starterLoss.negative)]),
    ...(spec.outputShare === undefined
      ? []
      : [{ kind: 'alternator.weak' as const, at: 'ALT1', factor: between(spec.outputShare, share) / AIR_HELPS }]),
  ];
};

/** Cold air lets an alternator give a little more than its plate says; a weak one is weaker by as much. */
const AIR_HELPS = 1.03;

/** Steps a visit of the demo keeps of what a simulated one reads. */
const KEPT: ReadonlySet<Reading['step']> = new Set<Reading['step']>([
  'look.belt',
  'look.alternator',
  'look.case',
  'look.joint',
  'battery.openCircuit',
  'battery.load',
  'start.crankVolts',
  'start.link',
  'start.drop',
  'charge.volts',
  'charge.drop',
  'charge.output',
  'charge.recharge',
]);

const isKept = (reading: Reading): boolean =>
  KEPT.has(reading.step) &&
  !(reading.step === 'start.drop' && reading.by === 'crank') &&
  !(reading.step === 'look.joint' && !/^[A-F]/.test(reading.point)) &&
  !(reading.step === 'charge.recharge' && reading.point !== 'bank') &&
  !(reading.step === 'charge.volts' && reading.point !== 'bank');

const visitOf = (spec: UnitSpec, all: readonly Stay[], number: number, ms: number, random: Random): Visit => {
  const unit = unitAt(spec, all, ms);
  const share = spec.visits > 1 ? number / (spec.visits - 1) : 1;
  const head = {
    id: makeId(random, ms),
    at: instant(ms),
    technician: random.pick(['I. Dahl', 'T. Brandvold', 'R. Hask']),
    reason: 'pm' as const,
    ambientC: ambientC(new Date(ms).toISOString(), random.normal(2)),
    engineHours: 6200 + number * 310 + Math.floor(random.unit() * 40),
    odometerKm: 148_000 + number * 7400 + Math.floor(random.unit() * 900),
  };
  const pen = new Pen(ms, random);
  const open = number === spec.visits - 1 && spec.openAfterBatteries !== undefined;
  const simulated = simulateVisit({
    format: 'vaktman-scenario',
    version: 1,
    unit,
    ambientC: head.ambientC,
    stateOfChargePercent: Object.fromEntries(
      batteriesInOrder(unit.bank).map(({ position }) => {
        const { chargePercent } = { ...HEALTHY, ...spec.stories[position] };
        return [position, Math.min(100, Math.max(0, chargePercent + random.normal(2.5)))];
      }),
    ),
    seed: Math.floor(random.unit() * 4_294_967_295),
    faults: faultsOn(spec, unit, ms, share, random),
  });
  const isLow = batteriesInOrder(unit.bank).some(
    ({ position }) => (spec.stories[position]?.chargePercent ?? HEALTHY.chargePercent) < LOW_PERCENT,
  );
  // An open visit stops after some batteries; every other goes on to the end.
  const read = open ? batteriesInOrder(unit.bank).slice(0, spec.openAfterBatteries) : null;
  for (const { id: _id, at: _at, ...reading } of simulated.readings.filter(isKept)) {
    // The recharge current of a bank that was found low is left for after its charge.
    if (isLow && reading.step === 'charge.recharge') continue;
    const isRead =
      read === null ||
      reading.step.startsWith('look.') ||
      (reading.step.startsWith('battery.') && read.some(({ position }) => position === reading.point));
    if (isRead) pen.write(reading);
  }
  const closing = {
    kind: 'closed' as const,
    eventId: makeId(random, pen.now + 60_000),
    at: instant(pen.now + 60_000),
    by: head.technician,
    remark: '',
    signedBy: 'M. Holt',
    nextDue: proposedDue(
      judge({ unit, method: { profile: 'pile' }, visit: head, readings: pen.readings }).disposition,
      head.at.slice(0, 10),
      head,
    ),
  };
  return {
    opening: { unit, method: { profile: 'pile' }, visit: head },
    takenBy: head.technician,
    readings: pen.readings,
    events: open ? [] : [closing],
  };
};

/** One unit with its batteries' lives and its visits, evenly spread from the first one to the last day of the demo. */
export const unitHistory = (
  spec: UnitSpec,
  lastDay: string,
  seed: number,
): { present: Unit; stays: Stay[]; visits: Visit[] } => {
  const random = seeded(seed);
  const all = stays(spec, random);
  const first = Date.parse(`${spec.firstVisit}T07:10:00Z`);
  const last = Date.parse(`${lastDay}T07:10:00Z`);
  const gap = (last - first) / Math.max(1, spec.visits - 1);
  const visits = Array.from({ length: spec.visits }, (_, number) => {
    const jitter = number === 0 || number === spec.visits - 1 ? 0 : random.normal(4) * 86_400_000;
    const day = Math.floor((first + number * gap + jitter) / 86_400_000) * 86_400_000;
    return visitOf(spec, all, number, day + 7 * 3_600_000 + Math.floor(random.unit() * 120) * 60_000, random);
  });
  return { present: unitAt(spec, all, last), stays: all, visits };
};
