import { describe, expect, it } from 'vitest';
import { unitOf } from '../../test/machineFixture';
import { unit12 } from '../../test/visitFixture';
import {
  afterRepair,
  Bench,
  debrief,
  EXERCISES,
  faultsAfter,
  faultsAfterRepairs,
  nameableKinds,
  partsOf,
  placesOf,
  pointName,
  present,
  scoreOf,
  type BenchControls,
  type Fault,
  type Unit,
} from '../index';

const bench = (faults: Fault[] = [], arrangement: Parameters<typeof unitOf>[0] = '1S2P', celsius = 10) =>
  new Bench(
    {
      unit: unitOf(arrangement),
      celsius,
      stateOfChargePercent: Object.fromEntries('ABCDEF'.split('').map((position) => [position, 95])),
      faults: faultsAfter(faults, 0),
    },
    3,
  );
const held = (machine: Bench, controls: Partial<BenchControls>, seconds: number) => {
  machine.set({ ...machine.controls, ...controls });
  let frame = machine.advance(1 / 30);
  for (let passed = 1 / 30; passed < seconds; passed += 1 / 30) frame = machine.advance(1 / 30);
  return frame;
};

describe('the bench', () => {
  it('shows the bank at rest, sags while cranking, and charges once it runs', () => {
    const machine = bench();
    const probes = { red: 'A+', black: 'A-', clamp: 'charge.positive' } as const;
    expect(held(machine, probes, 0.5).meterVolts).toBeCloseTo(12.75, 1);
    const cranking = held(machine, { key: 'start' }, 0.6);
    expect(cranking.state).toBe('cranking');
    expect(cranking.meterVolts).toBeLessThan(11.8);
    held(machine, { key: 'start' }, 1.5);
    const running = held(machine, { key: 'on', throttleRpm: 1500 }, 2);
    expect(running.state).toBe('running');
    expect(running.meterVolts).toBeGreaterThan(13.8);
    expect(running.clampAmps).toBeGreaterThan(5);
    expect(held(machine, { key: 'off' }, 0.2).state).toBe('rest');
  });
  it('shows of two alternators the amperes of the one the clamp lies at', () => {
    const both = {
      ...unitOf('1S2P'),
      alternators: ['ALT1', 'ALT2'].map((id) => ({ id, ratedAmps: 160, ground: 'case', remoteSense: false })),
    } satisfies Unit;
    const faults = faultsAfter([{ kind: 'alternator.weak', at: 'ALT2', factor: 0.05 }], 0);
    const machine = new Bench({ unit: both, celsius: 10, stateOfChargePercent: { A: 80, B: 80 }, faults }, 3);
    held(machine, { key: 'start' }, 2);
    const at = (id: string) =>
      held(machine, { key: 'on', throttleRpm: 1500, clamp: `charge.positive.${id}` }, 2).clampAmps!;
    expect(at('ALT1')).toBeGreaterThan(5);
    expect(Math.abs(at('ALT2'))).toBeLessThan(at('ALT1') / 2);
  });
  it('turns without firing while starting is off', () =>
    expect(held(bench(), { key: 'start', fuel: false, red: 'A+', black: 'A-' }, 3).state).toBe('cranking'));
  it('loads one battery that is cut off, and only that one', () => {
    const machine = bench([{ kind: 'battery.weak', at: 'B', age: 2.4 }]);
    const alone = (position: string) =>
      held(
        machine,
        { isolated: position, red: `${position}+`, black: `${position}-`, pileAt: `battery:${position}`, knob: 0.4 },
        8,
      ).meterVolts!;
    const sound = alone('A');
    held(machine, { knob: 0 }, 0.1);
    expect(alone('B')).toBeLessThan(sound - 0.8);
  });
  it('counts what is dangerous, each once', () => {
    const machine = bench([], '2S1P');
    held(machine, { pileAt: 'starter' }, 0.1);
    expect(held(machine, { knob: 0.3, pileVolts: 12 }, 16).dangers).toEqual(
      expect.arrayContaining(['pile-of-wrong-volts', 'pile-too-long']),
    );
    expect(held(machine, { pileAt: null }, 0.1).dangers).toContain('pile-made-under-load');
    expect(held(bench(), { key: 'start', fuel: false }, 16).dangers).toEqual(['crank-too-long']);
    const frozen = new Bench({ unit: unitOf('1S1P'), celsius: -25, stateOfChargePercent: { A: 20 }, faults: [] }, 1);
    held(frozen, { pileAt: 'bank' }, 0.1);
    expect(held(frozen, { knob: 0.2 }, 0.2).dangers).toEqual(['load-on-frozen']);
  });
  it('reads volts at the alternator, by the name its points have in the drawing', () => {
    const machine = bench();
    const atRest = held(machine, { red: 'ALT1.B+', black: 'ALT1.ground' }, 0.1).meterVolts!;
    expect(atRest).toBeGreaterThan(12);
    held(machine, { key: 'start' }, 3);
    const running = held(machine, { key: 'on', throttleRpm: 1500 }, 3);
    expect(running.state).toBe('running');
    expect(running.meterVolts!).toBeGreaterThan(13.5);
    // What the charging cable loses is read between the alternator and the bank.
    expect(Math.abs(held(machine, { red: 'ALT1.B+', black: 'A+' }, 0.2).meterVolts!)).toBeLessThan(1);
  });
  it('loads the whole bank through the posts of a battery whose cables are on', () => {
    const machine = bench();
    held(machine, { pileAt: 'battery:A' }, 0.1);
    expect(held(machine, { knob: 0.4 }, 1).pileGaugeAmps).toBeGreaterThan(200);
  });
  it('has a clamp whose zero is off and wanders, until it is set to zero around nothing', () => {
    const machine = bench();
    const shown = held(machine, { clamp: 'starter.positive' }, 1).clampAmps!;
    expect(Math.abs(held(machine, {}, 600).clampAmps! - shown)).toBeGreaterThan(0.1);
    machine.zeroClamp();
    expect(machine.advance(1 / 30).clampAmps).toBe(0);
  });
  it('lets every battery be held to a hydrometer, a tester and a thermometer', () => {
    const machine = bench([
      { kind: 'battery.shorted-cell', at: 'A' },
      { kind: 'battery.weak', at: 'B', age: 2 },
    ]);
    const cells = machine.tool('hydrometer', 'A')!.split(' ').map(Number);
    expect(Math.max(...cells) - Math.min(...cells)).toBeGreaterThan(0.05);
    expect(Number.parseFloat(machine.tool('conductance', 'B')!)).toBeLessThan(500);
    expect(Number.parseFloat(machine.tool('thermometer', 'A')!)).toBeCloseTo(10, 0);
    expect(machine.tool('hydrometer', 'E')).toBeNull();
  });
  it('writes degrees of frost as every other figure is written', () => {
    expect(bench([], '1S2P', -12).tool('thermometer', 'A')).toMatch(/^−1[12]\.[05] °C$/);
  });
  it('is sound again after the right repair', () => {
    const fault: Fault = { kind: 'joint.resistive', at: 'starter.ground', milliohms: 3 };
    const machine = bench([fault]);
    const lost = () =>
      held(machine, { pileAt: 'starter', knob: 0.5, red: 'starter.ground', black: 'A-' }, 0.3).meterVolts!;
    expect(lost()).toBeGreaterThan(1);
    const done = afterRepair([fault], { kind: 'joint', at: 'starter.ground' });
    expect(done).toEqual({ faults: [], needless: false });
    machine.setFaults([]);
    expect(lost()).toBeLessThan(0.3);
    expect(afterRepair([fault], { kind: 'starter', at: '' })).toEqual({ faults: [fault], needless: true });
  });
});

