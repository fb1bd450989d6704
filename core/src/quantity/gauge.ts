/**
 * Conductor area of an American wire gauge, square millimetres. Source: the gauge's own geometric definition.
 * @param awg "4/0" to "40"
 * @throws {RangeError} when the text is no gauge
 * @example awgAreaMm2('4/0') // => 107.2
 */
export const awgAreaMm2 = (awg: string): number => {
  const match = /^(\d+)\/0$/.exec(awg);
  const gauge = match ? 1 - Number(match[1]) : Number(awg);
  if (!Number.isFinite(gauge)) throw new RangeError(`Expected a gauge such as "4/0" or "6", received "${awg}".`);
  return 53.475 * 92 ** (-gauge / 19.5);
};
