import type { Machine } from './machine';
import type { ReducedNetwork } from './network';
import { runningPoint, sourcesOf, type OperatingPoint } from './operatingPoint';
import { branchIndex, wire, type Attachments } from './wiring';

const STEP_SECONDS = 0.05;
/** Long waits go in longer steps: nothing but the charge changes there. */
const LONG_WAIT_SECONDS = 30;
const LONG_STEP_SECONDS = 0.5;

export interface Running {
  readonly engineRpm: number;
  readonly loadOhms: number | null;
  readonly pileAmps: number | null;
}

/**
 * Lets the engine run at a speed for a while and gives the circuit as it stands then. The batteries' states move on.
 * Implicit steps of 50 ms, of half a second in long waits.
 */
export const runEngine = (machine: Machine, running: Running, seconds: number): OperatingPoint => {
  for (const battery of machine.batteries) battery.startCharging();
  const attached: Attachments = {
    cranking: false,
    loadOhms: running.loadOhms,
    pile: running.pileAmps === null ? null : 'bank',
    alternators: true,
  };
  const step = seconds > LONG_WAIT_SECONDS ? LONG_STEP_SECONDS : STEP_SECONDS;
  const network: ReducedNetwork = wire(machine, attached, step).reduce();
  const alternators = machine.alternatorsAt(running.engineRpm);
  const at = machine.batteries.map(({ position }) => branchIndex(network.network, `battery ${position}`));
  let unknowns: Float64Array | undefined;
  for (let passed = 0; passed < seconds - 1e-9; passed += step) {
    const solution = network.solve(
      sourcesOf(machine, network, { seconds: step, alternators, pileAmps: running.pileAmps ?? 0 }),
      unknowns,
    );
    unknowns = solution.unknowns;
    for (const [index, battery] of machine.batteries.entries()) battery.advance(solution.amps[at[index]!]!, step);
  }
  return runningPoint(machine, running);
};

/** Amperes into each battery, by position. */
export const chargingAmps = ({ amps, machine }: OperatingPoint): Record<string, number> =>
  Object.fromEntries(machine.batteries.map(({ position }) => [position, -amps[`battery ${position}`]!]));
