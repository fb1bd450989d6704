import type { Battery, Chemistry, PlainFault, ScenarioFile, Unit } from '../src/index';
import { seededRandom, type Random } from '../src/index';

const battery = (
  position: string,
  string: number,
  set: number | undefined,
  cca: number,
  chemistry: Chemistry,
): Battery => ({
  position,
  string,
  ...(set === undefined ? {} : { set }),
  chemistry,
  duty: 'truck',
  rating: { value: cca, standard: 'SAE' },
  capacityAh: cca / 9,
});

/** A unit with a bank of any arrangement. */
export const unitOf = (arrangement: Unit['bank']['arrangement'], part: Partial<Unit> = {}, cca = 900): Unit => {
  const series = Number(arrangement[0]);
  const parallel = Number(arrangement[2]);
  const systemVolts = series === 1 ? 12 : 24;
  const batteries: Battery[] = [];
  for (let string = 1; string <= parallel; string++) {
    for (let i = 0; i < series; i++) {
      const index = batteries.length;
      batteries.push(
        battery('ABCDEF'[index]!, string, series === 1 ? Math.floor(index / 2) + 1 : undefined, cca, 'flooded'),
      );
    }
  }
  return {
    id: `U-${arrangement}`,
    description: 'Grader',
    systemVolts,
    bank: { arrangement, batteries },
    starter: { ratedVolts: systemVolts, groundReturn: 'cable', magneticSwitch: 'separate' },
    alternators: [{ id: 'ALT1', ratedAmps: systemVolts === 12 ? 160 : 100, ground: 'case', remoteSense: false }],
    engine: { cylinders: 6, oil: '15W', beltRatio: 2.8 },
    ...part,
  };
};

export const BANKS = ['1S1P', '1S2P', '1S3P', '1S4P', '1S6P', '2S1P', '2S2P', '2S3P'] as const;

export const scenarioOf = (
  unit: Unit,
  ambientC: number,
  faults: ScenarioFile['faults'] = [],
  charge: ScenarioFile['stateOfChargePercent'] = 95,
): ScenarioFile => ({
  format: 'vaktman-scenario',
  version: 1,
  unit,
  ambientC,
  stateOfChargePercent: charge,
  seed: 7,
  faults,
});

const pick = <T>(random: Random, of: readonly T[]): T => of[Math.floor(random() * of.length)]!;

/** A machine with a bank, a day and up to three faults drawn from a seed. */
export const randomMachine = (seed: number) => {
  const random = seededRandom(seed);
  const unit = unitOf(pick(random, BANKS), {
    starter: {
      ratedVolts: 12,
      groundReturn: pick(random, ['cable', 'block']),
      magneticSwitch: pick(random, ['separate', 'integrated', 'none']),
    },
    alternators: [
      { id: 'ALT1', ratedAmps: 140, ground: pick(random, ['case', 'stud']), remoteSense: random() < 0.3 },
      ...(random() < 0.3 ? [{ id: 'ALT2', ratedAmps: 90, ground: 'case' as const, remoteSense: false }] : []),
    ],
  });
  const last = unit.bank.batteries.at(-1)!.position;
  const faults: readonly PlainFault[] = [
    { kind: 'battery.weak', at: last, age: 1 + 2 * random() },
    { kind: 'battery.sulphated', at: 'A' },
    { kind: 'battery.shorted-cell', at: last },
    { kind: 'joint.resistive', at: 'A+', milliohms: 4 * random() + 0.1 },
    { kind: 'joint.resistive', at: 'starter.ground', milliohms: 4 * random() + 0.1 },
    { kind: 'cable.corroded', at: 'starterPositive', factor: 1 + 5 * random() },
    { kind: 'starter.contacts', at: 'starter', milliohms: 3 * random() + 0.1 },
    { kind: 'alternator.weak', at: 'ALT1', factor: 0.3 + 0.6 * random() },
    { kind: 'parasitic', at: 'bank', amps: 1 + 5 * random() },
  ];
  return {
    unit,
    celsius: -25 + 60 * random(),
    stateOfChargePercent: Object.fromEntries(unit.bank.batteries.map(({ position }) => [position, 60 + 40 * random()])),
    faults: [0, 1, 2].flatMap(() => (random() < 0.7 ? [pick(random, faults)] : [])),
  };
};
