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
import { batteryFactor, strings } from '../unit/bank';
import { positions } from '../unit/points';
import type { Unit } from '../unit/unit';

/** Mean of a branch that charges up over a crank's 1.5 to 3 s, as a share of its whole. */
const built = (tau: number): number => 1 - (tau / 1.5) * (Math.exp(-1.5 / tau) - Math.exp(-3 / tau));
/** Share of a battery's whole resistance that stands against the current in the settled part of a crank. */
const SETTLED_SHARE = AT_ONCE + PER_BRANCH * (built(QUICK_SECONDS) + built(SLOW_SECONDS));
const ROUNDS = 2;

interface StringFigures {
  /** Places of its batteries in the order of positions. */
  readonly at: readonly number[];
  readonly cca: readonly number[];
  readonly full: readonly number[];
  readonly empty: readonly number[];
  readonly half: readonly number[];
  readonly factor: number;
}

/** Batteries of a bank as they are guessed to be, in order of position. */
export interface BankGuess {
  /** Resistance of each battery against new. */
  readonly age: ArrayLike<number>;
  /** Charge of each battery, 0 to 1. */
  readonly charge: ArrayLike<number>;
}

/** The bank in the settled part of a crank: what its posts have at a current, two seconds after it began. */
export class SettledBank {
  readonly #strings: readonly StringFigures[];
  /** Links of a string. */
  readonly #links: number;
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
    this.#links = this.#strings[0]!.at.length - 1;
    this.#open = new Float64Array(order.length);
    this.#own = new Float64Array(order.length);
    this.#currents = new Float64Array(this.#strings.length);
    this.#emf = new Float64Array(this.#strings.length);
    this.#ohms = new Float64Array(this.#strings.length);
  }

  /** Takes batteries as they are guessed to be: what of them is the same at every temperature and current. */
  set(guess: BankGuess): void {
    for (const { at, cca, empty, half, full } of this.#strings) {
      for (let i = 0; i < at.length; i++) {
        const place = at[i]!;
        const charge = Math.min(1, Math.max(0, guess.charge[place]!));
        this.#open[place] =
          charge < 0.5
            ? empty[i]! + (half[i]! - empty[i]!) * 2 * charge
            : half[i]! + (full[i]! - half[i]!) * (2 * charge - 1);
        this.#own[place] =
          SETTLED_SHARE * (RATED_VOLTS_PER_CCA / cca[i]!) * guess.age[place]! * (1 + EMPTY_ADDS * (1 - charge));
      }
    }
  }

  /**
   * Volts at the bank's posts when it gives so many amperes.
   * @param cold resistance of its batteries against that at the temperature they are rated at, see `coldOf`
   * @param linkOhms of each link between two batteries of a string, as cold as it is
   */
  volts(amps: number, cold: number, linkOhms: number): number {
    // Each string as a straight line near its own current; polarisation bends so little that two rounds do. One alone gives all.
    const current = this.#currents;
    const count = this.#strings.length;
    for (let s = 0; s < count; s++) current[s] = amps / count;
    const rounds = count === 1 ? 1 : ROUNDS;
    let volts = 0;
    // Batteries of one rating that give the same current are polarised alike: most banks are all of one.
    let ofCca = 0;
    let ofAmps = Number.NaN;
    let polarised = 0;
    let bend = 0;
    for (let round = 0; round < rounds; round++) {
      let siemens = 0;
      let driven = 0;
      for (let s = 0; s < count; s++) {
        const string = this.#strings[s]!;
        const at = current[s]!;
        let emf = 0;
        let ohms = this.#links * linkOhms;
        for (let i = 0; i < string.at.length; i++) {
          const place = string.at[i]!;
          const cca = string.cca[i]!;
          if (cca !== ofCca || at !== ofAmps) {
            ofCca = cca;
            ofAmps = at;
            const steep = (POLARISATION_PER_CCA * at) / cca;
            const root = Math.sqrt(1 + steep * steep);
            bend = (POLARISATION_VOLTS * POLARISATION_PER_CCA) / (cca * root);
            // The logarithm is asinh of steep, and several times quicker.
            polarised = POLARISATION_VOLTS * Math.log(steep + root) - bend * at;
          }
          emf += string.factor * (this.#open[place]! - polarised);
          ohms += string.factor * (cold * this.#own[place]! + bend);
        }
        this.#emf[s] = emf;
        this.#ohms[s] = ohms;
        siemens += 1 / ohms;
        driven += emf / ohms;
      }
      volts = (driven - amps) / siemens;
      for (let s = 0; s < count; s++) current[s] = (this.#emf[s]! - volts) / this.#ohms[s]!;
    }
    return volts;
  }
}

/** How many times the resistance of batteries rises against that at the temperature they are rated at. */
export const coldOf = (celsius: number): number => Math.exp(-RESISTANCE_PER_KELVIN * (celsius - COLD_RATING_C));
