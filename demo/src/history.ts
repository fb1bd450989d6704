import type { Archive } from '@vaktman/contract';
import {
  batteriesInOrder,
  isSeriesBank,
  loadTarget,
  parseArrangement,
  refusal,
  Outcomes,
  visitFacts,
  type Battery,
  type Reading,
  type Unit,
  type VisitFile,
} from '@vaktman/core';
import { v7 } from 'uuid';
import { agingFactor, ambientC, lowestVolts, restingVolts } from './batteryModel';
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
const two = (value: number): number => Math.round(value * 100) / 100;

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

const unitAt = (spec: UnitSpec, all: readonly Stay[], ms: number): Unit => {
  const { series } = parseArrangement(spec.arrangement);
  const present = (position: string): Stay => {
    const own = all.filter((stay) => stay.position === position);
    return own.findLast((stay) => Date.parse(stay.from) <= ms) ?? own[0]!;
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
        ...(spec.sets === undefined ? {} : { set: spec.sets[index]! }),
        ...present(position).battery,
      })),
    },
    starter: {
      ratedVolts: spec.systemVolts,
      groundReturn: spec.systemVolts === 24 ? 'block' : 'cable',
      magneticSwitch: 'separate',
    },
    alternators: [{ id: 'ALT1', ratedAmps: spec.alternatorAmps, ground: 'case', remoteSense: false }],
    cables: {
      starterPositive: { areaMm2: 95, lengthM: 2.4 },
      starterGround: { areaMm2: 95, lengthM: 2.0 },
      chargePositive: { areaMm2: 35, lengthM: 3.2 },
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

const readBatteries = (
  spec: UnitSpec,
  file: VisitFile,
  pen: Pen,
  random: Random,
  visitMs: number,
  only: number,
): void => {
  const air = file.visit.ambientC ?? 0;
  for (const battery of batteriesInOrder(file.unit.bank).slice(0, only)) {
    const story = { ...HEALTHY, ...spec.stories[battery.position] };
    const rest = two(restingVolts(battery.chemistry, story.chargePercent + random.normal(2.5)) + random.normal(0.01));
    pen.write({
      step: 'battery.openCircuit',
      point: battery.position,
      volts: rest,
      surfaceChargeStripped: true,
      batteryC: air,
    });
    const outcomes = new Outcomes(visitFacts({ ...file, readings: pen.readings }));
    const target = loadTarget(battery);
    if (target === null || refusal(outcomes, { step: 'battery.load', point: battery.position }) !== null) continue;
    const amps = Math.round(target.amps * (1.012 + 0.01 * random.unit()));
    const aging =
      agingFactor(story, battery.fitted ?? spec.fitted, new Date(visitMs).toISOString()) * (1 + random.normal(0.008));
    const lowest = two(lowestVolts(target.amps * 2, rest, amps, air, aging));
    pen.write({
      step: 'battery.load',
      point: battery.position,
      amps,
      seconds: 15,
      lowestVolts: lowest,
      batteryC: air,
      recoveryVolts: two(rest - 0.1 - 0.05 * random.unit()),
    });
  }
};

const between = (range: readonly [number, number], share: number): number => range[0] + (range[1] - range[0]) * share;

const readCircuits = (spec: UnitSpec, unit: Unit, pen: Pen, random: Random, share: number): void => {
  const k = spec.systemVolts / 12;
  const loss = spec.starterLoss ?? { positive: [0.15, 0.17], negative: [0.12, 0.14] };
  const noisy = (value: number): number => two(value * (1 + random.normal(0.02)));
  pen.write({
    step: 'start.drop',
    point: 'positive',
    volts: noisy(between(loss.positive, share)),
    by: 'pile',
    amps: 500,
  });
  pen.write({
    step: 'start.drop',
    point: 'negative',
    volts: noisy(between(loss.negative, share)),
    by: 'pile',
    amps: 500,
  });
  const running = two(k * (14.15 + random.normal(0.05)));
  pen.write({ step: 'charge.volts', point: 'bank', volts: running, rpm: 1500 });
  const rated = spec.alternatorAmps;
  const peak = Math.round(rated * between(spec.outputShare ?? [0.98, 0.975], share) * (1 + random.normal(0.004)));
  const flowing = Math.round(peak * 0.96);
  pen.write({ step: 'charge.drop', point: 'positive', volts: noisy(0.14 * k), amps: flowing });
  pen.write({ step: 'charge.drop', point: 'negative', volts: noisy(0.09 * k), amps: flowing });
  pen.write({ step: 'charge.output', point: 'ALT1', peakAmps: peak, governedSpeed: true });
  const wide = isSeriesBank(unit.bank) || unit.bank.batteries.length > 2;
  pen.write({
    step: 'charge.recharge',
    point: 'bank',
    amps: Math.round((wide ? 7 : 4) * (1 + random.normal(0.15)) * 10) / 10,
    minutes: 11,
    loads: 'off',
  });
};

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
  const file: VisitFile = {
    format: 'vaktman-visit',
    version: 1,
    unit,
    method: { profile: 'pile' },
    visit: head,
    readings: [],
  };
  const pen = new Pen(ms, random);
  const open = number === spec.visits - 1 && spec.openAfterBatteries !== undefined;
  pen.write({ step: 'look.belt', point: 'drive', condition: 'sound' });
  for (const { position } of batteriesInOrder(unit.bank)) {
    pen.write({ step: 'look.case', point: position, condition: 'sound', electrolyte: 'unseen', fluid: 'unseen' });
    pen.write({ step: 'look.joint', point: `${position}+`, condition: 'clean', deposit: 'none' });
    pen.write({ step: 'look.joint', point: `${position}-`, condition: 'clean', deposit: 'none' });
  }
  readBatteries(spec, file, pen, random, ms, open ? (spec.openAfterBatteries ?? 0) : unit.bank.batteries.length);
  if (!open) readCircuits(spec, unit, pen, random, share);
  const closing = {
    kind: 'closed' as const,
    eventId: makeId(random, pen.now + 60_000),
    at: instant(pen.now + 60_000),
    by: head.technician,
    remark: '',
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
