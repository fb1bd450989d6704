import type { LimitBook } from '../method/book';
import { tidy } from '../quantity/compare';
import { batteryCca, batteryFactor } from '../unit/bank';
import type { Battery } from '../unit/unit';
import { loadLimit, REFERENCE_C } from './loadLimit';

/** What a battery's readings amount to; a figure that the readings do not carry is left out. */
export interface BatteryFigures {
  readonly stateOfChargePercent?: number;
  readonly resistanceMilliohm?: number;
  /** What the battery would have read under its load test at 21 °C. */
  readonly referenceLoadVolts?: number;
  /** Estimated share of the rating it still gives, percent, at most 120; nearly free of season. */
  readonly capabilityPercent?: number;
}

/** The chart's own limit stands at about this share of the rating at every temperature (flooded). */
export const CAPABILITY_LIMIT_PERCENT = 70;
const CAPABILITY_CAP_PERCENT = 120;

/** Fewer amperes than this are no load: volts by so little would be a resistance without bounds. */
const LEAST_LOAD_AMPS = 1;

/**
 * Resistance seen by the load test, milliohms: volts lost from rest to the lowest, by the amperes drawn.
 * Null when the readings cannot give one (no load, or no loss).
 */
export const loadResistanceMilliohm = (restingVolts: number, lowestVolts: number, amps: number): number | null =>
  amps >= LEAST_LOAD_AMPS && restingVolts > lowestVolts ? ((restingVolts - lowestVolts) / amps) * 1000 : null;

/**
 * Resistance of a new battery of this rating under a 15 s half-rating load, milliohms. Fitted to the load chart:
 * 4.2 V by the cold-cranking amperes at 21.1 °C, rising 0.85 % for each kelvin colder.
 */
export const ratedResistanceMilliohm = (ccaSae: number, batteryC: number, factor: number): number =>
  ((4200 * factor) / ccaSae) * Math.exp(0.0085 * (REFERENCE_C - batteryC));

/**
 * Figures of the load test of one battery.
 * @param restingVolts open-circuit volts before the load
 * @param batteryC battery temperature, or null when unknown: then only the resistance is given
 */
export const loadFigures = (
  battery: Battery,
  limits: LimitBook,
  restingVolts: number,
  load: { readonly lowestVolts: number; readonly amps: number },
  batteryC: number | null,
): BatteryFigures => {
  const resistanceMilliohm = loadResistanceMilliohm(restingVolts, load.lowestVolts, load.amps);
  if (resistanceMilliohm === null) return {};
  const rating = batteryCca(battery);
  if (rating === null || batteryC === null) return { resistanceMilliohm: tidy(resistanceMilliohm) };
  const rated = ratedResistanceMilliohm(rating.amps, batteryC, batteryFactor(battery));
  const capabilityPercent = Math.min(CAPABILITY_CAP_PERCENT, (100 * rated) / resistanceMilliohm);
  const here = loadLimit(battery, limits, batteryC);
  const reference = loadLimit(battery, limits, REFERENCE_C);
  const figures = { resistanceMilliohm: tidy(resistanceMilliohm), capabilityPercent: tidy(capabilityPercent) };
  if (here === null || reference === null || restingVolts <= here.value) return figures;
  const dropAtTarget = (rating.amps / 2) * (resistanceMilliohm / 1000);
  const season = (restingVolts - reference.value) / (restingVolts - here.value);
  return { ...figures, referenceLoadVolts: tidy(restingVolts - dropAtTarget * season) };
};
