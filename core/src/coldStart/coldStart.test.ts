import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { scenarioOf, unitOf } from '../../test/machineFixture';
import {
  buildMachine,
  coldestOf,
  coldestBand,
  coldStart,
  crank,
  CrankSolver,
  fitForCold,
  gains,
  judge,
  LEAST_RPM,
  seededRandom,
  simulateVisit,
  visitFigures,
  type ColdFit,
  type EngineDiffers,
  type PlainFault,
  type Unit,
  type VisitFigures,
} from '../index';
import { normalDraws } from '../history/normal';
import { starterModel } from '../circuit/starterModel';
import { BREAK_AWAY_SHARES, COLDEST_SOUGHT_C, WARMEST_SOUGHT_C } from './steadyCrank';

const soundInput = (unit: Unit) => {
  const machine = buildMachine({ unit, celsius: 20, stateOfChargePercent: {}, faults: [] });
  const at = unit.bank.batteries.map(({ position }) => position);
  return {
    age: at.map(() => 1),
    charge: at.map(() => 0.9),
    cableMilliohm: 1000 * (machine.cableOhms('starterPositive') + machine.cableOhms('starterGround')) + 0.08,
    linkMilliohm: 1000 * machine.cableOhms('link') + 0.04,
    contactMilliohm: 0.1,
    torqueFactor: 1,
    oilPerKelvin: 0.026,
  };
};

describe('a settled crank as one operating point', () => {
  it.each(['1S1P', '1S2P', '1S4P', '2S1P', '2S2P', '2S3P'] as const)(
    'of a bank %s lies within a few percent of the crank stepped in time, warm and cold',
    (arrangement) => {
      const unit = unitOf(arrangement);
      const solver = new CrankSolver(unit);
      for (const celsius of [20, 0, -15]) {
        const stepped = crank(
          buildMachine({
            unit,
            celsius,
            stateOfChargePercent: Object.fromEntries(unit.bank.batteries.map(({ position }) => [position, 90])),
            faults: [],
          }),
        );
        const steady = solver.crank(soundInput(unit), celsius);
        const volts = stepped.meanVolts['starter.B+']! - stepped.meanVolts['starter.ground']!;
        expect(Math.abs(steady.rpm - stepped.meanRpm), `${celsius} °C`).toBeLessThan(7);
        expect(Math.abs(steady.amps / stepped.meanAmps - 1), `${celsius} °C`).toBeLessThan(0.03);
        expect(Math.abs(steady.starterVolts / volts - 1), `${celsius} °C`).toBeLessThan(0.03);
      }
    },
  );
  it('never turns faster for being colder, older, emptier or worse connected', () => {
    const unit = unitOf('1S2P');
    const solver = new CrankSolver(unit);
    const sound = soundInput(unit);
    const rpm = (input: typeof sound, celsius = -5) => solver.crank(input, celsius).rpm;
    expect(rpm(sound, -15)).toBeLessThan(rpm(sound));
    expect(rpm({ ...sound, age: [1, 2] })).toBeLessThan(rpm(sound));
    expect(rpm({ ...sound, charge: [0.9, 0.5] })).toBeLessThan(rpm(sound));
    expect(rpm({ ...sound, cableMilliohm: sound.cableMilliohm + 1 })).toBeLessThan(rpm(sound));
    expect(coldestOf(solver, { ...sound, age: [2, 2] }, 8)).toBeGreaterThan(coldestOf(solver, sound, 8));
  });
  it('starts down to where its settled crank has just the volts asked for, and no slower than an engine fires', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('1S1P', '1S2P', '1S4P', '2S1P', '2S2P'),
        fc.record({
          age: fc.double({ min: 0.8, max: 2.5, noNaN: true }),
          charge: fc.double({ min: 0.4, max: 1, noNaN: true }),
          cable: fc.double({ min: 0, max: 2, noNaN: true }),
          torqueFactor: fc.double({ min: 0.7, max: 1.4, noNaN: true }),
          oilPerKelvin: fc.double({ min: 0.018, max: 0.034, noNaN: true }),
        }),
        fc.double({ min: 7, max: 10.8, noNaN: true }),
        (arrangement, { age, charge, cable, ...engine }, limitOf12V) => {
          const unit = unitOf(arrangement);
          const solver = new CrankSolver(unit);
          const sound = soundInput(unit);
          const input = {
            ...sound,
            ...engine,
            age: sound.age.map(() => age),
            charge: sound.charge.map(() => charge),
            cableMilliohm: sound.cableMilliohm + cable,
          };
          const limit = (limitOf12V * unit.systemVolts) / 12;
          const coldest = coldestOf(solver, input, limit);
          const starts = (celsius: number): boolean => {
            const { turns, rpm, starterVolts } = solver.crank(input, celsius);
            return turns && rpm >= LEAST_RPM && starterVolts >= limit;
          };
          // Three turns a minute more are asked for at the border than an engine fires at, for its compressions.
          if (coldest < WARMEST_SOUGHT_C) expect(starts(coldest + 0.05)).toBe(true);
          if (coldest > COLDEST_SOUGHT_C) {
            const { turns, rpm, starterVolts } = solver.crank(input, coldest - 0.05);
            expect(turns && rpm >= LEAST_RPM + 3.05 && starterVolts >= limit).toBe(false);
          }
        },
      ),
      { numRuns: 400 },
    );
  });
  it('turns where it has volts to spare at every speed on the way up, and only there', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('1S1P', '1S3P', '2S1P', '2S2P'),
        fc.double({ min: -50, max: 30, noNaN: true }),
        fc.double({ min: 0.8, max: 4, noNaN: true }),
        fc.double({ min: 0.4, max: 2, noNaN: true }),
        (arrangement, celsius, age, torqueFactor) => {
          const unit = unitOf(arrangement);
          const solver = new CrankSolver(unit);
          const sound = soundInput(unit);
          const input = { ...sound, age: sound.age.map(() => age), torqueFactor };
          const { turns, rpm } = solver.crank(input, celsius);
          const slow = BREAK_AWAY_SHARES.map(
            (share) => (share * starterModel(unit, 20).referenceSpeed * 30) / Math.PI,
          ).filter((below) => !turns || below < rpm);
          const least = Math.min(...slow.map((below) => solver.surplus(input, celsius, below)));
          if (turns) {
            expect(least).toBeGreaterThanOrEqual(-1e-4);
            expect(solver.surplus(input, celsius, rpm)).toBeCloseTo(0, 3);
          } else expect(least).toBeLessThan(1e-4);
        },
      ),
      { numRuns: 400 },
    );
  });
  it('starts no colder when the maker asks for more volts', () => {
    const unit = unitOf('1S2P');
    const solver = new CrankSolver(unit);
    const coldest = [8, 9, 10].map((volts) => coldestOf(solver, soundInput(unit), volts));
    expect([...coldest].sort((a, b) => a - b)).toEqual(coldest);
    expect(coldest[2]).toBeGreaterThan(coldest[0]!);
  });
});

