import type { BatteryStory } from './unitSpec';

const MS_PER_YEAR = 365.25 * 24 * 3600 * 1000;
const DECLINE_FACTOR = 3;

/** Resistance of a battery against a new one of its rating, at a date. */
export const agingFactor = (story: BatteryStory, fitted: string, at: string): number => {
  const years = (from: string, to: string): number => Math.max(0, (Date.parse(to) - Date.parse(from)) / MS_PER_YEAR);
  const declining = story.declinesFrom === undefined ? 0 : years(story.declinesFrom, at);
  return story.start + story.perYear * (years(fitted, at) + (DECLINE_FACTOR - 1) * declining);
};

/** Air in the pass through the year, °C: coldest in mid-January. */
export const ambientC = (at: string, wobble: number): number => {
  const date = new Date(at);
  const day = (date.getTime() - Date.UTC(date.getUTCFullYear(), 0, 1)) / 86_400_000;
  return 0 + Math.round(4 - 11 * Math.cos((2 * Math.PI * (day - 15)) / 365.25) + wobble);
};
