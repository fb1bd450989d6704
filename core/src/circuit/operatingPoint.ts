import { alternatorSource, type AlternatorModel } from './alternatorModel';
import type { BatteryModel } from './batteryModel';
import { crank } from './crank';
import { buildMachine, type Machine, type MachineInput } from './machine';
import type { ReducedNetwork } from './network';
import { fixedDraw, fixedSource, type Source } from './source';
import { groundOfBlockOhms, wire, type Attachments, type PilePlace } from './wiring';

/** Moments of a machine that can be looked at. */
export type OperatingPointName = 'rest' | `load:${string}` | 'pile' | 'crank' | 'idle' | 'output';

/** A network with the sources that stand in it, and its solution. */
export interface OperatingPoint {
  readonly machine: Machine;
  readonly network: ReducedNetwork;
  readonly sources: readonly Source[];
  readonly volts: Readonly<Record<string, number>>;
  /** Amperes out of the positive end of every source, by its name. */
  readonly amps: Readonly<Record<string, number>>;
  readonly emfs: Float64Array;
  readonly alternators: readonly AlternatorModel[];
}

export const NOTHING_ATTACHED: Attachments = { cranking: false, loadOhms: null, pile: null, alternators: false };
export const PILE_AMPS = 500;
export const IDLE_RPM = 650;
export const FAST_RPM = 1500;
export const GOVERNED_RPM = 2200;
/** Amperes that stay on with everything switched off and the engine running, for each 12 V. */
export const STANDING_LOAD_AMPS = 4;
/** Demand beyond the alternators' ratings, so that they give all they can. */
const DEMAND_SHARE = 1.15;

/** The loop an alternator's current flows through on its way to the bank and back, when its regulator senses the bank. */
const senseLoopOhms = (machine: Machine, id: string): number => {
  const alternator = machine.unit.alternators?.find((candidate) => candidate.id === id);
  if (alternator?.remoteSense !== true) return 0;
  const joints = machine.jointOhms('alternator.B+') + machine.jointOhms('alternator.ground');
  const ground = alternator.ground === 'stud' ? 0 : groundOfBlockOhms(machine) + machine.jointOhms('block.ground');
  return joints + machine.cableOhms('chargePositive') + machine.cableOhms('chargeGround') + ground;
};

/** Sources of a wired machine in the order of its network. */
export const sourcesOf = (
  machine: Machine,
  network: ReducedNetwork,
  given: {
    readonly seconds: number;
    readonly motorVolts?: number;
    readonly alternators?: readonly AlternatorModel[];
    readonly pileAmps?: number;
  },
): Source[] =>
  network.network.branches.map(({ name }): Source => {
    if (name.startsWith('battery ')) {
      return machine.batteries.find(({ position }) => position === name.slice(8))!.source(given.seconds);
    }
    if (name === 'motor') return fixedSource(given.motorVolts ?? 0);
    if (name === 'pile') return fixedDraw(given.pileAmps ?? 0);
    const id = name.slice('alternator '.length);
    const model = given.alternators?.find((candidate) => candidate.id === id);
    if (model === undefined) throw new RangeError(`No figures for ${name}: expected its model.`);
    return alternatorSource(model, senseLoopOhms(machine, id));
  });

/** A network as it was wired last for a machine, with what it was wired by. */
interface Kept {
  readonly attached: Attachments;
  readonly batteryOhms: readonly number[];
  readonly network: ReducedNetwork;
}
const kept = new WeakMap<Machine, Kept>();

const isAsBefore = ({ attached, batteryOhms }: Kept, now: Attachments, machine: Machine): boolean =>
  attached.cranking === now.cranking &&
  attached.loadOhms === now.loadOhms &&
  attached.pile === now.pile &&
  attached.alternators === now.alternators &&
  attached.meter === now.meter &&
  machine.batteries.every((battery, index) => battery.seriesOhms(0) === batteryOhms[index]);

/**
 * The network of a machine at this moment. It is kept while nothing that stands in it has changed: another current of the
 * pile or another speed of the engine is another source, not another network.
 */
const networkNow = (machine: Machine, attached: Attachments): ReducedNetwork => {
  const known = kept.get(machine);
  if (known !== undefined && isAsBefore(known, attached, machine)) return known.network;
  const network = wire(machine, attached, 0).reduce();
  kept.set(machine, { attached, batteryOhms: machine.batteries.map((battery) => battery.seriesOhms(0)), network });
  return network;
};

const solved = (
  machine: Machine,
  network: ReducedNetwork,
  sources: readonly Source[],
  alternators: readonly AlternatorModel[] = [],
): OperatingPoint => {
  const { amps, emfs } = network.solve(sources);
  return {
    machine,
    network,
    sources,
    volts: network.allVolts(emfs),
    amps: Object.fromEntries(network.network.branches.map(({ name }, index) => [name, amps[index]!])),
    emfs,
    alternators,
  };
};

/** Resistance of what stays on while everything is switched off. */
export const standingLoadOhms = (machine: Machine): number => {
  const k = machine.unit.systemVolts / 12;
  return (13 * k) / (STANDING_LOAD_AMPS + machine.parasiticAmps);
};

const parasiticOhms = (machine: Machine): number | null =>
  machine.parasiticAmps === 0 ? null : (12.5 * (machine.unit.systemVolts / 12)) / machine.parasiticAmps;

/** The machine at rest, key off. */
export const restingPoint = (machine: Machine): OperatingPoint => {
  const network = networkNow(machine, { ...NOTHING_ATTACHED, loadOhms: parasiticOhms(machine) });
  return solved(machine, network, sourcesOf(machine, network, { seconds: 0 }));
};

