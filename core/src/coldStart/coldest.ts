import { seededRandom } from '../circuit/random';
import { normalDraws, quantileOf } from '../history/normal';
import type { Unit } from '../unit/unit';
import type { ColdFit, Guess } from './coldFit';
import { crossing, crossingNear } from './crossing';
import { COLDEST_SOUGHT_C, CrankSolver, WARMEST_SOUGHT_C, type CrankInput } from './steadyCrank';

/** Draws of a coldest start. */
export const COLD_DRAWS = 2000;
const CURVE_DRAWS = 240;
/** A diesel that turns slower than this on a cold day does not fire. Rule of thumb. */
export const LEAST_RPM = 100;
/** What compressions take from the mean speed of a slow crank, beyond an even torque; found with the stepped crank. */
const COMPRESSION_RPM = 3;
/** How far one crank reading tells what an engine asks for, as a share; without one, how far engines differ. */
const CRANK_SHARE = 0.02;
const ENGINE_SHARE = 0.12;
const CLOSE_ENOUGH_C = 0.02;
/** Where most coldest starts lie. */
const USUAL_COLDEST_C = -22;

export interface Band {
  readonly p10: number;
  readonly p50: number;
  readonly p90: number;
}

/** Volts at the starter while cranking at a temperature, and how they may lie. */
export interface CurvePoint extends Band {
  readonly celsius: number;
}

/** The coldest morning a unit still starts on. */
export interface ColdStart {
  /** °C: one in ten guesses says colder than `p10`; `p90` is the careful figure. */
  readonly coldest: Band;
  readonly curve: readonly CurvePoint[];
  readonly limitVolts: number;
}

/** Curve temperatures, °C. */
const CURVE_C = [10, 5, 0, -5, -10, -15, -20, -25, -30, -35, -40] as const;

/** One way the unit may be, of all that its readings allow; `z` are normal draws, one a figure. */
const drawn = (solver: CrankSolver, fit: ColdFit, z: (index: number) => number): CrankInput => {
  let next = 0;
  const at = ({ mean, deviation }: Guess, draw: number): number => mean + deviation * draw;
  const of = (guess: Guess): number => at(guess, z(next++));
  const contact = (guess: Guess, draw: number): number => Math.max(0.01, at(guess, draw));
  const age: number[] = [];
  const charge: number[] = [];
  for (const position of fit.positions) {
    age.push(Math.max(0.3, of(fit.age[position]!)));
    charge.push(of(fit.charge[position]!));
  }
  const cableMilliohm = Math.max(0.02, of(fit.cable.positive)) + Math.max(0.02, of(fit.cable.negative));
  const ofContact = z(next++);
  const input = {
    age,
    charge,
    cableMilliohm,
    linkMilliohm: fit.linkMilliohm,
    contactMilliohm: contact(fit.contact, ofContact),
    torqueFactor: 1,
    oilPerKelvin: of(fit.oilPerKelvin),
  };
  const own = z(next++);
  const torqueFactor =
    fit.crank === null
      ? 1 + ENGINE_SHARE * own
      : solver.torqueFactor(
          { ...input, contactMilliohm: contact(fit.crank.contact, ofContact) },
          fit.crank.celsius,
          fit.crank.amps,
          fit.crank.starterVolts,
        ) *
        (1 + CRANK_SHARE * own);
  return { ...input, torqueFactor: Math.max(0.3, torqueFactor) };
};

/** The unit as its readings say without any doubt put in. */
const middleOf = (solver: CrankSolver, fit: ColdFit): CrankInput => drawn(solver, fit, () => 0);

/**
 * The coldest temperature at which the starter has its volts and the engine its speed, °C; the warmer of the two.
 * @param limitVolts least volts at the starter while cranking: the maker's, else the method's
 * @param guessC where it is looked for first: where it is near, it is found in half the time
 */
export const coldestOf = (
  solver: CrankSolver,
  input: CrankInput,
  limitVolts: number,
  guessC = USUAL_COLDEST_C,
): number => {
  const rpm = LEAST_RPM + COMPRESSION_RPM;
  let bySpeed = crossingNear(
    (celsius) => solver.surplus(input, celsius, rpm),
    guessC,
    COLDEST_SOUGHT_C,
    WARMEST_SOUGHT_C,
    CLOSE_ENOUGH_C,
  );
  if (!solver.getsUpTo(input, bySpeed, rpm))
    bySpeed = crossing((celsius) => solver.surplusAt(input, celsius, rpm), bySpeed, WARMEST_SOUGHT_C, CLOSE_ENOUGH_C);
  if (bySpeed >= WARMEST_SOUGHT_C) return WARMEST_SOUGHT_C;
  // Where it has just its speed, these are its volts; at the coldest that is sought it may turn faster than that.
  if (bySpeed > COLDEST_SOUGHT_C && solver.starterVolts(input, bySpeed, rpm) >= limitVolts) return bySpeed;
  // Where it has its speed it gets past every slower one, so that only the volts are left to ask for.
  return crossingNear(
    (celsius) => solver.overLimit(input, celsius, limitVolts),
    Math.max(bySpeed, guessC),
    bySpeed,
    WARMEST_SOUGHT_C,
    CLOSE_ENOUGH_C,
  );
};

