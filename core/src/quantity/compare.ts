/** Differences smaller than this are arithmetic noise: 9.3 + 0.3 meets 9.6. */
const NOISE = 1e-9;

/** True when `value` lies under `border` by more than arithmetic noise. NaN is under nothing. */
export const isUnder = (value: number, border: number): boolean => value < border - NOISE;

/** True when `value` lies over `border` by more than arithmetic noise. NaN is over nothing. */
export const isOver = (value: number, border: number): boolean => value > border + NOISE;

/** True when `value` lies within the closed range, borders included up to arithmetic noise. */
export const isWithin = (value: number, low: number, high: number): boolean =>
  value >= low - NOISE && value <= high + NOISE;

/** Rounds away arithmetic noise for figures that leave the core (six decimals). */
export const tidy = (value: number): number => {
  const rounded = Math.round(value * 1e6) / 1e6;
  return rounded === 0 ? 0 : rounded;
};
