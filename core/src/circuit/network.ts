import { factorInPlace, solveDenseInPlace, solveFactoredInPlace } from './cholesky';
import type { Source } from './source';

interface Resistor {
  readonly name: string;
  readonly a: string;
  readonly b: string;
  readonly ohms: number;
  /** Numbers of the nodes at its ends. */
  readonly from: number;
  readonly to: number;
}

/** A source between two nodes: its positive end at `a`. */
export interface Branch {
  readonly name: string;
  readonly a: string;
  readonly b: string;
  readonly ohms: number;
  readonly from: number;
  readonly to: number;
}

const MOST_ITERATIONS = 80;
const CONVERGED = 1e-10;

/** A solved network: what every source gives and every node stands at, against node 0. */
export interface Solution {
  /** Unknowns of the sources, to start the next solution from. */
  readonly unknowns: Float64Array;
  /** Amperes out of the positive end of each source. */
  readonly amps: Float64Array;
  /** Force of each source, volts. */
  readonly emfs: Float64Array;
}

/** A resistive network with sources, as it is wired. Node 0 is the reference. */
export class Network {
  readonly reference: string;
  readonly #resistors: Resistor[] = [];
  readonly #branches: Branch[] = [];
  readonly #nodes = new Map<string, number>();

  constructor(reference: string) {
    this.reference = reference;
    this.#nodes.set(reference, 0);
  }
  #node(name: string): number {
    const known = this.#nodes.get(name);
    if (known !== undefined) return known;
    const index = this.#nodes.size;
    this.#nodes.set(name, index);
    return index;
  }
  /** @throws {RangeError} when the resistance is not above 0 */
  resistor(name: string, a: string, b: string, ohms: number): void {
    if (!(ohms > 0)) throw new RangeError(`Resistance of ${name} must be above 0 ohm, received ${ohms}.`);
    this.#resistors.push({ name, a, b, ohms, from: this.#node(a), to: this.#node(b) });
  }
  /** Adds the place of a source; which force stands behind it is said when solving. */
  branch(name: string, a: string, b: string, ohms: number): void {
    if (!(ohms > 0)) throw new RangeError(`Series resistance of ${name} must be above 0 ohm, received ${ohms}.`);
    this.#branches.push({ name, a, b, ohms, from: this.#node(a), to: this.#node(b) });
  }
  get resistors(): readonly Resistor[] {
    return this.#resistors;
  }
  get branches(): readonly Branch[] {
    return this.#branches;
  }
  get nodeCount(): number {
    return this.#nodes.size;
  }
  get nodes(): readonly string[] {
    return [...this.#nodes.keys()];
  }
  hasNode(name: string): boolean {
    return this.#nodes.has(name);
  }
  nodeIndex(name: string): number {
    const index = this.#nodes.get(name);
    if (index === undefined) throw new RangeError(`No node "${name}" in the network.`);
    return index;
  }
  reduce(): ReducedNetwork {
    return new ReducedNetwork(this);
  }
}

let scratch = new Float64Array(0);
/** A matrix of nothing to work in, lent until the next call: making a large one anew costs more than filling it. */
const emptied = (size: number): Float64Array => {
  if (scratch.length < size) scratch = new Float64Array(size);
  return scratch.fill(0, 0, size);
};

/**
 * Rows of the nodes so that those farthest from node 0 come first: cables make long chains, and eliminating a chain
 * from its end leaves nothing behind (the order of Cuthill and McKee, reversed). -1 for node 0.
 */
