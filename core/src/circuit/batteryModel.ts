import { stateOfChargeVolts } from '../battery/stateOfCharge';
import { batteryCca, batteryFactor } from '../unit/bank';
import type { Battery } from '../unit/unit';
import type { Source } from './source';

/** What a battery is like today. */
export interface BatteryCondition {
  /** Factor on its resistance: 1 new, 1.5 tired, 2 weak. */
  readonly age: number;
  /** It never stops taking current. */
  readonly sulphated: boolean;
  readonly shortedCell: boolean;
  /** 0 to 1. */
  readonly stateOfCharge: number;
}

/** What changes in a battery from moment to moment. */
export interface BatteryState {
  /** 0 to 1, by counted ampere-hours. */
  stateOfCharge: number;
  /** Volts over the quick and the slow inner branch. */
  quickVolts: number;
  slowVolts: number;
  /** Surface charge, volts. */
  surfaceVolts: number;
  /** Ampere-hours lately taken out, which a charge puts back first. */
  takenAh: number;
}

export const RATED_VOLTS_PER_CCA = 4.9;
export const COLD_RATING_C = -17.8;
export const RESISTANCE_PER_KELVIN = 0.01;
export const EMPTY_ADDS = 0.8;
export const AT_ONCE = 0.65;
export const PER_BRANCH = 0.25;
export const QUICK_SECONDS = 4;
export const SLOW_SECONDS = 60;
export const POLARISATION_VOLTS = 0.1;
export const POLARISATION_PER_CCA = 200;
const OVERVOLTAGE_PER_VOLT = 1.5;
const ACCEPTANCE_VOLTS = 1.4;
const FIVE_OF_SIX = 5 / 6;
const AH_BY_CCA = 9;
const SURFACE_VOLTS = 0.15;
const SURFACE_SECONDS = 4500;
const SURFACE_FARAD_SECONDS_PER_AH = 8;
const SECONDS_PER_HOUR = 3600;
const UNLABELLED_CCA = 800;

/** Rating a battery is modelled with: its label's, else what its capacity suggests, else a middling one. */
export const modelCca = (battery: Battery): number =>
  batteryCca(battery)?.amps ?? (battery.capacityAh === undefined ? UNLABELLED_CCA : battery.capacityAh * AH_BY_CCA);

/**
 * The battery as a source. Unknown z at or above 0 is the current it gives; below 0 it stands for the overvoltage, so
 * that the exponential of the charging side is met along its own scale.
 */
class BatterySource implements Source {
  readonly #model: BatteryModel;
  readonly #polarisation: number;
  readonly #steepness: number;
  #resting = 0;
  /** Saturation current of the charging side; worked out when first asked for after each step. */
  #saturation = NaN;

