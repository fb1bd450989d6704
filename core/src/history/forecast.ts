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
const READING_SHARE = 0.03;
/** Weight of that knowledge against what the readings scatter by, in readings. */
const READING_WEIGHT = 4;
/** What is known of batteries before one is read: resistance grows by so much of new in a year, give or take. */
const USUAL_GROWTH = { perYear: 0.1, deviation: 0.05 } as const;
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

/** Placed for a line: years against the middle of the stretch, resistance against new. */
interface Placed {
  readonly x: number;
  readonly y: number;
}

/** A stretch as a line: level and growth of the resistance, and how far readings lie from it. */
interface Line {
  readonly trend: RobustTrend;
  readonly growthPerYear: number;
  readonly growthDeviation: number;
  readonly variance: number;
}

/** The line through a stretch, its slope held against how batteries usually age; null where it gives none. */
const lineOf = (placed: readonly Placed[]): Line | null => {
  const trend = theilSen(placed);
  if (trend === null) return null;
  const n = placed.length;
  const scatter = placed.reduce((sum, { x, y }) => sum + (y - trend.intercept - trend.slope * x) ** 2, 0);
  const usual = (READING_SHARE * trend.intercept) ** 2;
  const variance = (READING_WEIGHT * usual + scatter) / (READING_WEIGHT + Math.max(0, n - 2));
  const centre = placed.reduce((sum, { x }) => sum + x, 0) / n;
  const spreadX = placed.reduce((sum, { x }) => sum + (x - centre) ** 2, 0);
  const slopeVariance = (MEDIAN_LOSS * variance) / spreadX;
  const prior = USUAL_GROWTH.deviation ** 2;
  const weight = prior / (prior + slopeVariance);
  return {
    trend,
    growthPerYear: weight * trend.slope + (1 - weight) * USUAL_GROWTH.perYear,
    growthDeviation: Math.sqrt(weight * slopeVariance),
    variance,
  };
};

/** Before a line can be left, it must be one: fewer readings than this make no stretch to step off. */
const LEAST_BEFORE_STEP = 3;
/** Off its line by so many spreads, a reading is no scatter: the battery has changed. */
const STEP_SPREADS = 3;

const isOffLine = (before: readonly SeriesPoint[], point: SeriesPoint): boolean => {
  const from = before[0]!.ms;
  const line = lineOf(before.map(({ ms, value }) => ({ x: (ms - from) / YEAR_MS, y: 100 / value })));
  if (line === null) return false;
  const x = (point.ms - from) / YEAR_MS;
  const centre = before.reduce((sum, { ms }) => sum + (ms - from) / YEAR_MS, 0) / before.length;
  const level = line.trend.intercept + line.trend.slope * centre;
  const told = level + line.growthPerYear * (x - centre);
  const spread = Math.sqrt(line.variance * (1 + 1 / before.length) + (line.growthDeviation * (x - centre)) ** 2);
  return Math.abs(100 / point.value - told) > STEP_SPREADS * spread;
};

/**
 * The stretch a battery is in now. A reading three spreads off the line before it begins a new one; when the next is
 * back on the old line, it was a wild reading and is left out.
 * @param points oldest first
 */
export const presentStretch = (points: readonly SeriesPoint[]): readonly SeriesPoint[] => {
  let stretch: SeriesPoint[] = [];
  let stepped: SeriesPoint | null = null;
  for (const point of points) {
    const judged = stretch.length >= LEAST_BEFORE_STEP;
    const off = judged && isOffLine(stretch, point);
    if (!off) {
      stretch.push(point);
      stepped = null;
    } else if (stepped === null) stepped = point;
    else {
      stretch = [stepped, point];
      stepped = null;
    }
  }
  return stepped === null ? stretch : [stepped];
};

/**
 * How wear may go on: evenly, or faster and faster by so much a year. A plate that sheds loses ever more; which of the
 * two it is shows only late, so both are kept in proportion to how well they tell what was read.
 */
const ACCELERATIONS = [0, 0.45, 0.9] as const;
const ACCELERATION_PRIOR = [0.6, 0.33, 0.07] as const;

/** Years as an accelerating wear counts them, so that it is a straight line again; and the way back. */
const bent = (x: number, acceleration: number): number =>
  acceleration === 0 ? x : Math.expm1(acceleration * x) / acceleration;
const unbent = (u: number, acceleration: number): number =>
  acceleration === 0 ? u : Math.log1p(Math.max(-1 + 1e-9, acceleration * u)) / acceleration;

