import type { BatteryState } from './batteryModel';
import type { Machine } from './machine';
import { solveDenseInPlace } from './cholesky';
import type { ReducedNetwork } from './network';
import type { Source } from './source';
import { engineAt, motorTorque, rpmOf } from './starterModel';
import { bankNodes, branchIndex, starterNodes, wire } from './wiring';

const STEP_SECONDS = 0.001;
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

/** Steps the electrical side: Newton on the batteries' unknowns, the network as a small admittance matrix. */
class CrankCircuit {
  readonly #network: ReducedNetwork;
  readonly #size: number;
  readonly motor: number;
  readonly z: Float64Array;
  readonly emfs: Float64Array;
  readonly amps: Float64Array;
  readonly #matrix: Float64Array;
  readonly #misfit: Float64Array;
  readonly #before: Float64Array;

  constructor(network: ReducedNetwork) {
    this.#network = network;
    this.#size = network.size;
    this.motor = branchIndex(network.network, 'motor');
    this.z = new Float64Array(this.#size);
    this.emfs = new Float64Array(this.#size);
    this.amps = new Float64Array(this.#size);
    this.#matrix = new Float64Array(this.#size * this.#size);
    this.#misfit = new Float64Array(this.#size);
    this.#before = new Float64Array(this.#size);
  }

  /** Solves one step from where the last one stood. Two rounds of Newton suffice: little changes in a millisecond. */
  step(sources: readonly Source[]): void {
    const n = this.#size;
    const { z, emfs, amps } = this;
    const { admittance } = this.#network;
    this.#before.set(z);
    for (let round = 0; round < 12; round++) {
      let largest = 1;
      for (let i = 0; i < n; i++) {
        amps[i] = sources[i]!.amps(z[i]!);
        emfs[i] = sources[i]!.emf(z[i]!);
        largest = Math.max(largest, Math.abs(amps[i]!));
      }
      let worst = 0;
      for (let i = 0; i < n; i++) {
        let sum = amps[i]!;
        for (let j = 0; j < n; j++) sum -= admittance[i * n + j]! * emfs[j]!;
        this.#misfit[i] = -sum;
        worst = Math.max(worst, Math.abs(sum));
      }
      if (worst <= 1e-7 * largest) return;
      for (let j = 0; j < n; j++) {
        const slope = sources[j]!.dEmf(z[j]!);
        for (let i = 0; i < n; i++) {
          this.#matrix[i * n + j] = (i === j ? sources[i]!.dAmps(z[i]!) : 0) - admittance[i * n + j]! * slope;
        }
      }
      if (!solveDenseInPlace(this.#matrix, n, this.#misfit)) break;
      for (let i = 0; i < n; i++) {
        const most = sources[i]!.longestStep(z[i]!);
        z[i] = z[i]! + Math.min(most, Math.max(-most, this.#misfit[i]!));
      }
    }
    // Rare: a jump too large for plain steps. The careful method starts from where the last moment stood.
    const { unknowns, amps: settled, emfs: forces } = this.#network.solve(sources, this.#before);
    z.set(unknowns);
    amps.set(settled);
    emfs.set(forces);
  }
}

/**
 * Cranks a machine for 3 s in steps of a millisecond: batteries with their inner branches, cables, contacts, motor,
 * engine with its compressions. A machine whose starter is not fed stands still.
 * The batteries' states move; give a machine of its own.
 */
export const crank = (machine: Machine): CrankResult => {
  const network = wire(
    machine,
    { cranking: true, loadOhms: null, pile: null, alternators: false },
    STEP_SECONDS,
  ).reduce();
  const circuit = new CrankCircuit(network);
  const { starter, batteries } = machine;
  const steps = Math.round(WHOLE_SECONDS / STEP_SECONDS);
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
  let speed = 0;
  let angle = 0;
  let meanAmps = 0;
  let meanSpeed = 0;
  let counted = 0;
  let dipVolts = Infinity;
  const motorSource = { volts: 0 };
  const motor: Source = {
    amps: (z) => z,
    emf: () => motorSource.volts,
    dAmps: () => 1,
    dEmf: () => 0,
    longestStep: () => Infinity,
  };
  const sources: Source[] = batteries.map((battery) => battery.source(STEP_SECONDS));
  if (circuit.motor >= 0) sources.push(motor);
  const perStep = starter.inertia / STEP_SECONDS;
  // Torque the motor loses for each radian a second, through its back volts and the whole circuit.
  const fade =
    circuit.motor < 0
      ? 0
      : motorTorque(starter, starter.voltSeconds * network.admittance[circuit.motor * network.size + circuit.motor]!);
  for (let step = 0; step < steps; step++) {
    motorSource.volts = starter.voltSeconds * speed;
    for (const battery of batteries) battery.source(STEP_SECONDS);
    circuit.step(sources);
    const drawn = circuit.motor < 0 ? 0 : -circuit.amps[circuit.motor]!;
    // Solved with the speed at the start of the step: this is the circuit at that moment.
    const now = step * STEP_SECONDS;
    seconds[step] = now;
    bankVolts[step] = network.volts(plus, circuit.emfs);
    starterVolts[step] =
      network.volts(starterNodes.stud, circuit.emfs) - network.volts(starterNodes.ground, circuit.emfs);
    amps[step] = drawn;
    rpm[step] = rpmOf(speed);
    for (const [index, battery] of batteries.entries()) battery.advance(circuit.amps[index]!, STEP_SECONDS);
    if (circuit.motor >= 0) {
      // Trapezoidal in speed; what the motor gives at the end of the step follows from its back volts there.
      const engine = engineAt(starter, angle + speed * STEP_SECONDS);
      const given = motorTorque(starter, drawn);
      const before = given - engineAt(starter, angle)(speed).torque;
      let next = speed;
      for (let round = 0; round < 12; round++) {
        const { torque, slope } = engine(next);
        const misfit = perStep * (next - speed) - 0.5 * (before + given - fade * (next - speed) - torque);
        const change = misfit / (perStep + 0.5 * (fade + Math.max(0, slope)));
        next -= change;
        if (Math.abs(change) < 1e-9) break;
      }
      next = Math.max(0, next);
      angle += 0.5 * (speed + next) * STEP_SECONDS;
      speed = next;
    }
    if (now <= INRUSH_UNTIL) dipVolts = Math.min(dipVolts, bankVolts[step]!);
    if (now < SETTLED_FROM) continue;
    counted += 1;
    for (let i = 0; i < network.size; i++) meanEmfs[i]! += circuit.emfs[i]!;
    batteries.forEach(({ state }, index) => {
      const mean = meanStates[index]!;
      mean.stateOfCharge += state.stateOfCharge;
      mean.quickVolts += state.quickVolts;
      mean.slowVolts += state.slowVolts;
      mean.surfaceVolts += state.surfaceVolts;
      mean.takenAh += state.takenAh;
      batteryAmps[index]! += circuit.amps[index]!;
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