interface Truth {
  readonly unit: Unit;
  readonly celsius: number;
  readonly faults: readonly PlainFault[];
  readonly engine: EngineDiffers;
  readonly charge: Readonly<Record<string, number>>;
  readonly seed: number;
}

/** A unit of a simulated fleet with all that its readings do not say outright. */
const truthOf = (seed: number): Truth => {
  const random = seededRandom(seed);
  const [thickens, asks] = normalDraws(random, 2);
  // Without an alternator: what charges it says nothing of how it starts.
  const unit = unitOf((['1S2P', '1S4P', '2S1P', '2S2P'] as const)[seed % 4]!, { alternators: [] });
  return {
    unit,
    celsius: -8 + 22 * random(),
    charge: Object.fromEntries(unit.bank.batteries.map(({ position }) => [position, 86 + 12 * random()])),
    faults: [
      ...unit.bank.batteries.map(({ position }) => ({
        kind: 'battery.weak' as const,
        at: position,
        age: 0.95 + 0.6 * random(),
      })),
      { kind: 'joint.resistive', at: 'starter.ground', milliohms: 0.05 + 0.6 * random() },
    ],
    engine: { oilPerKelvin: 0.026 + 0.004 * thickens!, torqueFactor: 1 + 0.1 * asks! },
    seed,
  };
};

const figuresOf = ({ unit, celsius, faults, engine, charge, seed }: Truth): VisitFigures => {
  const visit = simulateVisit({ ...scenarioOf(unit, celsius, [...faults], charge), seed }, false, engine);
  return visitFigures(visit, judge(visit));
};