interface Course extends Line {
  readonly acceleration: number;
  readonly weight: number;
}

const coursesOf = (placed: readonly Placed[]): readonly Course[] => {
  const lines = ACCELERATIONS.flatMap((acceleration, index) => {
    const line = lineOf(placed.map(({ x, y }) => ({ x: bent(x, acceleration), y })));
    return line === null ? [] : [{ ...line, acceleration, prior: ACCELERATION_PRIOR[index]! }];
  });
  const best = Math.min(...lines.map(({ variance }) => variance));
  const misfit = (course: (typeof lines)[number]): number =>
    placed.reduce(
      (sum, { x, y }) =>
        sum + (y - course.trend.intercept - course.trend.slope * bent(x, course.acceleration)) ** 2 / (2 * best),
      0,
    );
  const weights = lines.map((course) => course.prior * Math.exp(-misfit(course)));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return lines.map((line, index) => ({
    ...line,
    weight: total > 0 ? weights[index]! / total : 1 / lines.length,
  }));
};

/**
 * Forecast of the day a battery's capability falls under its limit. The trend is drawn through its resistance against
 * new (100 / capability): resistance grows about evenly with age, capability does not fall so. Slope, level and whether
 * wear grows faster are drawn from what the readings scatter by, held against how batteries usually age.
 * @param points capability, percent, freed of charge and season, of one segment, oldest first
 * @param seed draws are the same for the same seed
 * @param horizonYears a date further off than this after the last reading is not told
 */
export const forecast = (
  points: readonly SeriesPoint[],
  limitPercent: number = CAPABILITY_LIMIT_PERCENT,
  seed = 1,
  horizonYears = HORIZON_YEARS,
): Forecast => {
  const latest = points.at(-1);
  if (latest !== undefined && latest.value < limitPercent) return { kind: 'under', percent: latest.value };
  const stretch = presentStretch(points);
  const first = stretch[0];
  const last = stretch.at(-1);
  const years = first === undefined || last === undefined ? 0 : (last.ms - first.ms) / YEAR_MS;
  if (stretch.length < LEAST_VISITS || years < LEAST_YEARS) {
    const because =
      stretch.length < points.length && stretch.length < LEAST_VISITS
        ? 'its readings have stepped to another level: too few visits since to say'
        : stretch.length < LEAST_VISITS
          ? `too few visits to say: ${stretch.length} of ${LEAST_VISITS}`
          : 'too few visits to say: all within half a year';
    return { kind: 'too-few', visits: stretch.length, because };
  }
  const centreMs = stretch.reduce((sum, { ms }) => sum + ms, 0) / stretch.length;
  const placed = stretch.map(({ ms, value }) => ({ x: (ms - centreMs) / YEAR_MS, y: 100 / value }));
  const courses = coursesOf(placed);
  const even = courses[0];
  if (even === undefined) return { kind: 'too-few', visits: stretch.length, because: 'too few visits to say' };
  const border = 100 / limitPercent;
  const lastX = placed.at(-1)!.x;
  const now = even.trend.intercept + even.growthPerYear * lastX;
  // Only what lies under by more than its own reading error is called under from the line alone.
  if (now >= border * (1 + READING_SHARE)) return { kind: 'under', percent: 100 / now };
  const random = seededRandom(seed);
  const draws = normalDraws(random, 2 * DRAWS);
  const dates = Float64Array.from({ length: DRAWS }, (_, index) => {
    let choice = random();
    const course = courses.find(({ weight }) => (choice -= weight) < 0) ?? even;
    const growth = course.growthPerYear + course.growthDeviation * draws[2 * index]!;
    const level =
      course.trend.intercept + Math.sqrt((MEDIAN_LOSS * course.variance) / placed.length) * draws[2 * index + 1]!;
    if (growth <= 0) return Infinity;
    return Math.max(unbent((border - level) / growth, course.acceleration), lastX);
  }).sort();
  const at = (share: number): number | null => {
    const x = dates[Math.floor(share * (DRAWS - 1))]!;
    return x - lastX > horizonYears ? null : centreMs + x * YEAR_MS;
  };
  return {
    kind: 'dated',
    p10: at(0.1),
    p50: at(0.5),
    p90: at(0.9),
    line: { centreMs, resistance: even.trend.intercept, growthPerYear: even.growthPerYear },
    trend: even.trend,
  };
};
