import { stateOfChargeVolts } from '../battery/stateOfCharge';
import {
  AT_ONCE,
  COLD_RATING_C,
  EMPTY_ADDS,
  modelCca,
  PER_BRANCH,
  POLARISATION_PER_CCA,
  POLARISATION_VOLTS,
  QUICK_SECONDS,
  RATED_VOLTS_PER_CCA,
  RESISTANCE_PER_KELVIN,
  SLOW_SECONDS,
} from '../circuit/batteryModel';
import { starterModel, TORQUE_SHARE } from '../circuit/starterModel';
import { COPPER_PER_KELVIN } from '../quantity/cable';
import { batteryFactor, strings } from '../unit/bank';
import { positions } from '../unit/points';
import type { Unit } from '../unit/unit';
import { crossing, crossingNear } from './crossing';

/** What a unit is worth on a cold morning, each figure its own guess: one of many draws, or the middle of them. */
export interface CrankInput {
  /** Resistance of each battery against new, in order of position. */
  readonly age: ArrayLike<number>;
  /** Charge of each battery, 0 to 1, in order of position. */
  readonly charge: ArrayLike<number>;
  /** Both sides of the starter circuit together, milliohms at 20 °C, cables and joints. */
  readonly cableMilliohm: number;
  /** Links between batteries, milliohms at 20 °C each. */
  readonly linkMilliohm: number;
  readonly contactMilliohm: number;
  /** How much more the engine asks for than the textbook's; 1 as the textbook. */
  readonly torqueFactor: number;
  /** How much faster oil thickens, a kelvin. */
  readonly oilPerKelvin: number;
}

/** A crank that has settled. */
export interface SteadyCrank {
  readonly turns: boolean;
  readonly rpm: number;
  readonly amps: number;
  /** Volts at the starter, B+ to its ground. */
  readonly starterVolts: number;
  /** Volts at the posts of the bank. */
  readonly bankVolts: number;
}

/** Mean of a branch that charges up over a crank's 1.5 to 3 s, as a share of its whole. */
const built = (tau: number): number => 1 - (tau / 1.5) * (Math.exp(-1.5 / tau) - Math.exp(-3 / tau));
/** Share of a battery's whole resistance that stands against the current in the settled part of a crank. */
const SETTLED_SHARE = AT_ONCE + PER_BRANCH * (built(QUICK_SECONDS) + built(SLOW_SECONDS));
const ROUNDS = 2;
const RADIANS_PER_RPM = Math.PI / 30;
/** Most engines crank near this on a mild day. */
const USUAL_RPM = 180;
const FASTEST_SHARE = 2.2;
/** Shares of the reference speed at which a starting engine must find torque enough to get past. */
const BREAK_AWAY_SHARES = [0.02, 0.06, 0.12, 0.2] as const;
const STILL = 0.1;
/** Radians a second. */
const CLOSE_ENOUGH = 1e-4;

/** What the engine asks for at a speed, and what the bank then has. */
interface Ask {
  amps: number;
  /** Volts left at the starter beyond what the motor needs. */
  surplus: number;
  starterVolts: number;
  bankVolts: number;
}

interface StringFigures {
  /** Places of its batteries in the order of positions. */
  readonly at: readonly number[];
  readonly cca: readonly number[];
  readonly full: readonly number[];
  readonly empty: readonly number[];
  readonly half: readonly number[];
  readonly factor: number;
}

/** The warmer temperature bounds a search for a coldest start looks between, °C. */
export const COLDEST_SOUGHT_C = -50;
export const WARMEST_SOUGHT_C = 40;

/**
 * The settled part of a crank as one operating point instead of three thousand steps: motor torque against what the
 * engine asks for on average, batteries as they stand after two seconds. Made once a unit, asked thousands of times.
 * Source: the same constants as the circuit model; its time-stepped crank is what this is held against in tests.
 */
export class CrankSolver {
  readonly #strings: readonly StringFigures[];
  readonly #reference: ReturnType<typeof starterModel>;
  readonly #motor20: number;
  readonly #links: number;
  readonly #answer: Ask = { amps: 0, surplus: 0, starterVolts: 0, bankVolts: 0 };
  #ready: CrankInput | null = null;
  readonly #open: Float64Array;
  readonly #own: Float64Array;
  readonly #currents: Float64Array;
  readonly #emf: Float64Array;
  readonly #ohms: Float64Array;

