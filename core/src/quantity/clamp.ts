/** Output scales found on DC clamps, as millivolts for one ampere. */
export const CLAMP_SCALES = {
  '1 mV per A': 1,
  '1 mV per 0.1 A': 10,
} as const;

/**
 * Amperes from the millivolts a current clamp puts out.
 * @param millivolts what the meter shows
 * @param millivoltsPerAmp the clamp's scale, above 0
 * @param zeroMillivolts what it showed with nothing in the jaws
 * @throws {RangeError} when the scale is not above 0
 * @example clampAmps(52, 10, 2) // => 5
 */
export const clampAmps = (millivolts: number, millivoltsPerAmp: number, zeroMillivolts = 0): number => {
  if (!(millivoltsPerAmp > 0)) {
    throw new RangeError(`A clamp scale must be above 0 mV per A, received ${millivoltsPerAmp}.`);
  }
  return (millivolts - zeroMillivolts) / millivoltsPerAmp;
};
