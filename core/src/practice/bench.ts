import { figure } from '../quantity/display';
import { present } from '../quantity/present';
import { freezingPointC } from '../battery/electrolyte';
import { cellGravities, conductanceCca, gravityAtCharge } from '../circuit/cells';
import type { PlainFault } from '../circuit/fault';
import { CRANK_STEP_SECONDS, CrankMotion } from '../circuit/crankMotion';
import { workshopInstruments, type Instruments } from '../circuit/instrument';
import { buildMachine, type Machine, type MachineInput } from '../circuit/machine';
import type { ReducedNetwork } from '../circuit/network';
import { sourcesOf, standingLoadOhms, type OperatingPoint } from '../circuit/operatingPoint';
import { rippleVolts } from '../circuit/ripple';
import { resistiveSource, type Source } from '../circuit/source';
import { rpmOf } from '../circuit/starterModel';
import { RESTING_CONTROLS, type BatteryTool, type BenchControls, type BenchFrame, type Danger } from './benchControls';
import { clampedAt } from './clampPath';
import { pileOhms } from './pile';
import { alternatorNodes, bankNodes, solenoidCloses, starterNodes, wire } from '../circuit/wiring';

const LONGEST_LOAD_SECONDS = 15;
const LONGEST_CRANK_SECONDS = 15;
const FIRES_AFTER_SECONDS = 0.8;
const FIRES_RPM = 80;
const LOAD_AMPS = 25;

const round = (seconds: number): number => Math.max(1, Math.round(seconds / CRANK_STEP_SECONDS));

/** A simulated machine that answers to hands, step by step in its own time. */
export class Bench {
  readonly #input: MachineInput;
  readonly #instruments: Instruments;
  #machine: Machine;
  #controls: BenchControls = RESTING_CONTROLS;
  #motion: CrankMotion | null = null;
  #running = false;
  #seconds = 0;
  #pileSeconds = 0;
  #crankSeconds = 0;
  #clampZero = 0;
  #warmSeconds = 0;
  readonly #dangers = new Set<Danger>();
  /** The network as it is wired now, kept until something is connected or let go. */
  #wired: { readonly key: string; readonly network: ReducedNetwork; unknowns: Float64Array | undefined } | null = null;
  #point: OperatingPoint | null = null;
  #emfs: Float64Array = new Float64Array(0);
  #network: ReducedNetwork | null = null;

  constructor(input: MachineInput, seed: number) {
    this.#input = input;
    this.#machine = buildMachine(input);
    this.#instruments = workshopInstruments(seed);
  }

  get controls(): BenchControls {
    return this.#controls;
  }
  /** Seconds the engine has run: faults that come when warm ask for it. */
  get warmSeconds(): number {
    return this.#warmSeconds;
  }

  /** Takes faults away or adds them, such as after a repair; charge and heat stay as they are. */
  setFaults(faults: readonly PlainFault[]): void {
    const states = this.#machine.batteries.map(({ state }) => ({ ...state }));
    this.#machine = buildMachine({ ...this.#input, faults });
    this.#machine.batteries.forEach((battery, index) => Object.assign(battery.state, states[index]));
    this.#wired = null;
    this.#motion = null;
  }

  set(controls: BenchControls): void {
    const before = this.#controls;
    this.#controls = controls;
    const moved = before.pileAt !== controls.pileAt;
    if (moved && (before.pileAt === null ? controls.knob : before.knob) > 0) this.#dangers.add('pile-made-under-load');
    if (controls.pileAt !== null && controls.knob > 0) this.#checkPile(controls);
    if (before.isolated !== controls.isolated && this.#running) this.#dangers.add('cut-off-while-running');
    const moves = before.red !== controls.red || before.black !== controls.black || before.clamp !== controls.clamp;
    if (moves && this.#motion !== null) this.#dangers.add('lead-moved-while-cranking');
    if (controls.key === 'off') this.#running = false;
    if (controls.key !== 'start') this.#motion = null;
  }

  #checkPile({ pileAt, pileVolts }: BenchControls): void {
    const across = pileAt !== null && pileAt.startsWith('battery:') ? 12 : this.#machine.unit.systemVolts;
    if (across > pileVolts) this.#dangers.add('pile-of-wrong-volts');
    const loaded = this.#machine.batteries.filter(
      ({ position }) => pileAt !== null && (!pileAt.startsWith('battery:') || pileAt === `battery:${position}`),
    );
    if (loaded.some(({ state, celsius }) => freezingPointC(gravityAtCharge(state.stateOfCharge)) > celsius))
      this.#dangers.add('load-on-frozen');
  }

