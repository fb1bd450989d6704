import { starterModel, TORQUE_SHARE } from '../circuit/starterModel';
import { COPPER_PER_KELVIN } from '../quantity/cable';
import type { Unit } from '../unit/unit';
import { crossing, crossingNear } from './crossing';
import { coldOf, SettledBank, type BankGuess } from './settledBank';

/** What a unit is worth on a cold morning, each figure its own guess: one of many draws, or the middle of them. */
export interface CrankInput extends BankGuess {
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

const RADIANS_PER_RPM = Math.PI / 30;
/** Most engines crank near this on a mild day. */
const USUAL_RPM = 180;
const FASTEST_SHARE = 2.2;
/** The speeds on the way up that are asked for, as shares of the reference speed. */
export const BREAK_AWAY_SHARES = [0.02, 0.06, 0.12, 0.2] as const;
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

/** What an engine asks for at a speed, apart from how thick its oil is. */
interface Drag {
  /** Share that grows with the oil: it falls from standing still and rises with speed. */
  viscous: number;
  /** From 0 standing still to 1. */
  grip: number;
}

/** @param into what it is written to */
const dragAt = (speed: number, referenceSpeed: number, into: Drag): Drag => {
  const turn = speed / referenceSpeed;
  into.viscous = 0.5 + 0.6 * Math.exp(-10 * turn) + 0.5 * turn;
  into.grip = Math.tanh(speed / STILL);
  return into;
};

/** The warmer temperature bounds a search for a coldest start looks between, °C. */
export const COLDEST_SOUGHT_C = -50;
export const WARMEST_SOUGHT_C = 40;

/**
 * The settled part of a crank as one operating point instead of three thousand steps: motor torque against what the
 * engine asks for on average, batteries as they stand after two seconds. Made once a unit, asked thousands of times.
 * Source: the same constants as the circuit model; its time-stepped crank is what this is held against in tests.
 */
export class CrankSolver {
  readonly #bank: SettledBank;
  readonly #reference: ReturnType<typeof starterModel>;
  readonly #motor20: number;
  /** Speeds at which a starting engine must find torque enough to get past. */
  readonly #slow: readonly (Drag & { readonly speed: number })[];
  readonly #drag: Drag = { viscous: 0, grip: 0 };
  readonly #answer: Ask = { amps: 0, surplus: 0, starterVolts: 0, bankVolts: 0 };
  #ready: CrankInput | null = null;
  /** What of the cold is the same at every current: the night it is of, and what it makes of batteries, copper and oil. */
  #celsius = Number.NaN;
  #cold = 1;
  #copper = 1;
  #thick = 1;

  constructor(unit: Unit) {
    this.#bank = new SettledBank(unit);
    this.#reference = starterModel(unit, 20);
    this.#motor20 = this.#reference.motorOhms;
    const { referenceSpeed } = this.#reference;
    this.#slow = BREAK_AWAY_SHARES.map((share) => {
      const speed = share * referenceSpeed;
      return { speed, ...dragAt(speed, referenceSpeed, this.#drag) };
    });
  }

  /** What is the same for every current and speed asked for of a guess at a temperature. */
  #makeReady(input: CrankInput, celsius: number): void {
    if (this.#ready === input && this.#celsius === celsius) return;
    if (this.#celsius !== celsius) {
      this.#celsius = celsius;
      this.#cold = coldOf(celsius);
      this.#copper = 1 + COPPER_PER_KELVIN * (celsius - 20);
    }
    this.#thick = Math.exp(input.oilPerKelvin * (20 - celsius));
    if (this.#ready === input) return;
    this.#bank.set(input);
    this.#ready = input;
  }

  /** Amperes the motor needs for what the engine asks for at a speed, its oil as thick as it was made ready for. */
  #askedAmps(input: CrankInput, { viscous, grip }: Drag): number {
    const { referenceTorque, voltSeconds } = this.#reference;
    const asked = (0.35 + 0.65 * this.#thick * viscous) * grip;
    return (input.torqueFactor * referenceTorque * asked) / (TORQUE_SHARE * voltSeconds);
  }

  /** What the engine asks for at a speed, and what is left at the starter. The answer is lent until the next call. */
  #ask(input: CrankInput, celsius: number, speed: number): Ask {
    this.#makeReady(input, celsius);
    return this.#answerFor(
      input,
      speed,
      this.#askedAmps(input, dragAt(speed, this.#reference.referenceSpeed, this.#drag)),
    );
  }

