import { ratedResistanceMilliohm, type Chemistry } from '@vaktman/core';
import type { BatteryStory } from './unitSpec';

const MS_PER_YEAR = 365.25 * 24 * 3600 * 1000;
const DECLINE_FACTOR = 3;

/** Resistance of a battery against a new one of its rating, at a date. */
export const agingFactor = (story: BatteryStory, fitted: string, at: string): number => {
  const years = (from: string, to: string): number => Math.max(0, (Date.parse(to) - Date.parse(from)) / MS_PER_YEAR);
  const declining = story.declinesFrom === undefined ? 0 : years(story.declinesFrom, at);
  return story.start + story.perYear * (years(fitted, at) + (DECLINE_FACTOR - 1) * declining);
};

/** Resting volts of a 12 V battery at a state of charge: the usual straight lines through 0, 50 and 100 %. */
export const restingVolts = (chemistry: Chemistry, chargePercent: number): number => {
  const full = chemistry === 'agm' || chemistry === 'gel' ? 13.0 : 12.8;
  return chargePercent <= 50 ? 11.8 + chargePercent * 0.01 : 12.3 + ((chargePercent - 50) / 50) * (full - 12.3);
};

/** Lowest volts of a 15 s hold: resting volts less the drop over the aged resistance at this temperature. */
export const lowestVolts = (ratingSae: number, rest: number, amps: number, batteryC: number, aging: number): number =>
  rest - (amps * ratedResistanceMilliohm(ratingSae, batteryC, 1) * aging) / 1000;

/** Air in the pass through the year, °C: coldest in mid-January. */
export const ambientC = (at: string, wobble: number): number => {
  const date = new Date(at);
  const day = (date.getTime() - Date.UTC(date.getUTCFullYear(), 0, 1)) / 86_400_000;
  return 0 + Math.round(4 - 11 * Math.cos((2 * Math.PI * (day - 15)) / 365.25) + wobble);
};