  constructor(unit: Unit) {
    const order = positions(unit);
    this.#strings = strings(unit.bank).map((members) => ({
      at: members.map(({ position }) => order.indexOf(position)),
      cca: members.map(modelCca),
      empty: members.map((battery) => stateOfChargeVolts(battery, 0)),
      half: members.map((battery) => stateOfChargeVolts(battery, 50)),
      full: members.map((battery) => stateOfChargeVolts(battery, 100)),
      factor: batteryFactor(members[0]!),
    }));
    this.#reference = starterModel(unit, 20);
    this.#motor20 = this.#reference.motorOhms;
    this.#links = this.#strings[0]!.at.length - 1;
    this.#open = new Float64Array(order.length);
    this.#own = new Float64Array(order.length);
    this.#currents = new Float64Array(this.#strings.length);
    this.#emf = new Float64Array(this.#strings.length);
    this.#ohms = new Float64Array(this.#strings.length);
  }

  /** What of the batteries is the same at every temperature and current. */
  #makeReady(input: CrankInput): void {
    for (const { at, cca, empty, half, full } of this.#strings) {
      for (let i = 0; i < at.length; i++) {
        const place = at[i]!;
        const charge = Math.min(1, Math.max(0, input.charge[place]!));
        this.#open[place] =
          charge < 0.5
            ? empty[i]! + (half[i]! - empty[i]!) * 2 * charge
            : half[i]! + (full[i]! - half[i]!) * (2 * charge - 1);
        this.#own[place] =
          SETTLED_SHARE * (RATED_VOLTS_PER_CCA / cca[i]!) * input.age[place]! * (1 + EMPTY_ADDS * (1 - charge));
      }
    }
    this.#ready = input;
  }

  /** Volts at the bank's posts when it gives so many amperes. */
  #bankVolts(input: CrankInput, celsius: number, amps: number): number {
    const cold = Math.exp(-RESISTANCE_PER_KELVIN * (celsius - COLD_RATING_C));
    if (this.#ready !== input) this.#makeReady(input);
    const copper = 1 + COPPER_PER_KELVIN * (celsius - 20);
    const link = (input.linkMilliohm / 1000) * copper;
    // Each string as a straight line near its own current; polarisation bends so little that two rounds do.
    const current = this.#currents.fill(amps / this.#strings.length);
    let volts = 0;
    for (let round = 0; round < ROUNDS; round++) {
      let siemens = 0;
      let driven = 0;
      for (let s = 0; s < this.#strings.length; s++) {
        const string = this.#strings[s]!;
        const at = current[s]!;
        let emf = 0;
        let ohms = this.#links * link;
        for (let i = 0; i < string.at.length; i++) {
          const place = string.at[i]!;
          const cca = string.cca[i]!;
          const steep = (POLARISATION_PER_CCA * at) / cca;
          const root = Math.sqrt(1 + steep * steep);
          const bend = (POLARISATION_VOLTS * POLARISATION_PER_CCA) / (cca * root);
          // The logarithm is asinh of steep, and several times quicker.
          emf += string.factor * (this.#open[place]! - POLARISATION_VOLTS * Math.log(steep + root) + bend * at);
          ohms += string.factor * (cold * this.#own[place]! + bend);
        }
        this.#emf[s] = emf;
        this.#ohms[s] = ohms;
        siemens += 1 / ohms;
        driven += emf / ohms;
      }
      volts = (driven - amps) / siemens;
      for (let s = 0; s < this.#strings.length; s++) current[s] = (this.#emf[s]! - volts) / this.#ohms[s]!;
    }
    return volts;
  }

  /** Amperes the motor needs for what the engine asks for at a speed, its oil so many times as thick as at 20 °C. */
  #askedAmps(input: CrankInput, thick: number, speed: number): number {
    const { referenceSpeed, referenceTorque, voltSeconds } = this.#reference;
    const turn = speed / referenceSpeed;
    const asked = (0.35 + 0.65 * thick * (0.5 + 0.6 * Math.exp(-10 * turn) + 0.5 * turn)) * Math.tanh(speed / STILL);
    return (input.torqueFactor * referenceTorque * asked) / (TORQUE_SHARE * voltSeconds);
  }

  /** What the engine asks for at a speed, and what is left at the starter. The answer is lent until the next call. */
  #ask(input: CrankInput, celsius: number, speed: number): Ask {
    const { voltSeconds } = this.#reference;
    const amps = this.#askedAmps(input, Math.exp(input.oilPerKelvin * (20 - celsius)), speed);
    const copper = 1 + COPPER_PER_KELVIN * (celsius - 20);
    const bankVolts = this.#bankVolts(input, celsius, amps);
    const starterVolts = bankVolts - (amps * input.cableMilliohm * copper) / 1000;
    const needed = amps * (input.contactMilliohm / 1000 + this.#motor20 * copper) + voltSeconds * speed;
    const answer = this.#answer;
    answer.amps = amps;
    answer.surplus = starterVolts - needed;
    answer.starterVolts = starterVolts;
    answer.bankVolts = bankVolts;
    return answer;
  }

  /**
   * How much more than the textbook's the engine of a unit asks for, told by its own settled crank.
   * @param amps read while cranking
   * @param starterVolts read at the starter meanwhile
   */
  torqueFactor(input: CrankInput, celsius: number, amps: number, starterVolts: number): number {
    const { voltSeconds } = this.#reference;
    const copper = 1 + COPPER_PER_KELVIN * (celsius - 20);
    const speed = Math.max(
      1,
      (starterVolts - amps * (input.contactMilliohm / 1000 + this.#motor20 * copper)) / voltSeconds,
    );
    const textbook = this.#ask({ ...input, torqueFactor: 1 }, celsius, speed).amps;
    return amps / textbook;
  }

  /** Volts at the starter while it turns at a speed. */
  starterVolts(input: CrankInput, celsius: number, rpm: number): number {
    return this.#ask(input, celsius, rpm * RADIANS_PER_RPM).starterVolts;
  }

  /** Volts to spare when turning at a speed; below 0 the motor cannot hold it. */
  surplus(input: CrankInput, celsius: number, rpm: number): number {
    return this.#ask(input, celsius, rpm * RADIANS_PER_RPM).surplus;
  }

  /** Volts to spare when turning at a speed, by the worst point on the way up to it; below 0 it does not get there. */
  surplusAt(input: CrankInput, celsius: number, rpm: number): number {
    const speed = rpm * RADIANS_PER_RPM;
    let least = this.#ask(input, celsius, speed).surplus;
    for (const share of BREAK_AWAY_SHARES) {
      const slow = share * this.#reference.referenceSpeed;
      if (slow < speed) least = Math.min(least, this.#ask(input, celsius, slow).surplus);
    }
    return least;
  }

  /**
   * Volts to spare at the starter over a limit, told by the motor that runs at just that limit: what it draws is known
   * without asking the batteries, which are asked once. Below 0 where a settled crank falls under the limit, above where
   * it stays over it; away from nothing the figure tells the side only, not how far.
   * @param celsius of battery, cables and engine
   * @param limitVolts least volts at the starter while cranking
   */
  overLimit(input: CrankInput, celsius: number, limitVolts: number): number {
    const { referenceSpeed, voltSeconds } = this.#reference;
    const copper = 1 + COPPER_PER_KELVIN * (celsius - 20);
    const ohms = input.contactMilliohm / 1000 + this.#motor20 * copper;
    const thick = Math.exp(input.oilPerKelvin * (20 - celsius));
    const speed = crossing(
      (at) => this.#askedAmps(input, thick, at) * ohms + voltSeconds * at - limitVolts,
      BREAK_AWAY_SHARES.at(-1)! * referenceSpeed,
      FASTEST_SHARE * referenceSpeed,
      CLOSE_ENOUGH,
    );
    return this.#ask(input, celsius, speed).starterVolts - limitVolts;
  }

  /**
   * The settled crank at a temperature of battery, cables and engine, °C.
   * @param guessRpm where its speed is looked for first: where it is near, it is found in half the time
   */
  crank(input: CrankInput, celsius: number, guessRpm = USUAL_RPM): SteadyCrank {
    const { referenceSpeed } = this.#reference;
    for (const share of BREAK_AWAY_SHARES) {
      const { surplus, amps, starterVolts, bankVolts } = this.#ask(input, celsius, share * referenceSpeed);
      if (surplus < 0) return { turns: false, rpm: 0, amps, starterVolts, bankVolts };
    }
    const speed = crossingNear(
      (at) => -this.#ask(input, celsius, at).surplus,
      guessRpm * RADIANS_PER_RPM,
      BREAK_AWAY_SHARES.at(-1)! * referenceSpeed,
      FASTEST_SHARE * referenceSpeed,
      CLOSE_ENOUGH,
    );
    const { amps, starterVolts, bankVolts } = this.#ask(input, celsius, speed);
    return { turns: true, rpm: speed / RADIANS_PER_RPM, amps, starterVolts, bankVolts };
  }
}