  #answerFor(input: CrankInput, speed: number, amps: number): Ask {
    const copper = this.#copper;
    const bankVolts = this.#bank.volts(amps, this.#cold, (input.linkMilliohm / 1000) * copper);
    const starterVolts = bankVolts - (amps * input.cableMilliohm * copper) / 1000;
    const needed = amps * (input.contactMilliohm / 1000 + this.#motor20 * copper) + this.#reference.voltSeconds * speed;
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

  /**
   * Volts to spare on the way up to a speed that the motor can hold: at the first slower one where they fall short, which is
   * as far as it gets, else the least of them. Only those are asked for that take more current than the speed itself: at the
   * others the bank has more volts, and the motor needs fewer. The answer of the last one asked for is lent as ever.
   */
  #onTheWay(input: CrankInput, celsius: number, speed: number): number {
    this.#makeReady(input, celsius);
    const held = this.#askedAmps(input, dragAt(speed, this.#reference.referenceSpeed, this.#drag));
    let least = Infinity;
    for (const slow of this.#slow) {
      const amps = this.#askedAmps(input, slow);
      if (slow.speed >= speed || amps <= held) continue;
      least = Math.min(least, this.#answerFor(input, slow.speed, amps).surplus);
      if (least < 0) return least;
    }
    return least;
  }

  /** Volts to spare when turning at a speed, or on the way up to it where they fall short there; below 0 it does not get there. */
  surplusAt(input: CrankInput, celsius: number, rpm: number): number {
    const speed = rpm * RADIANS_PER_RPM;
    const there = this.#ask(input, celsius, speed).surplus;
    return there < 0 ? there : Math.min(there, this.#onTheWay(input, celsius, speed));
  }

  /** Whether a speed the motor can hold is one it gets up to. */
  getsUpTo(input: CrankInput, celsius: number, rpm: number): boolean {
    return this.#onTheWay(input, celsius, rpm * RADIANS_PER_RPM) >= 0;
  }

  /**
   * Volts to spare at the starter over a limit, told by the motor that runs at just that limit: what it draws is known
   * without asking the batteries, which are asked once. Below 0 where a settled crank falls under the limit, above where
   * it stays over it; away from nothing the figure tells the side only, not how far.
   * @param celsius of battery, cables and engine
   * @param limitVolts least volts at the starter while cranking
   */
  overLimit(input: CrankInput, celsius: number, limitVolts: number): number {
    this.#makeReady(input, celsius);
    const { referenceSpeed, voltSeconds } = this.#reference;
    const ohms = input.contactMilliohm / 1000 + this.#motor20 * this.#copper;
    const speed = crossing(
      (at) => this.#askedAmps(input, dragAt(at, referenceSpeed, this.#drag)) * ohms + voltSeconds * at - limitVolts,
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
    const slowest = BREAK_AWAY_SHARES.at(-1)! * referenceSpeed;
    const speed = crossingNear(
      (at) => -this.#ask(input, celsius, at).surplus,
      guessRpm * RADIANS_PER_RPM,
      slowest,
      FASTEST_SHARE * referenceSpeed,
      CLOSE_ENOUGH,
    );
    const isStuck = this.#onTheWay(input, celsius, speed) < 0;
    const { surplus, amps, starterVolts, bankVolts } = isStuck ? this.#answer : this.#ask(input, celsius, speed);
    // Slower than this it is not looked for: where it falls short here it stands still, too.
    if (isStuck || (speed === slowest && surplus < 0)) return { turns: false, rpm: 0, amps, starterVolts, bankVolts };
    return { turns: true, rpm: speed / RADIANS_PER_RPM, amps, starterVolts, bankVolts };
  }
}
