import type { BatteryThing } from '../judging/visitEvent';
import type { ProfileName } from '../method/profile';
import type { Reading } from '../step/catalogue';
import type { Unit } from '../unit/unit';
import type { BatteryFigures } from '../battery/figures';
import { judge } from './judge';
import type { JudgedStepEntry } from './judgement';

/** Tests a battery by itself takes on the bench or in the store room. */
export const BENCH_STEPS = [
  'battery.openCircuit',
  'battery.tester',
  'battery.conductance',
  'battery.milliohm',
  'battery.fixedLoad',
  'battery.load',
  'battery.hydrometer',
  'battery.caseLeak',
] as const satisfies readonly Reading['step'][];
export type BenchStep = (typeof BENCH_STEPS)[number];

/** Position a battery on the bench has in its readings. */
export const BENCH_POSITION = 'A';

/** A battery on the bench as a machine of its own, so that it is judged as in a unit. */
export const benchUnit = (battery: BatteryThing): Unit => {
  const count = battery.nominalVolts === 6 ? 2 : 1;
  return {
    id: 'bench',
    description: 'on the bench',
    systemVolts: 12,
    bank: {
      arrangement: count === 2 ? '2S1P' : '1S1P',
      batteries: ['A', 'B'].slice(0, count).map((position) => ({ ...battery, position, string: 1 })),
    },
  };
};

/** How the readings of a battery on the bench came out. */
export interface BenchJudgement {
  readonly steps: readonly JudgedStepEntry[];
  readonly figures: BatteryFigures;
  /** What is to be said besides; null where nothing is. */
  readonly note: string | null;
}

/** Testers that are made for used batteries. */
const FOR_USED: readonly Reading['step'][] = ['battery.conductance', 'battery.tester', 'battery.milliohm'];

/**
 * Judges what was read of a battery outside any visit, one sitting at the bench.
 * @param isNew never fitted: then a hand-held tester only supports
 */
export const judgeBench = (
  battery: BatteryThing,
  readings: readonly Reading[],
  profile: ProfileName,
  isNew: boolean,
): BenchJudgement => {
  const judgement = judge({
    unit: benchUnit(battery),
    // A new one is not condemned by what is made for used ones: there it only supports.
    method: { profile: isNew && profile === 'conductance' ? 'pile' : profile },
    visit: { at: readings[0]?.at ?? new Date(0).toISOString(), reason: 'pm' },
    readings: [...readings],
  });
  const saysTester = readings.some(({ step }) => FOR_USED.includes(step));
  return {
    steps: judgement.steps.filter(({ point }) => point === BENCH_POSITION),
    figures: judgement.figures[BENCH_POSITION] ?? {},
    note:
      isNew && saysTester
        ? 'Never fitted: a hand-held tester is for used batteries, so what it says only supports. Charge it and load it to be sure.'
        : null,
  };
};
