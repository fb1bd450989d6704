import { ratedResistanceMilliohm } from '../battery/figures';
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
} from './batteryModel';

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

/** The state a capability is brought to before it is laid beside another: full, on a mild day. */
const REFERENCE = { celsius: 10, charge: 1 } as const;

/**
 * Capability of a battery of an age as it would be read full and on a mild day, percent of rating: the way back from
 * the age, so that visits with the battery at another charge or temperature can be compared.
 * @param age resistance against new
 */
export const capabilityFromAge = (age: number): number => {
  const { celsius, charge } = REFERENCE;
  const fresh =
    RATED_VOLTS_PER_CCA *
    Math.exp(-RESISTANCE_PER_KELVIN * (celsius - COLD_RATING_C)) *
    (1 + EMPTY_ADDS * (1 - charge));
  const seen = POLARISED_VOLTS + HALF_RATING * HELD_SHARE * fresh * age;
  return (100 * HALF_RATING * ratedResistanceMilliohm(1, celsius, 1)) / (1000 * seen);
};