describe('the exercises', () => {
  it('are at least a dozen, from easy to nasty, each with an id of its own', () => {
    expect(EXERCISES.length).toBeGreaterThanOrEqual(12);
    expect(new Set(EXERCISES.map(({ id }) => id)).size).toBe(EXERCISES.length);
    expect(new Set(EXERCISES.map(({ level }) => level)).size).toBe(3);
  });
  it.each(EXERCISES.map((exercise) => [exercise.id, exercise] as const))(
    '%s can be solved: a whole visit finds something, and the way to it is shown',
    (_id, exercise) => {
      const { findings, shortest, ladder } = debrief(exercise);
      expect(findings.filter(({ severity }) => severity !== 'watch').length).toBeGreaterThan(0);
      expect(shortest.length).toBeGreaterThan(0);
      expect(ladder.every(({ volts }) => volts >= 0)).toBe(true);
      // Somebody can name it, and a part or joint of the unit mends it.
      for (const fault of exercise.faults)
        expect(partsOf(exercise.unit).some(({ part }) => afterRepair([fault], part).faults.length === 0)).toBe(true);
    },
  );
});

describe('what can be wrong, and be done', () => {
  it('is told in words, without a code of ours', () => {
    const { unit } = present(EXERCISES[0]);
    const told = [
      ...nameableKinds(unit).flatMap((kind) => placesOf(unit, kind).map((at) => pointName(at))),
      ...partsOf(unit).map(({ words }) => words),
    ];
    expect(told.filter((words) => /[a-z][A-Z]/.test(words))).toEqual([]);
    expect(told).toContain('Replace the ground cable of the starter');
  });
  it('is nothing the unit has not: where no alternator is fitted, none of its faults', () => {
    const { unit } = present(EXERCISES[0]);
    const { alternators: _none, ...without } = unit;
    const named = (own: typeof without) => nameableKinds(own).filter((kind) => kind.startsWith('alternator.'));
    expect([named(unit).length > 0, named(without)]).toEqual([true, []]);
    expect(nameableKinds(without).every((kind) => placesOf(without, kind).length > 0)).toBe(true);
  });
  it('is no link where a battery stands by itself', () => {
    const alone = EXERCISES.map(({ unit }) => ({
      ...unit,
      bank: { ...unit.bank, batteries: unit.bank.batteries.slice(0, 1) },
    }));
    for (const unit of alone) {
      expect(placesOf(unit, 'cable.corroded')).not.toContain('link');
      expect(partsOf(unit).some(({ part }) => part.at === 'link')).toBe(false);
    }
    expect(
      placesOf(present(EXERCISES.find(({ unit }) => unit.bank.batteries.length > 1)).unit, 'cable.corroded'),
    ).toContain('link');
  });
});