/** The pile drawing amperes for a moment, engine off: at the starter posts where nothing else is said. */
export const pilePoint = (machine: Machine, amps: number = PILE_AMPS, pile: PilePlace = 'starter'): OperatingPoint => {
  const network = networkNow(machine, { ...NOTHING_ATTACHED, pile });
  return solved(machine, network, sourcesOf(machine, network, { seconds: 0, pileAmps: amps }));
};

/** The engine running at a speed, with loads and pile as asked; batteries as they stand. */
export const runningPoint = (
  machine: Machine,
  input: { readonly engineRpm: number; readonly loadOhms: number | null; readonly pileAmps: number | null },
): OperatingPoint => {
  const attached: Attachments = {
    cranking: false,
    loadOhms: input.loadOhms,
    pile: input.pileAmps === null ? null : 'bank',
    alternators: true,
  };
  const network = networkNow(machine, attached);
  const alternators = machine.alternatorsAt(input.engineRpm);
  return solved(
    machine,
    network,
    sourcesOf(machine, network, { seconds: 0, alternators, pileAmps: input.pileAmps ?? 0 }),
    alternators,
  );
};

/** Demand that makes every alternator give all it can, amperes. */
export const demandAmps = (machine: Machine): number =>
  DEMAND_SHARE * machine.alternatorsAt(GOVERNED_RPM).reduce((sum, { ratedAmps }) => sum + ratedAmps, 0);

/** A machine that cranks, as the mean from 1.5 to 3 s. */
export interface CrankPoint extends OperatingPoint {
  readonly meanRpm: number;
}

/** Cranking: states of the batteries and speed of the motor held at their means. */
export const crankPoint = (machine: Machine): CrankPoint => {
  const { meanMotorVolts, meanRpm, meanStates } = crank(machine);
  for (const [index, battery] of machine.batteries.entries()) Object.assign(battery.state, meanStates[index]);
  const network = wire(machine, { ...NOTHING_ATTACHED, cranking: true }, 0).reduce();
  const sources = sourcesOf(machine, network, { seconds: 0, motorVolts: meanMotorVolts });
  return { ...solved(machine, network, sources), meanRpm };
};

const HOLD_STEP_SECONDS = 0.05;
const HOLD_SECONDS = 15;

/** One battery alone under a steady draw: its volts at the end of the hold, and the state it is left in. */
export const holdLoad = (
  battery: BatteryModel,
  amps: number,
  seconds: number = HOLD_SECONDS,
): { readonly volts: number; readonly trace: readonly (readonly [seconds: number, volts: number])[] } => {
  const trace: [number, number][] = [];
  const steps = Math.round(seconds / HOLD_STEP_SECONDS);
  let volts = 0;
  for (let step = 1; step <= steps; step++) {
    const source = battery.source(HOLD_STEP_SECONDS);
    volts = source.emf(amps) - battery.seriesOhms(HOLD_STEP_SECONDS) * amps;
    battery.advance(amps, HOLD_STEP_SECONDS);
    if (step % 5 === 0) trace.push([step * HOLD_STEP_SECONDS, volts]);
  }
  return { volts, trace };
};

/** Half the rating on one battery cut off from the rest, at the end of its 15 s. */
const loadPoint = (machine: Machine, position: string): OperatingPoint => {
  const battery = machine.batteries.find((candidate) => candidate.position === position);
  if (battery === undefined) throw new RangeError(`No battery at position ${position}.`);
  const alone: Machine = {
    ...machine,
    batteries: [battery],
    unit: {
      ...machine.unit,
      bank: {
        arrangement: '1S1P',
        batteries: machine.unit.bank.batteries.filter((candidate) => candidate.position === position),
      },
    },
  };
  const amps = battery.cca / 2;
  holdLoad(battery, amps);
  const network = wire(alone, { ...NOTHING_ATTACHED, pile: 'bank' }, 0).reduce();
  return solved(alone, network, sourcesOf(alone, network, { seconds: 0, pileAmps: amps }));
};

/** The machine at one of its named moments. */
export const operatingPoint = (input: MachineInput, at: OperatingPointName): OperatingPoint => {
  const machine = buildMachine(input);
  if (at.startsWith('load:')) return loadPoint(machine, at.slice(5));
  switch (at) {
    case 'rest':
      return restingPoint(machine);
    case 'pile':
      return pilePoint(machine);
    case 'crank':
      return crankPoint(machine);
    case 'idle':
      return runningPoint(machine, { engineRpm: IDLE_RPM, loadOhms: standingLoadOhms(machine), pileAmps: null });
    case 'output':
      return runningPoint(machine, {
        engineRpm: GOVERNED_RPM,
        loadOhms: standingLoadOhms(machine),
        pileAmps: demandAmps(machine),
      });
    default:
      throw new RangeError(`No moment "${at}": expected rest, load:A, pile, crank, idle or output.`);
  }
};

/** Volts between two nodes. */
export const voltsBetween = ({ volts }: Pick<OperatingPoint, 'volts'>, red: string, black: string): number => {
  const [from, to] = [volts[red], volts[black]];
  if (from === undefined || to === undefined)
    throw new RangeError(`No node "${from === undefined ? red : black}" in this circuit.`);
  return from - to;
};

/** Amperes through a named stretch, from its first node to its second. */
export const ampsThrough = ({ network, volts }: OperatingPoint, resistor: string): number => {
  const found = network.network.resistors.find(({ name }) => name === resistor);
  if (found === undefined) throw new RangeError(`No stretch "${resistor}" in this circuit.`);
  return (volts[found.a]! - volts[found.b]!) / found.ohms;
};
