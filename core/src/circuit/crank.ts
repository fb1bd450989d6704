import type { BatteryState } from './batteryModel';
import type { Machine } from './machine';
import { CRANK_STEP_SECONDS, CrankMotion } from './crankMotion';
import { rpmOf } from './starterModel';
import { bankNodes, starterNodes } from './wiring';

const WHOLE_SECONDS = 3;
const SETTLED_FROM = 1.5;
const INRUSH_UNTIL = 0.3;

/** A crank of 3 s: traces for looking at, means for judging. */
export interface CrankResult {
  readonly seconds: Float64Array;
  readonly bankVolts: Float64Array;
  readonly starterVolts: Float64Array;
  readonly amps: Float64Array;
  readonly rpm: Float64Array;
  /** Means from 1.5 to 3 s. */
  readonly meanVolts: Readonly<Record<string, number>>;
  readonly meanAmps: number;
  readonly meanRpm: number;
  readonly meanMotorVolts: number;
  readonly meanStates: readonly BatteryState[];
  /** Amperes out of each battery, mean, by position. */
  readonly meanBatteryAmps: Readonly<Record<string, number>>;
  /** Lowest bank volts of the first 0.3 s; shown apart, never judged. */
  readonly dipVolts: number;
}

/**
 * Cranks a machine for 3 s in steps of a millisecond: batteries with their inner branches, cables, contacts, motor,
 * engine with its compressions. A machine whose starter is not fed stands still.
 * The batteries' states move; give a machine of its own.
 */
export const crank = (machine: Machine): CrankResult => {
  const motion = new CrankMotion(machine);
  const { network } = motion;
  const { starter, batteries } = machine;
  const steps = Math.round(WHOLE_SECONDS / CRANK_STEP_SECONDS);
  const seconds = new Float64Array(steps);
  const bankVolts = new Float64Array(steps);
  const starterVolts = new Float64Array(steps);
  const amps = new Float64Array(steps);
  const rpm = new Float64Array(steps);
  const meanEmfs = new Float64Array(network.size);
  const meanStates = batteries.map((): BatteryState => ({
    stateOfCharge: 0,
    quickVolts: 0,
    slowVolts: 0,
    surfaceVolts: 0,
    takenAh: 0,
  }));
  const batteryAmps = new Float64Array(batteries.length);
  const { plus } = bankNodes(machine);
  let meanAmps = 0;
  let meanSpeed = 0;
  let counted = 0;
  let dipVolts = Infinity;
  for (let step = 0; step < steps; step++) {
    motion.solve();
    // Solved with the speed at the start of the step: this is the circuit at that moment.
    const { drawn, speed, emfs } = motion;
    const now = step * CRANK_STEP_SECONDS;
    seconds[step] = now;
    bankVolts[step] = network.volts(plus, emfs);
    starterVolts[step] = network.volts(starterNodes.stud, emfs) - network.volts(starterNodes.ground, emfs);
    amps[step] = drawn;
    rpm[step] = rpmOf(speed);
    motion.advance();
    if (now <= INRUSH_UNTIL) dipVolts = Math.min(dipVolts, bankVolts[step]!);
    if (now < SETTLED_FROM) continue;
    counted += 1;
    for (let i = 0; i < network.size; i++) meanEmfs[i]! += emfs[i]!;
    batteries.forEach(({ state }, index) => {
      const mean = meanStates[index]!;
      mean.stateOfCharge += state.stateOfCharge;
      mean.quickVolts += state.quickVolts;
      mean.slowVolts += state.slowVolts;
      mean.surfaceVolts += state.surfaceVolts;
      mean.takenAh += state.takenAh;
      batteryAmps[index]! += motion.amps[index]!;
    });
    meanAmps += drawn;
    meanSpeed += speed;
  }
  for (let i = 0; i < network.size; i++) meanEmfs[i]! /= counted;
  for (const mean of meanStates) {
    mean.stateOfCharge /= counted;
    mean.quickVolts /= counted;
    mean.slowVolts /= counted;
    mean.surfaceVolts /= counted;
    mean.takenAh /= counted;
  }
  return {
    seconds,
    bankVolts,
    starterVolts,
    amps,
    rpm,
    meanVolts: network.allVolts(meanEmfs),
    meanAmps: meanAmps / counted,
    meanRpm: rpmOf(meanSpeed / counted),
    meanMotorVolts: (starter.voltSeconds * meanSpeed) / counted,
    meanStates,
    meanBatteryAmps: Object.fromEntries(
      batteries.map(({ position }, index) => [position, batteryAmps[index]! / counted]),
    ),
    dipVolts,
  };
};