/** Whether the machine itself, stepped in time, starts at a temperature. */
const startsAt = ({ unit, faults, engine, charge }: Truth, celsius: number): boolean => {
  const { meanRpm, meanVolts } = crank(buildMachine({ unit, celsius, stateOfChargePercent: charge, faults, engine }));
  const volts = meanVolts['starter.B+']! - meanVolts['starter.ground']!;
  return meanRpm >= LEAST_RPM && volts >= (8 * unit.systemVolts) / 12;
};

/** The coldest temperature it still starts at. */
const trueColdest = (truth: Truth): number => {
  const starts = (celsius: number): boolean => startsAt(truth, celsius);
  let [cold, warm] = [-21, -9];
  while (starts(cold)) cold -= 8;
  while (!starts(warm)) warm += 8;
  while (warm - cold > 0.5) {
    const middle = (cold + warm) / 2;
    if (starts(middle)) warm = middle;
    else cold = middle;
  }
  return (cold + warm) / 2;
};

const NOW = Date.parse('2026-02-01T00:00:00Z');
const fitOf = (truth: Truth): ColdFit => {
  const result = fitForCold(truth.unit, [{ figures: figuresOf(truth), repairs: [] }], () => true, NOW);
  if (result.kind === 'unsaid') throw new Error(`The readings lack ${result.lacks.join(', ')}.`);
  return result.fit;
};

describe('the coldest start', () => {
  it('recovers the truth of simulated units: the band from P10 to P90 holds it in 70 to 90 of 100, half on each side', () => {
    let within = 0;
    let colder = 0;
    const units = 200;
    for (let seed = 1; seed <= units; seed++) {
      const truth = truthOf(seed);
      const limitVolts = (8 * truth.unit.systemVolts) / 12;
      // Two hundred bands of fewer draws say more of the band than fewer bands of many.
      const coldest = coldestBand(truth.unit, fitOf(truth), limitVolts, seed, 400);
      // The truth lies in the band where the machine starts at its warm end and no more at its cold one.
      if (startsAt(truth, coldest.p90) && !startsAt(truth, coldest.p10)) within += 1;
      if (startsAt(truth, coldest.p50)) colder += 1;
    }
    expect(within / units).toBeGreaterThanOrEqual(0.7);
    expect(within / units).toBeLessThanOrEqual(0.9);
    expect(colder / units).toBeGreaterThanOrEqual(0.4);
    expect(colder / units).toBeLessThanOrEqual(0.6);
  }, 240_000);

  it('names the part that raises it most, and by about how many degrees', () => {
    const unit = unitOf('1S4P');
    const truth: Truth = {
      unit,
      celsius: 10,
      charge: { A: 95, B: 95, C: 95, D: 95 },
      faults: [{ kind: 'joint.resistive', at: 'starter.ground', milliohms: 2 }],
      engine: {},
      seed: 3,
    };
    const fit = fitOf(truth);
    const [first] = gains(unit, fit, 8, { positive: 0.35, negative: 0.3 });
    expect(first?.subject).toBe('negative');
    const helped = trueColdest(truth) - trueColdest({ ...truth, faults: [] });
    expect(Math.abs(first!.degrees - helped)).toBeLessThan(2.5);
  });

  it('says nothing where the readings do not carry it, and what is lacking', () => {
    const truth = truthOf(1);
    const figures = figuresOf(truth);
    const without = (part: Partial<VisitFigures>, present = true, at = NOW) =>
      fitForCold(truth.unit, [{ figures: { ...figures, ...part }, repairs: [] }], () => present, at);
    expect(without({ starterMilliohm: { positive: 0.4 } })).toEqual({
      kind: 'unsaid',
      lacks: ['the volts lost on the negative side of the starter cables'],
    });
    expect(without({ batteries: {} })).toMatchObject({ kind: 'unsaid' });
    // The batteries that were read have left.
    expect(without({}, false)).toMatchObject({ kind: 'unsaid' });
    // A reading of another winter tells of another winter.
    expect(without({}, true, NOW + 3 * 365 * 86_400_000)).toMatchObject({ kind: 'unsaid' });
  });
  it('has a curve that falls with the temperature and a band that holds its middle', () => {
    const truth = truthOf(2);
    const { curve } = coldStart(truth.unit, fitOf(truth), 8);
    for (const [index, { p10, p50, p90 }] of curve.entries()) {
      expect(p10).toBeLessThanOrEqual(p50);
      expect(p50).toBeLessThanOrEqual(p90);
      if (index > 0) expect(p50).toBeLessThan(curve[index - 1]!.p50);
    }
  });
});
