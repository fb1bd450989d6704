import type { Machine } from './machine';
import { solveDenseInPlace } from './cholesky';
import type { ReducedNetwork } from './network';
import type { Source } from './source';
import { engineAt, motorTorque } from './starterModel';
import { branchIndex, wire } from './wiring';

/** Step of a crank, seconds. */
export const CRANK_STEP_SECONDS = 0.001;

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

  /** Solves one step from where the last two lead: what changes in a millisecond goes on as it went, and one round of Newton suffices. */
  step(sources: readonly Source[]): void {
    const n = this.#size;
    const { z, emfs, amps } = this;
    const { admittance } = this.#network;
    for (let i = 0; i < n; i++) {
      const last = z[i]!;
      z[i] = 2 * last - this.#before[i]!;
      this.#before[i] = last;
    }
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

/** A crank as it goes on: one millisecond after another. The batteries' states move; give it a machine of its own. */
export class CrankMotion {
  readonly network: ReducedNetwork;
  readonly #machine: Machine;
  readonly #circuit: CrankCircuit;
  readonly #sources: readonly Source[];
  readonly #perStep: number;
  readonly #fade: number;
  #motorVolts = 0;
  #angle = 0;
  /** Speed of the crankshaft, radian a second. */
  speed = 0;
  /** Amperes the motor draws. */
  drawn = 0;

  constructor(machine: Machine) {
    this.#machine = machine;
    this.network = wire(
      machine,
      { cranking: true, loadOhms: null, pile: null, alternators: false },
      CRANK_STEP_SECONDS,
    ).reduce();
    this.#circuit = new CrankCircuit(this.network);
    const motor: Source = {
      amps: (z) => z,
      emf: () => this.#motorVolts,
      dAmps: () => 1,
      dEmf: () => 0,
      longestStep: () => Infinity,
    };
    const sources = machine.batteries.map((battery) => battery.source(CRANK_STEP_SECONDS));
    const at = this.#circuit.motor;
    this.#sources = at < 0 ? sources : [...sources, motor];
    const { starter } = machine;
    this.#perStep = starter.inertia / CRANK_STEP_SECONDS;
    // Torque the motor loses for each radian a second, through its back volts and the whole circuit.
    this.#fade =
      at < 0 ? 0 : motorTorque(starter, starter.voltSeconds * this.network.admittance[at * this.network.size + at]!);
  }

  get isFed(): boolean {
    return this.#circuit.motor >= 0;
  }
  /** Forces of the sources as the last step found them, for node volts. */
  get emfs(): Float64Array {
    return this.#circuit.emfs;
  }
  /** Amperes out of every source, batteries first. */
  get amps(): Float64Array {
    return this.#circuit.amps;
  }

  /** Solves the circuit at this moment's speed. */
  solve(): void {
    this.#motorVolts = this.#machine.starter.voltSeconds * this.speed;
    for (const battery of this.#machine.batteries) battery.source(CRANK_STEP_SECONDS);
    this.#circuit.step(this.#sources);
    this.drawn = this.isFed ? -this.#circuit.amps[this.#circuit.motor]! : 0;
  }

  /** Lets a millisecond pass with the currents just solved. */
  advance(): void {
    const { starter, batteries, weakCylinder } = this.#machine;
    for (const [index, battery] of batteries.entries()) battery.advance(this.#circuit.amps[index]!, CRANK_STEP_SECONDS);
    if (!this.isFed) return;
    // Trapezoidal in speed; what the motor gives at the end of the step follows from its back volts there.
    const { speed } = this;
    const engine = engineAt(starter, this.#angle + speed * CRANK_STEP_SECONDS, weakCylinder);
    const given = motorTorque(starter, this.drawn);
    const before = given - engineAt(starter, this.#angle, weakCylinder)(speed).torque;
    let next = speed;
    for (let round = 0; round < 12; round++) {
      const { torque, slope } = engine(next);
      const misfit = this.#perStep * (next - speed) - 0.5 * (before + given - this.#fade * (next - speed) - torque);
      const change = misfit / (this.#perStep + 0.5 * (this.#fade + Math.max(0, slope)));
      next -= change;
      if (Math.abs(change) < 1e-9) break;
    }
    next = Math.max(0, next);
    this.#angle += 0.5 * (speed + next) * CRANK_STEP_SECONDS;
    this.speed = next;
  }
}
