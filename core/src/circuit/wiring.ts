import { bankEnds, isSeriesBank, strings } from '../unit/bank';
import type { Machine } from './machine';
import { Network } from './network';

/** Where a carbon pile is clamped on: the starter's posts, the bank's, the first alternator's, or those of one battery. */
export type PilePlace = 'starter' | 'bank' | 'alternator' | `battery:${string}`;

/** What is switched on or connected while the circuit is looked at. */
export interface Attachments {
  /** The solenoid is told to close, and the starter turns or tries to. */
  readonly cranking: boolean;
  /** Lamps, blower and the like across the bank, ohm; null when all is off. */
  readonly loadOhms: number | null;
  /** Where the carbon pile is connected. */
  readonly pile: PilePlace | null;
  readonly alternators: boolean;
  /** Nodes a volts meter is held to: it draws its own small current. */
  readonly meter?: readonly [red: string, black: string] | undefined;
}

/** Node names of the machine; test points carry the names the visit file gives them. */
export const starterNodes = { stud: 'starter.B+', motor: 'starter.motor', ground: 'starter.ground' } as const;

/** Nodes of an alternator: the first one carries the plain names. */
export const alternatorNodes = (machine: Machine, id: string): { readonly plus: string; readonly ground: string } =>
  machine.unit.alternators?.[0]?.id === id
    ? { plus: 'alternator.B+', ground: 'alternator.ground' }
    : { plus: `${id}.B+`, ground: `${id}.ground` };

export const bankNodes = (machine: Machine): { readonly plus: string; readonly minus: string } => {
  const { plus, minus } = bankEnds(machine.unit);
  return { plus: `${plus}+`, minus: `${minus}-` };
};

/**
 * Names at a battery's posts. Kept, since a circuit is wired anew thousands of times and a text once looked up is
 * found again at once.
 */
interface PostNames {
  readonly source: string;
  readonly posts: readonly [plus: string, minus: string];
  readonly clamps: readonly [plus: string, minus: string];
  readonly joints: readonly [plus: string, minus: string];
}
const POSTS: ReadonlyMap<string, PostNames> = new Map(
  [...'ABCDEF'].map((position) => [
    position,
    {
      source: `battery ${position}`,
      posts: [`${position}+`, `${position}-`],
      clamps: [`${position}+.clamp`, `${position}-.clamp`],
      joints: [`joint ${position}+`, `joint ${position}-`],
    },
  ]),
);
const CLAMPS: ReadonlyMap<string, string> = new Map(
  [...POSTS.values()].flatMap(({ posts, clamps }) => posts.map((post, end) => [post, clamps[end]!])),
);
const namesAt = (position: string): PostNames => {
  const names = POSTS.get(position);
  if (names === undefined) throw new RangeError(`No battery position "${position}": expected A to F.`);
  return names;
};
/** Clamp of a post that is there. */
const clampOf = (post: string): string => CLAMPS.get(post)!;

/** A bolted contact that carries no name of its own; sound ones hardly count. */
const BOLTED = 2e-5;
/** The block, bare metal: the test point at its ground. */
const BLOCK = 'block.ground';
/** Braided strap from block to bank, ohm: 95 mm², 0.8 m. */
const STRAP = 1.45e-4;
const PILE_LEADS = 5e-5;
/** Inner resistance of a hand meter on its volts ranges. */
const METER_OHMS = 10e6;
const SMALLEST_SERIES = 1e-6;

/** Posts, clamps and the cables between batteries: strings side by side, each string in series. */
const wireBank = (network: Network, machine: Machine): void => {
  const rows = strings(machine.unit.bank);
  const link = machine.cableOhms('link');
  for (const row of rows) {
    for (const { position } of row) {
      const { posts, clamps, joints } = namesAt(position);
      posts.forEach((post, end) => network.resistor(joints[end]!, post, clamps[end]!, machine.jointOhms(post)));
    }
    row.slice(1).forEach(({ position }, index) => {
      network.resistor(
        `link ${row[index]!.position}${position}`,
        namesAt(row[index]!.position).clamps[1],
        namesAt(position).clamps[0],
        link,
      );
    });
  }
  rows.slice(1).forEach((row, index) => {
    const before = rows[index]!;
    const name = isSeriesBank(machine.unit.bank) ? `strings ${index + 1}` : `${before[0]!.position}${row[0]!.position}`;
    network.resistor(
      `link ${name} +`,
      namesAt(before[0]!.position).clamps[0],
      namesAt(row[0]!.position).clamps[0],
      link,
    );
    network.resistor(
      `link ${name} -`,
      namesAt(before.at(-1)!.position).clamps[1],
      namesAt(row.at(-1)!.position).clamps[1],
      link,
    );
  });
};

const wireStarter = (network: Network, machine: Machine, cranking: boolean): void => {
  const { plus, minus } = bankNodes(machine);
  const { stud, motor, ground } = starterNodes;
  network.resistor('starterPositive', clampOf(plus), 'starter.B+.lug', machine.cableOhms('starterPositive'));
  network.resistor('joint starter.B+', 'starter.B+.lug', stud, machine.jointOhms('starter.B+'));
  // Grounded by its own cable a starter stands insulated on the block, and the block has a strap of its own.
  network.resistor('joint block.ground', BLOCK, `${BLOCK}.lug`, machine.jointOhms('block.ground'));
  if (machine.unit.starter?.groundReturn === 'block') {
    network.resistor('joint starter.ground', ground, BLOCK, machine.jointOhms('starter.ground'));
    network.resistor('starterGround', `${BLOCK}.lug`, clampOf(minus), machine.cableOhms('starterGround'));
  } else {
    network.resistor('joint starter.ground', ground, 'starter.ground.lug', machine.jointOhms('starter.ground'));
    network.resistor('starterGround', 'starter.ground.lug', clampOf(minus), machine.cableOhms('starterGround'));
    network.resistor('block strap', `${BLOCK}.lug`, clampOf(minus), STRAP);
  }
  if (cranking) wireControl(network, machine);
  if (cranking && machine.contactOhms !== 'open' && solenoidCloses(machine)) {
    network.resistor('contacts', stud, motor, machine.contactOhms);
    network.branch('motor', motor, ground, machine.starter.motorOhms);
  } else {
    // At rest the motor terminal hangs on the motor's own windings.
    network.resistor('motor at rest', motor, ground, machine.starter.motorOhms);
  }
};