  constructor(model: BatteryModel) {
    this.#model = model;
    this.#polarisation = model.factor * model.cells * POLARISATION_VOLTS;
    this.#steepness = POLARISATION_PER_CCA / model.cca;
  }
  refresh(seconds: number): void {
    const { state, restVolts, factor } = this.#model;
    const held = state.quickVolts / (1 + seconds / QUICK_SECONDS) + state.slowVolts / (1 + seconds / SLOW_SECONDS);
    this.#resting = restVolts + factor * state.surfaceVolts - held;
    this.#saturation = NaN;
  }
  #saturationAmps(): number {
    if (Number.isNaN(this.#saturation)) this.#saturation = this.#model.saturationAmps;
    return this.#saturation;
  }
  #ohmsPerUnknown(): number {
    return (this.#model.factor * this.#model.cells) / (OVERVOLTAGE_PER_VOLT * this.#saturationAmps());
  }
  amps(z: number): number {
    if (z >= 0) return z;
    const saturation = this.#saturationAmps();
    return -saturation * Math.expm1(-z / saturation);
  }
  emf(z: number): number {
    return z >= 0
      ? this.#resting - this.#polarisation * Math.asinh(this.#steepness * z)
      : this.#resting - this.#ohmsPerUnknown() * z;
  }
  dAmps(z: number): number {
    return z >= 0 ? 1 : Math.exp(-z / this.#saturationAmps());
  }
  dEmf(z: number): number {
    return z >= 0
      ? (-this.#polarisation * this.#steepness) / Math.sqrt(1 + (this.#steepness * z) ** 2)
      : -this.#ohmsPerUnknown();
  }
  longestStep(z: number): number {
    return z > 100 ? Infinity : 4 * this.#saturationAmps() + Math.abs(z) + (z >= 0 ? 4000 : 0);
  }
}

/**
 * A lead-acid battery as an electrical model: a force that follows the state of charge, an inner resistance that a
 * third of which builds up over seconds, polarisation while it gives, and an overvoltage while it takes.
 * Sources: rating point 7.2 V at -17.8 °C after 30 s; textbook temperature and acceptance laws.
 */
export class BatteryModel {
  readonly position: string;
  readonly cca: number;
  readonly capacityAh: number;
  readonly celsius: number;
  readonly condition: BatteryCondition;
  readonly state: BatteryState;
  readonly #anchors: readonly [number, number, number];
  readonly #coldOhms: number;
  readonly #leakAmps: number;
  readonly #open: number;
  readonly #source: BatterySource;
  /** Nominal volts / 12. */
  readonly factor: number;
  /** Share of its cells that work. */
  readonly cells: number;

  constructor(battery: Battery, condition: BatteryCondition, celsius: number) {
    this.position = battery.position;
    this.cca = modelCca(battery);
    this.capacityAh = battery.capacityAh ?? this.cca / AH_BY_CCA;
    this.celsius = celsius;
    this.condition = condition;
    this.factor = batteryFactor(battery);
    this.cells = condition.shortedCell ? FIVE_OF_SIX : 1;
    this.state = {
      stateOfCharge: condition.stateOfCharge,
      quickVolts: 0,
      slowVolts: 0,
      surfaceVolts: 0,
      takenAh: 0.01 * this.capacityAh,
    };
    this.#anchors = [0, 50, 100].map((percent) => stateOfChargeVolts(battery, percent)) as [number, number, number];
    this.#coldOhms =
      ((this.factor * RATED_VOLTS_PER_CCA) / this.cca) *
      Math.exp(-RESISTANCE_PER_KELVIN * (celsius - COLD_RATING_C)) *
      condition.age;
    const warm = celsius - 25;
    this.#leakAmps = (condition.sulphated ? 0.15 : 0.005) * this.capacityAh * Math.exp(0.05 * warm);
    this.#open = Math.exp(0.03 * warm);
    this.#source = new BatterySource(this);
  }

  /** Resting force without surface charge, volts. */
  get restVolts(): number {
    const [empty, half, full] = this.#anchors;
    const charge = 2 * this.state.stateOfCharge;
    const volts = charge < 1 ? empty + (half - empty) * charge : half + (full - half) * (charge - 1);
    return this.factor * this.cells * volts;
  }

  /** Rise of the resting force from empty to full at the present charge, volts for a whole charge. */
  get restVoltsPerCharge(): number {
    const [empty, half, full] = this.#anchors;
    return 2 * this.factor * this.cells * (this.state.stateOfCharge < 0.5 ? half - empty : full - half);
  }

  /** Whole inner resistance once every branch has built up, ohm. */
  get ohms(): number {
    return this.#coldOhms * (1 + EMPTY_ADDS * (1 - this.state.stateOfCharge));
  }
  /** The same once it is full, ohm. */
  get ohmsWhenFull(): number {
    return this.#coldOhms;
  }
  get ohmsAtOnce(): number {
    return AT_ONCE * this.ohms;
  }
  get ohmsOfBranch(): number {
    return PER_BRANCH * this.ohms;
  }

  /** Series resistance for steps of `seconds`; 0 means this very moment, the inner branches as charged. */
  seriesOhms(seconds: number): number {
    const quick = seconds / QUICK_SECONDS;
    const slow = seconds / SLOW_SECONDS;
    return this.ohmsAtOnce + this.ohmsOfBranch * (quick / (1 + quick) + slow / (1 + slow));
  }

  /** Amperes accepted at an overvoltage of 1.4 V per 12 V, by what takes them: the leak, what was lately taken, the rest. */
  get acceptance(): { readonly leak: number; readonly taken: number; readonly rest: number } {
    const leak = this.#leakAmps;
    const taken = 15 * Math.min(this.state.takenAh, 0.02 * this.capacityAh) * this.#open;
    const rest = 2.5 * this.capacityAh * (1 - this.state.stateOfCharge) ** 2 * this.#open;
    return { leak, taken, rest };
  }
  /** Saturation current of the charging side, amperes. */
  get saturationAmps(): number {
    const { leak, taken, rest } = this.acceptance;
    return (leak + taken + rest) / (Math.exp(OVERVOLTAGE_PER_VOLT * ACCEPTANCE_VOLTS) - 1);
  }

  /**
   * The battery as a source for steps of `seconds`, as it stands now. One object serves every step of a model: it is
   * brought up to date here and read until the next call.
   */
  source(seconds: number): Source {
    this.#source.refresh(seconds);
    return this.#source;
  }

  /** Lets `seconds` pass at a current out of the battery, amperes. */
  advance(amps: number, seconds: number): void {
    const { state, capacityAh } = this;
    const branch = this.ohmsOfBranch;
    const quick = seconds / QUICK_SECONDS;
    const slow = seconds / SLOW_SECONDS;
    state.quickVolts = (state.quickVolts + quick * branch * amps) / (1 + quick);
    state.slowVolts = (state.slowVolts + slow * branch * amps) / (1 + slow);
    const hours = seconds / SECONDS_PER_HOUR;
    if (amps >= 0) {
      state.stateOfCharge = Math.max(0, state.stateOfCharge - (amps * hours) / capacityAh);
      state.takenAh = Math.min(0.02 * capacityAh, state.takenAh + amps * hours);
      if (state.surfaceVolts > 0) {
        const decay = (SURFACE_VOLTS / SURFACE_SECONDS) * Math.expm1(state.surfaceVolts / SURFACE_VOLTS);
        const drawn = amps / (SURFACE_FARAD_SECONDS_PER_AH * capacityAh);
        state.surfaceVolts = Math.max(0, state.surfaceVolts - seconds * (decay + drawn));
      }
      return;
    }
    const { leak, taken, rest } = this.acceptance;
    const whole = leak + taken + rest;
    const putBack = (-amps * taken) / whole;
    state.takenAh = Math.max(0, state.takenAh - putBack * hours);
    state.stateOfCharge = Math.min(1, state.stateOfCharge + ((putBack - (amps * rest) / whole) * hours) / capacityAh);
  }

  /** Charging begins: what surface charge there is becomes part of the overvoltage. */
  startCharging(): void {
    this.state.surfaceVolts = 0;
  }

  /** Charging stops at an overvoltage, volts per 12 V: it becomes surface charge. */
  stopCharging(overVolts: number): void {
    this.state.surfaceVolts = Math.max(0, overVolts);
    this.state.quickVolts = 0;
    this.state.slowVolts = 0;
  }

  /** Rests for `seconds` with nothing connected. */
  rest(seconds: number): void {
    const { state } = this;
    state.quickVolts *= Math.exp(-seconds / QUICK_SECONDS);
    state.slowVolts *= Math.exp(-seconds / SLOW_SECONDS);
    state.surfaceVolts = restingSurfaceVolts(state.surfaceVolts, seconds);
  }
}

/**
 * Surface charge left after a rest, volts per 12 V: about 0.4 V five minutes after a charge, nothing after four hours.
 * @param startVolts surface charge when charging stopped
 */
export const restingSurfaceVolts = (startVolts: number, seconds: number): number =>
  startVolts <= 0
    ? 0
    : -SURFACE_VOLTS * Math.log(1 - (1 - Math.exp(-startVolts / SURFACE_VOLTS)) * Math.exp(-seconds / SURFACE_SECONDS));