/** Ways the unit may be: every figure of the fit drawn from what its readings allow. */
const guesses = (solver: CrankSolver, fit: ColdFit, seed: number, count: number): readonly CrankInput[] => {
  const figures = 2 * fit.positions.length + 5;
  const draws = normalDraws(seededRandom(seed), count * figures);
  return Array.from({ length: count }, (_, index) => drawn(solver, fit, (figure) => draws[index * figures + figure]!));
};

const coldestAmong = (solver: CrankSolver, fit: ColdFit, inputs: readonly CrankInput[], limitVolts: number): Band => {
  const middle = coldestOf(solver, middleOf(solver, fit), limitVolts);
  return bandOf(Float64Array.from(inputs, (input) => coldestOf(solver, input, limitVolts, middle)).sort());
};

/**
 * The coldest temperature a unit still starts at, °C, with how sure it is.
 * @param limitVolts least volts at the starter while cranking
 * @param seed the same seed gives the same draws
 * @param draws the band of fewer lies where that of many does, but less exactly: of 400, nine ends in ten within 0.6 °C
 */
export const coldestBand = (unit: Unit, fit: ColdFit, limitVolts: number, seed = 1, draws = COLD_DRAWS): Band => {
  const solver = new CrankSolver(unit);
  return coldestAmong(solver, fit, guesses(solver, fit, seed, draws), limitVolts);
};

/** The same with the volts at its starter from a mild day to the coldest night. */
export const coldStart = (unit: Unit, fit: ColdFit, limitVolts: number, seed = 1): ColdStart => {
  const solver = new CrankSolver(unit);
  const inputs = guesses(solver, fit, seed, COLD_DRAWS);
  return {
    coldest: coldestAmong(solver, fit, inputs, limitVolts),
    curve: curveOf(solver, inputs.slice(0, CURVE_DRAWS)),
    limitVolts,
  };
};

const curveOf = (solver: CrankSolver, inputs: readonly CrankInput[]): readonly CurvePoint[] => {
  const volts = CURVE_C.map(() => new Float64Array(inputs.length));
  for (const [draw, input] of inputs.entries()) {
    // From a mild day into the cold: each night turns little slower than the one before.
    let guessRpm: number | undefined;
    for (const [point, celsius] of CURVE_C.entries()) {
      const { rpm, starterVolts } = solver.crank(input, celsius, guessRpm);
      volts[point]![draw] = starterVolts;
      guessRpm = rpm;
    }
  }
  return CURVE_C.map((celsius, point) => ({ celsius, ...bandOf(volts[point]!.sort()) }));
};

const bandOf = (sorted: Float64Array): Band => ({
  p10: quantileOf(sorted, 0.1),
  p50: quantileOf(sorted, 0.5),
  p90: quantileOf(sorted, 0.9),
});

/** What can be put right, and by how many degrees colder the unit would then start. */
export interface Gain {
  readonly subject: string;
  readonly words: string;
  readonly degrees: number;
}

const SOUND_CHARGE = 0.95;
const SOUND_CONTACT_MILLIOHM = 0.1;
const WORTH_TELLING_C = 0.3;

/** The fit with one part put right: a new battery, a sound side, new contacts, a full bank. */
export const putRight = (
  fit: ColdFit,
  subject: string,
  sound: Readonly<Record<'positive' | 'negative', number>>,
): ColdFit => {
  if (subject === 'positive' || subject === 'negative') {
    const own = fit.cable[subject];
    if (own.mean <= sound[subject]) return fit;
    return { ...fit, cable: { ...fit.cable, [subject]: { mean: sound[subject], deviation: own.deviation } } };
  }
  if (subject === 'contacts') return { ...fit, contact: { mean: SOUND_CONTACT_MILLIOHM, deviation: 0.03 } };
  if (subject === 'charge')
    return {
      ...fit,
      charge: Object.fromEntries(
        Object.entries(fit.charge).map(([position, { mean, deviation }]) => [
          position,
          { mean: Math.max(mean, SOUND_CHARGE), deviation },
        ]),
      ),
    };
  const own = fit.age[subject];
  if (own === undefined || own.mean <= 1) return fit;
  return { ...fit, age: { ...fit.age, [subject]: { mean: 1, deviation: 0.03 } } };
};

const WORDS: Readonly<Record<string, string>> = {
  positive: 'positive starter cable and its joints sound',
  negative: 'ground side and its joints sound',
  contacts: 'new solenoid contacts',
  charge: 'bank fully charged',
};

/**
 * What raises the coldest start most, gravest first: each part put right by itself, by how many degrees it helps.
 * @param sound milliohms of each side when sound, at 20 °C
 */
export const gains = (
  unit: Unit,
  fit: ColdFit,
  limitVolts: number,
  sound: Readonly<Record<'positive' | 'negative', number>>,
): readonly Gain[] => {
  const solver = new CrankSolver(unit);
  const now = coldestOf(solver, middleOf(solver, fit), limitVolts);
  return [...fit.positions, 'positive', 'negative', 'contacts', 'charge']
    .map((subject): Gain => {
      const then = putRight(fit, subject, sound);
      return {
        subject,
        words: WORDS[subject] ?? `new battery ${subject}`,
        degrees: now - coldestOf(solver, middleOf(solver, then), limitVolts),
      };
    })
    .filter(({ degrees }) => degrees >= WORTH_TELLING_C)
    .sort((a, b) => b.degrees - a.degrees);
};