/** Cable or strap between the block and the bank, ohm. */
export const groundOfBlockOhms = (machine: Machine): number =>
  machine.unit.starter?.groundReturn === 'block' ? machine.cableOhms('starterGround') : STRAP;

/** Key, magnetic switch and wire to the solenoid, as one path that is open or has resistance. */
const wireControl = (network: Network, machine: Machine): void => {
  const { plus } = bankNodes(machine);
  const { ground } = starterNodes;
  const supply = clampOf(plus);
  const { switchOhms, controlOhms, coilOhms } = machine;
  network.resistor('switch supply', supply, 'switch.supply', 1e-3);
  if (switchOhms !== 'open') network.resistor('magnetic switch', 'switch.supply', 'switch.output', switchOhms);
  else network.resistor('switch output', 'switch.output', ground, 10 * coilOhms);
  if (controlOhms !== 'open') network.resistor('control wire', 'switch.output', 'starter.control', controlOhms);
  network.resistor('solenoid', 'starter.control', ground, coilOhms);
};

/** Share of the system volts by which a solenoid closes. */
const PULL_IN_SHARE = 0.5;

/** True when the solenoid gets enough to close its contacts. */
export const solenoidCloses = ({ switchOhms, controlOhms, coilOhms }: Machine): boolean =>
  switchOhms !== 'open' && controlOhms !== 'open' && coilOhms / (coilOhms + switchOhms + controlOhms) >= PULL_IN_SHARE;

const wireAlternators = (network: Network, machine: Machine, running: boolean): void => {
  const { plus, minus } = bankNodes(machine);
  for (const { id, ground } of machine.unit.alternators ?? []) {
    const nodes = alternatorNodes(machine, id);
    const first = nodes.plus === 'alternator.B+';
    const joint = (name: 'B+' | 'ground'): number => (first ? machine.jointOhms(`alternator.${name}`) : BOLTED);
    network.resistor(`joint ${nodes.plus}`, nodes.plus, `${nodes.plus}.lug`, joint('B+'));
    network.resistor(`chargePositive ${id}`, `${nodes.plus}.lug`, clampOf(plus), machine.cableOhms('chargePositive'));
    network.resistor(`joint ${nodes.ground}`, nodes.ground, `${nodes.ground}.lug`, joint('ground'));
    network.resistor(
      `chargeGround ${id}`,
      `${nodes.ground}.lug`,
      ground === 'stud' ? clampOf(minus) : BLOCK,
      machine.cableOhms('chargeGround'),
    );
    if (running)
      network.branch(
        `alternator ${id}`,
        nodes.plus,
        nodes.ground,
        machine.alternatorsAt(0).find((a) => a.id === id)!.regulatorOhms,
      );
  }
};

const pilePosts = (machine: Machine, place: PilePlace): { readonly plus: string; readonly minus: string } => {
  if (place === 'starter') return { plus: starterNodes.stud, minus: starterNodes.ground };
  if (place === 'bank') return bankNodes(machine);
  if (place === 'alternator') return { plus: 'alternator.B+', minus: 'alternator.ground' };
  const position = place.slice('battery:'.length);
  return { plus: `${position}+`, minus: `${position}-` };
};

/**
 * Wires the machine as a network with the bank's negative post as node 0. Sources are, in order: the batteries by
 * position, the motor when it is fed, the alternators when they run, and the pile.
 * @param seconds length of a time step the batteries are made ready for; 0 for this moment
 */
export const wire = (machine: Machine, attached: Attachments, seconds: number): Network => {
  const { plus, minus } = bankNodes(machine);
  const network = new Network(minus);
  for (const battery of machine.batteries)
    network.branch(namesAt(battery.position).source, ...namesAt(battery.position).posts, battery.seriesOhms(seconds));
  wireBank(network, machine);
  wireStarter(network, machine, attached.cranking);
  wireAlternators(network, machine, attached.alternators);
  if (attached.loadOhms !== null) network.resistor('loads', clampOf(plus), clampOf(minus), attached.loadOhms);
  if (attached.pile !== null) {
    const posts = pilePosts(machine, attached.pile);
    network.branch('pile', posts.plus, posts.minus, Math.max(SMALLEST_SERIES, PILE_LEADS));
  }
  if (attached.meter !== undefined) wireMeter(network, attached.meter);
  return network;
};

/** A meter between two places of the circuit; one that hangs free reads through nothing and draws nothing. */
const wireMeter = (network: Network, [red, black]: readonly [string, string]): void => {
  if (red !== black && network.hasNode(red) && network.hasNode(black))
    network.resistor('meter', red, black, METER_OHMS);
};

/** Index of a source in the network, or -1 when it is not there. */
export const branchIndex = (network: Network, name: string): number =>
  network.branches.findIndex((branch) => branch.name === name);