describe('the score', () => {
  const faults: Fault[] = [
    { kind: 'joint.resistive', at: 'starter.ground', milliohms: 3 },
    { kind: 'battery.weak', at: 'B', age: 2 },
  ];
  const given = { faults, minutes: 20, parMinutes: 30, needless: [], dangers: [] } as const;
  it('is whole when all is found in time', () =>
    expect(
      scoreOf({
        ...given,
        named: [
          { kind: 'joint.resistive', at: 'starter.ground' },
          { kind: 'battery.weak', at: 'B' },
        ],
      }),
    ).toMatchObject({ found: 'all', points: 100, missed: [], wrong: [] }));
  it('wants the place too, and names what was missed and what was wrong', () =>
    expect(scoreOf({ ...given, named: [{ kind: 'joint.resistive', at: 'starter.B+' }] })).toMatchObject({
      found: 'none',
      points: 0,
      wrong: ['bad joint, starter B+ stud'],
      missed: ['bad joint, starter ground', 'weak battery, battery B'],
    }));
  it('of a sound machine is whole where nothing is named, and falls with what is', () => {
    expect(scoreOf({ ...given, faults: [], named: [] })).toMatchObject({ found: 'all', points: 100 });
    const named = [{ kind: 'battery.weak', at: 'B' }] as const;
    expect(scoreOf({ ...given, faults: [], named })).toMatchObject({ found: 'none', points: 85 });
  });
  it('falls with danger, needless parts and time', () => {
    const named = [
      { kind: 'joint.resistive', at: 'starter.ground' },
      { kind: 'battery.weak', at: 'B' },
    ] as const;
    const points = (part: object) => scoreOf({ ...given, named, ...part }).points;
    expect(points({ dangers: ['pile-too-long'] })).toBe(75);
    expect(points({ needless: ['Replace the starter'] })).toBe(90);
    expect(points({ minutes: 45 })).toBe(90);
  });
});

it('takes a fault out of a practice visit by the repair that mends it, and by no other', () => {
  const faults: Fault[] = [
    { kind: 'joint.resistive', at: 'A-', milliohms: 3 },
    { kind: 'battery.weak', at: 'B', age: 2 },
    { kind: 'battery.flat', at: 'A', stateOfChargePercent: 30 },
  ];
  const left = (point: string, kind: 'clean' | 'replace' | 'recharge') =>
    faultsAfterRepairs(unit12(), faults, [{ id: 'p', at: '2026-01-01T08:00:00Z', point, action: '', kind }]).map(
      (fault) => fault.kind,
    );
  expect(left('A-', 'clean')).toEqual(['battery.weak', 'battery.flat']);
  expect(left('B', 'replace')).toEqual(['joint.resistive', 'battery.flat']);
  expect(left('A', 'recharge')).toEqual(['joint.resistive', 'battery.weak']);
  expect(left('B', 'clean')).toHaveLength(3);
  // Of its set, of the bank, or for the starter's sake: it is charged. Set 2 is neither of them.
  for (const point of ['set:1', 'bank', 'starter'])
    expect(left(point, 'recharge'), point).toEqual(['joint.resistive', 'battery.weak']);
  expect(left('set:2', 'recharge')).toHaveLength(3);
  expect(left('set:1', 'replace')).toEqual(['joint.resistive']);
});
