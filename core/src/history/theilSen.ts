import { median, middle } from '../quantity/median';

/** One measured point: `x` in any unit of time, `y` in the unit of the figure. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** A robust straight line through points, with the band its slope lies in. */
export interface RobustTrend {
  readonly slope: number;
  /** Value at x = 0. */
  readonly intercept: number;
  /** Confidence band of the slope. */
  readonly lowSlope: number;
  readonly highSlope: number;
}

/** Two-sided confidence levels with the normal quantile of each. */
const QUANTILES = { 80: 1.2815515655446004, 90: 1.6448536269514722, 95: 1.959963984540054 } as const;
export type ConfidencePercent = keyof typeof QUANTILES;

/** Sum over groups of equal values of k (k - 1) (2k + 5): what ties take from the variance of Kendall's S. */
const tiesOf = (values: readonly number[]): number => {
  const counts = new Map<number, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  let sum = 0;
  for (const count of counts.values()) sum += count * (count - 1) * (2 * count + 5);
  return sum;
};

/**
 * Theil and Sen's line: the median of the slopes of all pairs, through the median of what is left. A single wild
 * reading does not move it. The band of the slope follows Sen (1968) from the variance of Kendall's S, ties allowed.
 * @returns null when fewer than two points differ in x
 */
export const theilSen = (points: readonly Point[], confidence: ConfidencePercent = 80): RobustTrend | null => {
  const slopes: number[] = [];
  for (let i = 0; i < points.length; i++) {
    for (let j = i + 1; j < points.length; j++) {
      const run = points[j]!.x - points[i]!.x;
      if (run !== 0) slopes.push((points[j]!.y - points[i]!.y) / run);
    }
  }
  if (slopes.length === 0) return null;
  const sorted = Float64Array.from(slopes).sort();
  const slope = middle(sorted);
  const n = points.length;
  const variance =
    (n * (n - 1) * (2 * n + 5) - tiesOf(points.map(({ x }) => x)) - tiesOf(points.map(({ y }) => y))) / 18;
  const reach = QUANTILES[confidence] * Math.sqrt(Math.max(0, variance));
  const low = Math.max(0, roundHalfEven((sorted.length - reach) / 2) - 1);
  const high = Math.min(sorted.length - 1, roundHalfEven((sorted.length + reach) / 2));
  return {
    slope,
    intercept: median(points.map(({ x, y }) => y - slope * x)),
    lowSlope: sorted[low]!,
    highSlope: sorted[high]!,
  };
};

/** Rounds halves to the even neighbour, as the statistics packages that the band is held against do. */
const roundHalfEven = (value: number): number => {
  const floor = Math.floor(value);
  const over = value - floor;
  if (over !== 0.5) return Math.round(value);
  return floor % 2 === 0 ? floor : floor + 1;
};
