import { chargeByPosition, type ScenarioFile } from './scenarioFile';
import type { Repair } from '../judging/repair';
import type { Reading } from '../step/catalogue';
import { mainValue } from '../step/catalogue';
import { faultsAfter, type Fault, type PlainFault } from './fault';
import type { Instruments } from './instrument';
import { buildMachine, type Machine, type MachineInput } from './machine';
import type { EngineDiffers } from './starterModel';

/** When every simulated visit begins. */
export const STARTED = '2026-01-15T08:00:00Z';
const MINUTE_MS = 60_000;

type NewReading = Reading extends infer R ? (R extends Reading ? Omit<R, 'id' | 'at'> : never) : never;

/** The course of a simulated visit: readings and repairs in their time, taken with the instruments at hand. */
export class VisitLog {
  readonly instruments: Instruments;
  readonly readings: Reading[] = [];
  readonly repairs: Repair[] = [];
  readonly #scenario: ScenarioFile;
  readonly #engine: EngineDiffers | undefined;
  #minutes = 0;
  /** Set once the machine is warm: what reads otherwise than before is marked as unsteady. */
  warm = false;

  constructor(scenario: ScenarioFile, instruments: Instruments, engine?: EngineDiffers) {
    this.#scenario = scenario;
    this.#engine = engine;
    this.instruments = instruments;
  }
  get faults(): readonly Fault[] {
    return this.#scenario.faults;
  }
  get celsius(): number {
    return this.#scenario.ambientC;
  }
  #now(): string {
    return new Date(Date.parse(STARTED) + this.#minutes * MINUTE_MS).toISOString();
  }
  wait(minutes: number): void {
    this.#minutes += minutes;
  }
  /** Takes a reading; half a minute goes by. */
  take(reading: NewReading): void {
    this.wait(0.5);
    const moved = this.warm && this.#moved(reading) ? { unsteady: true } : {};
    this.readings.push({ ...reading, ...moved, id: `r${this.readings.length + 1}`, at: this.#now() } as Reading);
  }
  /** True when a repeated reading is another than it was before the machine was warm. */
  #moved(reading: NewReading): boolean {
    const way = 'by' in reading ? reading.by : undefined;
    const before = this.readings.findLast(
      (earlier) =>
        earlier.step === reading.step &&
        earlier.point === reading.point &&
        ('by' in earlier ? earlier.by : undefined) === way,
    );
    const was = before === undefined ? null : mainValue(before);
    const is = mainValue(reading as Reading);
    return (
      was !== null &&
      is !== null &&
      Math.abs(is.value - was.value) > Math.max(MOVED_LEAST, MOVED_SHARE * Math.abs(was.value))
    );
  }
  repair(repair: Omit<Repair, 'id' | 'at'>): void {
    this.wait(0.5);
    this.repairs.push({ ...repair, id: `p${this.repairs.length + 1}`, at: this.#now() });
  }
  /** The machine as it is after being warm for so many minutes; whatever a charge changed is told by position. */
  machine(warmMinutes: number, charge: Readonly<Record<string, number>> = {}): Machine {
    return buildMachine(this.input(warmMinutes, charge));
  }
  input(warmMinutes: number, charge: Readonly<Record<string, number>> = {}): MachineInput {
    const { unit, ambientC } = this.#scenario;
    const percent = { ...chargeByPosition(this.#scenario), ...charge };
    const faults: PlainFault[] = faultsAfter(this.#scenario.faults, warmMinutes);
    // What drew current overnight is missing in the morning.
    const drawn = faults.reduce((sum, fault) => (fault.kind === 'parasitic' ? sum + fault.amps : sum), 0);
    const capacity = unit.bank.batteries.reduce((sum, { capacityAh }) => sum + (capacityAh ?? 90), 0);
    const strings = new Set(unit.bank.batteries.map(({ string }) => string)).size;
    const lost = (100 * drawn * NIGHT_HOURS * (unit.bank.batteries.length / strings)) / capacity;
    return {
      unit,
      celsius: ambientC,
      stateOfChargePercent: Object.fromEntries(
        Object.entries(percent).map(([position, value]) => [
          position,
          charge[position] === undefined ? Math.max(0, value - lost) : value,
        ]),
      ),
      faults,
      engine: this.#engine,
    };
  }
  /** True when a joint that opens when wiggled sits on a stretch. */
  isUnsteady(joints: readonly string[]): boolean {
    return this.#scenario.faults.some((fault) => fault.kind === 'joint.intermittent' && joints.includes(fault.at));
  }
}

/** How far a reading has to go before it counts as moved: volts or amperes, and as a share of what it was. */
const MOVED_LEAST = 0.05;
const MOVED_SHARE = 0.05;
/** Hours a machine stood before the visit. */
const NIGHT_HOURS = 14;