const rowsFromTheEnds = ({ nodeCount, resistors, branches }: Network): Int32Array => {
  // Every end of a stretch is chained to the one seen before it at the same node: no list a node has to be made.
  const lastEnd: number[] = [];
  const before: number[] = [];
  const leadsTo: number[] = [];
  const chain = (from: number, to: number): void => {
    before.push(lastEnd[from] ?? -1);
    lastEnd[from] = leadsTo.push(to) - 1;
  };
  for (let node = 0; node < nodeCount; node++) lastEnd.push(-1);
  for (const list of [resistors, branches]) {
    for (const { from, to } of list) {
      chain(from, to);
      chain(to, from);
    }
  }
  // What nothing leads to keeps a row of its own, and factoring says that it hangs on nothing.
  const row = new Int32Array(nodeCount).fill(-2);
  row[0] = -1;
  const reached = [0];
  let next = nodeCount - 2;
  for (let at = 0; at < reached.length; at++) {
    for (let end = lastEnd[reached[at]!]!; end >= 0; end = before[end]!) {
      const node = leadsTo[end]!;
      if (row[node] !== -2) continue;
      row[node] = next--;
      reached.push(node);
    }
  }
  for (let node = 1; next >= 0; node++) if (row[node] === -2) row[node] = next--;
  return row;
};

/**
 * A network reduced to its sources. It is factored once; after that every solution only looks for the currents of the
 * sources, which answer linearly to their forces: I = Y e.
 */
export class ReducedNetwork {
  readonly network: Network;
  readonly size: number;
  /** Amperes of source i for one volt of source j, row-major. */
  readonly admittance: Float64Array;
  /** Row of every node in the matrix; -1 for node 0. */
  readonly #row: Int32Array;
  /** Volts of every node for one volt of source j: the jth stretch of so many rows. */
  readonly #response: Float64Array;
  readonly #rows: number;
  readonly #matrix: Float64Array;
  readonly #residual: Float64Array;
  readonly #step: Float64Array;
  readonly #trial: Float64Array;

  constructor(network: Network) {
    this.network = network;
    const { branches, resistors } = network;
    const n = network.nodeCount - 1;
    const size = branches.length;
    const row = rowsFromTheEnds(network);
    this.#row = row;
    const matrix = emptied(n * n);
    const stamp = (a: number, b: number, siemens: number): void => {
      const [i, j] = [row[a]!, row[b]!];
      if (a > 0) matrix[i * n + i]! += siemens;
      if (b > 0) matrix[j * n + j]! += siemens;
      if (a > 0 && b > 0) matrix[i > j ? i * n + j : j * n + i]! -= siemens;
    };
    for (const { from, to, ohms } of resistors) stamp(from, to, 1 / ohms);
    for (const { from, to, ohms } of branches) stamp(from, to, 1 / ohms);
    const first = factorInPlace(matrix, n);
    this.#rows = n;
    this.#response = new Float64Array(size * n);
    for (let j = 0; j < size; j++) {
      const { from, to, ohms } = branches[j]!;
      const side = this.#response.subarray(j * n, (j + 1) * n);
      if (from > 0) side[row[from]!]! += 1 / ohms;
      if (to > 0) side[row[to]!]! -= 1 / ohms;
      solveFactoredInPlace(matrix, first, n, side);
    }
    this.size = size;
    this.admittance = new Float64Array(size * size);
    for (let i = 0; i < size; i++) {
      const { from, to, ohms } = branches[i]!;
      for (let j = 0; j < size; j++) {
        const across =
          (from > 0 ? this.#response[j * n + row[from]!]! : 0) - (to > 0 ? this.#response[j * n + row[to]!]! : 0);
        this.admittance[i * size + j] = ((i === j ? 1 : 0) - across) / ohms;
      }
    }
    this.#matrix = new Float64Array(this.size * this.size);
    this.#residual = new Float64Array(this.size);
    this.#step = new Float64Array(this.size);
    this.#trial = new Float64Array(this.size);
  }

  /** Writes amps(z) - Y emf(z) and gives the sum of its squares. */
  #misfit(sources: readonly Source[], z: Float64Array, into: Float64Array): number {
    const { size, admittance } = this;
    let squares = 0;
    for (let i = 0; i < size; i++) into[i] = sources[i]!.amps(z[i]!);
    for (let j = 0; j < size; j++) {
      const emf = sources[j]!.emf(z[j]!);
      for (let i = 0; i < size; i++) into[i]! -= admittance[i * size + j]! * emf;
    }
    for (let i = 0; i < size; i++) squares += into[i]! ** 2;
    return squares;
  }