  /** Lets time pass and gives what the bench shows then. */
  advance(seconds: number): BenchFrame {
    this.#seconds += seconds;
    const { key, pileAt, knob, isolated } = this.#controls;
    const loaded = pileAt !== null && knob > 0;
    this.#pileSeconds = loaded ? this.#pileSeconds + seconds : 0;
    if (this.#pileSeconds > LONGEST_LOAD_SECONDS) this.#dangers.add('pile-too-long');
    const cranks = key === 'start' && !this.#running && isolated === null && solenoidCloses(this.#machine);
    this.#crankSeconds = cranks ? this.#crankSeconds + seconds : 0;
    if (this.#crankSeconds > LONGEST_CRANK_SECONDS) this.#dangers.add('crank-too-long');
    if (this.#running) this.#warmSeconds += seconds;
    if (isolated !== null) this.#alone(isolated, seconds);
    else if (key === 'start' && !this.#running) this.#crank(seconds);
    else this.#steady(seconds);
    return this.#frame();
  }

  /** Where the meter's leads are, when both touch something and it reads volts. */
  #meter(): readonly [string, string] | undefined {
    const { red, black } = this.#controls;
    return red === null || black === null ? undefined : [this.#nodeAt(red), this.#nodeAt(black)];
  }

  /** The node of the circuit behind a numbered point of the drawing: alternators are numbered by their own names there. */
  #nodeAt(point: string): string {
    const named = /^(.+)\.(B\+|ground)$/.exec(point);
    const alternator = this.#machine.unit.alternators?.find(({ id }) => id === named?.[1]);
    if (alternator === undefined) return point;
    const nodes = alternatorNodes(this.#machine, alternator.id);
    return named?.[2] === 'B+' ? nodes.plus : nodes.ground;
  }

  #crank(seconds: number): void {
    this.#motion ??= new CrankMotion(this.#machine);
    for (let step = round(seconds); step > 0; step--) {
      this.#motion.solve();
      this.#motion.advance();
    }
    this.#network = this.#motion.network;
    this.#emfs = this.#motion.emfs;
    this.#point = null;
    const fires =
      this.#controls.fuel && this.#crankSeconds > FIRES_AFTER_SECONDS && rpmOf(this.#motion.speed) > FIRES_RPM;
    if (fires) {
      this.#running = true;
      this.#motion = null;
      for (const battery of this.#machine.batteries) battery.startCharging();
    }
  }

  #pileOhms(): number {
    return pileOhms(this.#controls, this.#pileSeconds);
  }

  #loadOhms(): number | null {
    const k = this.#machine.unit.systemVolts / 12;
    if (this.#controls.loads) return (12.5 * k) / (LOAD_AMPS + this.#machine.parasiticAmps);
    if (this.#running) return standingLoadOhms(this.#machine);
    return this.#machine.parasiticAmps === 0 ? null : (12.5 * k) / this.#machine.parasiticAmps;
  }

  #steady(seconds: number): void {
    const { pileAt, knob, throttleRpm } = this.#controls;
    const machine = this.#machine;
    const pile = knob > 0 ? pileAt : null;
    const loadOhms = this.#loadOhms();
    const meter = this.#meter();
    const key = JSON.stringify([pile, loadOhms, this.#running, seconds, meter]);
    if (this.#wired?.key !== key) {
      const network = wire(
        machine,
        { cranking: false, loadOhms, pile, alternators: this.#running, meter },
        seconds,
      ).reduce();
      this.#wired = { key, network, unknowns: undefined };
    }
    const { network } = this.#wired;
    const alternators = this.#running ? machine.alternatorsAt(throttleRpm) : [];
    const sources: Source[] = sourcesOf(machine, network, { seconds, alternators, pileAmps: 0 });
    const at = network.network.branches.findIndex(({ name }) => name === 'pile');
    if (at >= 0) sources[at] = resistiveSource(this.#pileOhms());
    const solution = network.solve(sources, this.#wired.unknowns);
    this.#wired.unknowns = solution.unknowns;
    machine.batteries.forEach((battery, index) => battery.advance(present(solution.amps[index]), seconds));
    this.#network = network;
    this.#emfs = solution.emfs;
    this.#point = {
      machine,
      network,
      sources,
      volts: network.allVolts(solution.emfs),
      amps: Object.fromEntries(
        network.network.branches.map(({ name }, index) => [name, present(solution.amps[index])]),
      ),
      emfs: solution.emfs,
      alternators,
    };
  }

  /** A battery that is cut off: only it and what is clamped to it has volts. */
  #alone(position: string, seconds: number): void {
    const battery = this.#machine.batteries.find((candidate) => candidate.position === position);
    if (battery === undefined) return;
    const { pileAt, knob } = this.#controls;
    const load = pileAt === `battery:${position}` && knob > 0 ? this.#pileOhms() : null;
    let amps = 0;
    if (load !== null) {
      // The volts fall with the current: a few rounds find where the pile and the battery meet.
      for (let round_ = 0; round_ < 30; round_++) {
        const source = battery.source(seconds);
        amps = 0.5 * amps + (0.5 * (source.emf(amps) - battery.seriesOhms(seconds) * amps)) / load;
      }
    }
    const volts = battery.source(seconds).emf(amps) - battery.seriesOhms(seconds) * amps;
    battery.advance(amps, seconds);
    this.#network = null;
    this.#point = null;
    this.#emfs = Float64Array.of(volts, amps);
  }

  #volts(point: string): number {
    const node = this.#nodeAt(point);
    const { isolated } = this.#controls;
    if (isolated !== null) return node === `${isolated}+` ? present(this.#emfs[0]) : 0;
    const network = this.#network;
    if (network === null) return 0;
    if (network.network.hasNode(node)) return network.volts(node, this.#emfs);
    // Key off: what hangs behind an open switch stands with its supply, or with the ground.
    const supply = `${bankNodes(this.#machine).plus}.clamp`;
    return network.volts(node === 'switch.supply' ? supply : starterNodes.ground, this.#emfs);
  }

  #clamped(): number | null {
    const { clamp, isolated, pileAt } = this.#controls;
    if (clamp === null) return null;
    if (isolated !== null) return pileAt === `battery:${isolated}` ? present(this.#emfs[1]) : 0;
    const network = this.#network;
    if (network === null) return 0;
    const through = (name: string): number => {
      const found = network.network.resistors.find((resistor) => resistor.name === name);
      if (found === undefined) return 0;
      return (network.volts(found.a, this.#emfs) - network.volts(found.b, this.#emfs)) / found.ohms;
    };
    return clampedAt(clamp, this.#machine).reduce((sum, { resistor, sign }) => sum + sign * through(resistor), 0);
  }

  #frame(): BenchFrame {
    const { red, black, meter, clamp, pileAt, knob } = this.#controls;
    const read = this.#instruments;
    const amps = this.#clamped();
    const dc = red === null || black === null ? null : this.#volts(red) - this.#volts(black);
    return {
      seconds: this.#seconds,
      state: this.#running ? 'running' : this.#motion !== null ? 'cranking' : 'rest',
      rpm: read.rpm(this.#running ? this.#controls.throttleRpm : rpmOf(this.#motion?.speed ?? 0)),
      meterVolts: dc === null ? null : meter === 'dc' ? read.dcVolts(dc) : read.acVolts(this.#ripple()),
      clampAmps:
        amps === null || clamp === null
          ? null
          : Number((read.clampAmps(amps, this.#seconds) - this.#clampZero).toFixed(1)),
      pileGaugeAmps: pileAt === null ? null : knob === 0 ? 0 : read.gaugeAmps(this.#pileAmps()),
      pileSeconds: this.#pileSeconds,
      crankSeconds: this.#crankSeconds,
      dangers: [...this.#dangers],
    };
  }

  /** Takes what the clamp shows now as nothing; right only when no current flows through it. */
  zeroClamp(): void {
    this.#clampZero = this.#instruments.clampAmps(this.#clamped() ?? 0, this.#seconds);
  }

  /** What a tool shows at one battery, as one would write it down. Null where it cannot be used. */
  tool(tool: BatteryTool, position: string): string | null {
    const battery = this.#machine.batteries.find((candidate) => candidate.position === position);
    const described = this.#machine.unit.bank.batteries.find((candidate) => candidate.position === position);
    if (battery === undefined || described === undefined) return null;
    const read = this.#instruments;
    switch (tool) {
      case 'hydrometer':
        if (described.chemistry !== 'flooded') return null;
        return cellGravities(battery)
          .map((gravity) => read.gravity(gravity).toFixed(3))
          .join(' ');
      case 'conductance':
        return `${read.conductance(conductanceCca(battery))} A of ${Math.round(battery.cca)} A`;
      case 'thermometer':
        return `${figure(read.celsius(battery.celsius), 1)} °C`;
    }
  }

  #pileAmps(): number {
    if (this.#controls.isolated !== null) return this.#emfs[1] ?? 0;
    return Math.abs(this.#point?.amps['pile'] ?? 0);
  }

  #ripple(): number {
    const point = this.#point;
    if (point === null || !this.#running) return 0;
    const { red } = this.#controls;
    const at = red !== null && this.#nodeAt(red).startsWith('alternator') ? 'alternator' : 'bank';
    return point.alternators.reduce((most, alternator) => Math.max(most, rippleVolts(point, alternator, at)), 0);
  }
}
