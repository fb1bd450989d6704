import { CAPABILITY_LIMIT_PERCENT } from '../battery/figures';
import { seededRandom } from '../circuit/random';
import { normalDraws } from './normal';
import type { SeriesPoint } from './series';
import { theilSen, type RobustTrend } from './theilSen';

export const YEAR_MS = 365.25 * 86_400_000;
/** Fewer visits or less time than this carry no forecast. Rule of thumb. */
const LEAST_VISITS = 4;
const LEAST_YEARS = 0.5;
/** Nothing is said beyond this: batteries do not live that long. */
const HORIZON_YEARS = 8;
/** How far one capability lies from the true one, as a share: meter, clamp, thermometer and charge together. */
const READING_SHARE = 0.02;
/** Weight of that knowledge against what the readings scatter by, in readings. */
const READING_WEIGHT = 4;
/** What is known of batteries before one is read: resistance grows by so much of new in a year, give or take. */
const USUAL_GROWTH = { perYear: 0.1, deviation: 0.1 } as const;
/** A median of slopes is a little less sure than a mean of them where nothing is wild. */
const MEDIAN_LOSS = 1.05;
const DRAWS = 2000;

/** When a battery's capability falls under its limit, as far as its readings carry a date. */
export type Forecast =
  | { readonly kind: 'too-few'; readonly visits: number; readonly because: string }
  | { readonly kind: 'under'; readonly percent: number }
  | {
      readonly kind: 'dated';
      /** Milliseconds since 1970; one in ten falls before `p10`. Null: not within eight years. */
      readonly p10: number | null;
      readonly p50: number | null;
      readonly p90: number | null;
      /** Line of the resistance against new: share of new at `centreMs`, and its growth a year. */
      readonly line: { readonly centreMs: number; readonly resistance: number; readonly growthPerYear: number };
      readonly trend: RobustTrend;
    };

/** Capability, percent, on the forecast's line at a moment. */
export const capabilityOn = (
  { centreMs, resistance, growthPerYear }: Extract<Forecast, { kind: 'dated' }>['line'],
  ms: number,
): number => 100 / Math.max(0.5, resistance + (growthPerYear * (ms - centreMs)) / YEAR_MS);

/**
 * Forecast of the day a battery's capability falls under its limit. The trend is drawn through its resistance against
 * new (100 / capability): resistance grows about evenly with age, capability does not fall so. Slope and level are
 * drawn from what the readings scatter by, held against how batteries usually age.
 * @param points capability, percent, of one segment, oldest first
 * @param seed draws are the same for the same seed
 */
export const forecast = (
  points: readonly SeriesPoint[],
  limitPercent: number = CAPABILITY_LIMIT_PERCENT,
  seed = 1,
): Forecast => {
  const first = points[0];
  const last = points.at(-1);
  const years = first === undefined || last === undefined ? 0 : (last.ms - first.ms) / YEAR_MS;
  if (points.length < LEAST_VISITS || years < LEAST_YEARS) {
    const because =
      points.length < LEAST_VISITS
        ? `too few visits to say: ${points.length} of ${LEAST_VISITS}`
        : 'too few visits to say: all within half a year';
    return { kind: 'too-few', visits: points.length, because };
  }
  const centreMs = points.reduce((sum, { ms }) => sum + ms, 0) / points.length;
  const placed = points.map(({ ms, value }) => ({ x: (ms - centreMs) / YEAR_MS, y: 100 / value }));
  const trend = theilSen(placed);
  if (trend === null) return { kind: 'too-few', visits: points.length, because: 'too few visits to say' };
  const n = placed.length;
  const left = placed.map(({ x, y }) => y - trend.intercept - trend.slope * x);
  const usual = (READING_SHARE * trend.intercept) ** 2;
  const scatter = left.reduce((sum, residual) => sum + residual ** 2, 0);
  const variance = (READING_WEIGHT * usual + scatter) / (READING_WEIGHT + n - 2);
  const spreadX = placed.reduce((sum, { x }) => sum + x * x, 0);
  const slopeVariance = (MEDIAN_LOSS * variance) / spreadX;
  const prior = USUAL_GROWTH.deviation ** 2;
  const weight = prior / (prior + slopeVariance);
  const growthPerYear = weight * trend.slope + (1 - weight) * USUAL_GROWTH.perYear;
  const growthDeviation = Math.sqrt(weight * slopeVariance);
  const levelDeviation = Math.sqrt((MEDIAN_LOSS * variance) / n);
  const border = 100 / limitPercent;
  const now = trend.intercept + growthPerYear * placed.at(-1)!.x;
  if (now >= border) return { kind: 'under', percent: 100 / now };
  const draws = normalDraws(seededRandom(seed), 2 * DRAWS);
  const dates = Float64Array.from({ length: DRAWS }, (_, index) => {
    const growth = growthPerYear + growthDeviation * draws[2 * index]!;
    const level = trend.intercept + levelDeviation * draws[2 * index + 1]!;
    return growth <= 0 ? Infinity : Math.max((border - level) / growth, placed.at(-1)!.x);
  }).sort();
  const at = (share: number): number | null => {
    const x = dates[Math.floor(share * (DRAWS - 1))]!;
    return x - placed.at(-1)!.x > HORIZON_YEARS ? null : centreMs + x * YEAR_MS;
  };
  return {
    kind: 'dated',
    p10: at(0.1),
    p50: at(0.5),
    p90: at(0.9),
    line: { centreMs, resistance: trend.intercept, growthPerYear },
    trend,
  };
};