  /**
   * Solves for the currents of the sources by Newton's method with a line search.
   * @param sources one a branch, in their order
   * @param start unknowns to start from; zeros when left out
   * @throws {Error} when it does not settle: a programmer's mistake in a source, since every source is monotone
   */
  solve(sources: readonly Source[], start?: Float64Array): Solution {
    const { size } = this;
    const z = start === undefined ? new Float64Array(size) : Float64Array.from(start);
    let squares = this.#misfit(sources, z, this.#residual);
    for (let iteration = 0; iteration < MOST_ITERATIONS; iteration++) {
      let largest = 1;
      for (let i = 0; i < size; i++) largest = Math.max(largest, Math.abs(sources[i]!.amps(z[i]!)));
      if (squares <= (CONVERGED * largest) ** 2) return this.#solution(sources, z);
      for (let j = 0; j < size; j++) {
        const dEmf = sources[j]!.dEmf(z[j]!);
        for (let i = 0; i < size; i++) {
          this.#matrix[i * size + j] = (i === j ? sources[i]!.dAmps(z[i]!) : 0) - this.admittance[i * size + j]! * dEmf;
        }
      }
      for (let i = 0; i < size; i++) this.#step[i] = -this.#residual[i]!;
      if (!solveDenseInPlace(this.#matrix, size, this.#step)) break;
      let length = 1;
      for (let i = 0; i < size; i++) {
        const most = sources[i]!.longestStep(z[i]!);
        if (Math.abs(this.#step[i]!) * length > most) length = most / Math.abs(this.#step[i]!);
      }
      const before = squares;
      for (let halving = 0; halving < 40; halving++) {
        for (let i = 0; i < size; i++) this.#trial[i] = z[i]! + length * this.#step[i]!;
        squares = this.#misfit(sources, this.#trial, this.#residual);
        if (squares <= (1 - 1e-4 * length) * before || squares <= (CONVERGED * largest) ** 2) break;
        length /= 2;
      }
      z.set(this.#trial);
      // Rounding, not the method, sets the floor: what no longer falls is as good as it gets.
      if (!(squares < before) && squares <= (1e-7 * largest) ** 2) return this.#solution(sources, z);
    }
    throw new Error(`The circuit did not settle in ${MOST_ITERATIONS} steps; misfit ${Math.sqrt(squares)} A.`);
  }

  #solution(sources: readonly Source[], z: Float64Array): Solution {
    const amps = new Float64Array(this.size);
    const emfs = new Float64Array(this.size);
    for (let i = 0; i < this.size; i++) {
      amps[i] = sources[i]!.amps(z[i]!);
      emfs[i] = sources[i]!.emf(z[i]!);
    }
    return { unknowns: z, amps, emfs };
  }

  /** Volts of a node against node 0 for given forces of the sources. Linear, so means of forces give means of volts. */
  volts(node: string, emfs: Float64Array): number {
    const index = this.#row[this.network.nodeIndex(node)]!;
    if (index < 0) return 0;
    let sum = 0;
    for (let j = 0; j < this.size; j++) sum += this.#response[j * this.#rows + index]! * emfs[j]!;
    return sum;
  }

  /** Volts of every node by name. */
  allVolts(emfs: Float64Array): Record<string, number> {
    const volts: Record<string, number> = {};
    let number = 0;
    for (const node of this.network.nodes) {
      const index = this.#row[number]!;
      let sum = 0;
      if (index >= 0) for (let j = 0; j < this.size; j++) sum += this.#response[j * this.#rows + index]! * emfs[j]!;
      volts[node] = sum;
      number += 1;
    }
    return volts;
  }
}
