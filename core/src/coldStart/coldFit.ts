import {
  AT_ONCE,
  COLD_RATING_C,
  EMPTY_ADDS,
  PER_BRANCH,
  POLARISATION_PER_CCA,
  POLARISATION_VOLTS,
  QUICK_SECONDS,
  RATED_VOLTS_PER_CCA,
  RESISTANCE_PER_KELVIN,
  SLOW_SECONDS,
} from '../circuit/batteryModel';
import { modelCableOhms, OIL_PER_KELVIN } from '../circuit/starterModel';
import { ratedResistanceMilliohm } from '../battery/figures';
import type { VisitFigures } from '../history/visitFigures';
import { batteryCca, isSeriesBank } from '../unit/bank';
import { positions } from '../unit/points';
import type { Unit } from '../unit/unit';

/** A figure with how sure it is: its standard deviation. */
export interface Guess {
  readonly mean: number;
  readonly deviation: number;
}

/** A unit's cold start as its own readings tell it. */
export interface ColdFit {
  /** In order; `age` and `charge` have one guess for each. */
  readonly positions: readonly string[];
  readonly age: Readonly<Record<string, Guess>>;
  /** 0 to 1. */
  readonly charge: Readonly<Record<string, Guess>>;
  /** Sides of the starter circuit, milliohms at 20 °C. */
  readonly cable: Readonly<Record<'positive' | 'negative', Guess>>;
  readonly contact: Guess;
  readonly linkMilliohm: number;
  /** The unit's own crank, when amperes were read: how much its engine asks for. */
  readonly crank: { readonly amps: number; readonly starterVolts: number; readonly celsius: number } | null;
  readonly oilPerKelvin: Guess;
}

/** Either what the readings carry, or what they lack in words. */
export type ColdFitResult =
  { readonly kind: 'fit'; readonly fit: ColdFit } | { readonly kind: 'unsaid'; readonly lacks: readonly string[] };

const HOLD_SECONDS = 15;
const HALF_RATING = 0.5;
/** Share of a battery's whole resistance that a 15 s hold meets. */
const HELD_SHARE =
  AT_ONCE + PER_BRANCH * (1 - Math.exp(-HOLD_SECONDS / QUICK_SECONDS) + 1 - Math.exp(-HOLD_SECONDS / SLOW_SECONDS));
/** Volts of a 12 V battery that polarisation takes at half its rating; they do not grow with age. */
const POLARISED_VOLTS = POLARISATION_VOLTS * Math.asinh(POLARISATION_PER_CCA * HALF_RATING);

/**
 * Resistance of a battery against new, from its capability: what polarisation takes is left out, since it does not
 * age, and so is what an incomplete charge adds.
 * @param capabilityPercent estimated share of its rating
 * @param celsius temperature of the test
 * @param charge 0 to 1 at the test
 */
export const ageFromCapability = (capabilityPercent: number, celsius: number, charge: number): number => {
  // Of a rating of one ampere: the rating cancels.
  const seen = (HALF_RATING * ratedResistanceMilliohm(1, celsius, 1) * 100) / (1000 * capabilityPercent);
  const own = (seen - POLARISED_VOLTS) / (HALF_RATING * HELD_SHARE);
  const fresh =
    RATED_VOLTS_PER_CCA *
    Math.exp(-RESISTANCE_PER_KELVIN * (celsius - COLD_RATING_C)) *
    (1 + EMPTY_ADDS * (1 - charge));
  return Math.max(0.3, own / fresh);
};

const AGE_SHARE = 0.03;
const CHARGE_DEVIATION = 0.04;
const USUAL_CHARGE = 0.9;
const CABLE_SHARE = 0.02;
const CABLE_MILLIOHM = 0.01;
const SOUND_CONTACT: Guess = { mean: 0.1, deviation: 0.05 };
/** How far the thickening of oil may lie from the textbook's, a kelvin. */
const OIL_DEVIATION = 0.004;
/** Readings older than this tell of another winter. */
const LONGEST_MS = 400 * 86_400_000;
const USUAL_CELSIUS = 10;

/**
 * Fits a unit's cold start to its own readings.
 * @param visits figures of its visits, latest first
 * @param isPresent whether the battery now at a position sat there at a moment; its readings are not another's
 * @param nowMs moment of asking, milliseconds since 1970
 */
export const fitForCold = (
  unit: Unit,
  visits: readonly VisitFigures[],
  isPresent: (position: string, at: string) => boolean,
  nowMs: number,
): ColdFitResult => {
  const recent = visits.filter(({ at }) => nowMs - Date.parse(at) < LONGEST_MS);
  const lacks: string[] = [];
  const age: Record<string, Guess> = {};
  const charge: Record<string, Guess> = {};
  for (const position of positions(unit)) {
    const read = recent.filter(({ at, batteries }) => batteries[position] !== undefined && isPresent(position, at));
    const loaded = read.find(({ batteries }) => batteries[position]!.capabilityPercent !== undefined);
    const battery = unit.bank.batteries.find((candidate) => candidate.position === position);
    if (battery === undefined || batteryCca(battery) === null) {
      lacks.push(`the rating of battery ${position}`);
      continue;
    }
    const resting = read.find(({ batteries }) => batteries[position]!.stateOfChargePercent !== undefined);
    const full = (resting?.batteries[position]?.stateOfChargePercent ?? 100 * USUAL_CHARGE) / 100;
    charge[position] = { mean: full, deviation: CHARGE_DEVIATION };
    if (loaded === undefined) {
      lacks.push(`a load test of battery ${position}`);
      continue;
    }
    const own = loaded.batteries[position]!;
    const mean = ageFromCapability(
      own.capabilityPercent!,
      own.celsius ?? USUAL_CELSIUS,
      (own.stateOfChargePercent ?? 100 * USUAL_CHARGE) / 100,
    );
    age[position] = { mean, deviation: AGE_SHARE * mean };
  }
  const side = (name: 'positive' | 'negative'): Guess => {
    const mean = recent.find(({ starterMilliohm }) => starterMilliohm[name] !== undefined)?.starterMilliohm[name];
    if (mean === undefined) {
      lacks.push(`the volts lost on the ${name} side of the starter cables`);
      return { mean: 0, deviation: 0 };
    }
    return { mean, deviation: CABLE_SHARE * mean + CABLE_MILLIOHM };
  };
  const cable = { positive: side('positive'), negative: side('negative') };
  if (lacks.length > 0) return { kind: 'unsaid', lacks };
  const contact = recent.find(({ contactMilliohm }) => contactMilliohm !== undefined)?.contactMilliohm;
  const cranked = recent.find(
    ({ crank, ambientC }) => crank?.amps !== undefined && crank.starterVolts !== undefined && ambientC !== null,
  );
  return {
    kind: 'fit',
    fit: {
      positions: positions(unit),
      age,
      charge,
      cable,
      contact: contact === undefined ? SOUND_CONTACT : { mean: contact, deviation: 0.03 + CABLE_SHARE * contact },
      linkMilliohm: isSeriesBank(unit.bank) ? 1000 * modelCableOhms(unit, 'link', 20) + 0.04 : 0,
      crank:
        cranked === undefined
          ? null
          : { amps: cranked.crank!.amps!, starterVolts: cranked.crank!.starterVolts!, celsius: cranked.ambientC! },
      oilPerKelvin: { mean: OIL_PER_KELVIN[unit.engine?.oil ?? '15W'], deviation: OIL_DEVIATION },
    },
  };
};
