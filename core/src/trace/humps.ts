import { present } from '../quantity/present';
import { smoothed, strongestHz, thinned, type Signal } from './signal';

/** How fast an engine may be cranked, revolutions a minute. */
const SLOWEST_RPM = 40;
const FASTEST_RPM = 450;
/** Humps of a crank lie between these, whatever the engine. */
const LEAST_HZ = 2;
const MOST_HZ = 40;
/** What stands out less than this from all other frequencies is no row of humps. */
const LEAST_PROMINENCE = 4;
const THINNED_HZ = 400;
/** Turns of the engine's whole cycle before cylinders are told from one another. */
const LEAST_TURNS = 3;

/** One cylinder against the best, in firing order from the first hump of the trace. */
export interface CylinderHump {
  readonly cylinder: number;
  readonly percent: number;
  /** Spread of its turns, percent of the best. */
  readonly spreadPercent: number;
  /** Its highest turn, percent of the best. */
  readonly mostPercent: number;
}

export interface Humps {
  readonly rpm: number;
  readonly cylinders: readonly CylinderHump[];
  readonly why: string | null;
}

/**
 * Peaks of the humps, one a period: each is sought a period after the one before it, so that a crank that slows or gathers
 * speed is followed.
 */
const peaksOf = ({ values, stepS }: Signal, hz: number): readonly number[] => {
  const period = 1 / (hz * stepS);
  const first = (): number => {
    let best = 0;
    for (let i = 0; i < Math.min(values.length, Math.round(period)); i++) if (values[i]! > values[best]!) best = i;
    return best;
  };
  const peaks = [first()];
  for (;;) {
    const from = Math.round(present(peaks.at(-1)) + 0.62 * period);
    const to = Math.min(values.length - 1, Math.round(present(peaks.at(-1)) + 1.38 * period));
    if (to - from < 0.5 * period) return peaks;
    let best = from;
    for (let i = from; i <= to; i++) if (values[i]! > values[best]!) best = i;
    peaks.push(best);
  }
};

/** Height of each hump over the lower ground on either side of it. */
const heightsOf = ({ values }: Signal, peaks: readonly number[]): readonly number[] =>
  peaks.slice(1, -1).map((peak, index) => {
    const low = (from: number, to: number): number => {
      let least = Infinity;
      for (let i = from; i <= to; i++) least = Math.min(least, values[i]!);
      return least;
    };
    const ground = (low(present(peaks[index]), peak) + low(peak, present(peaks[index + 2]))) / 2;
    return values[peak]! - ground;
  });

/**
 * Speed and relative compression from the humps of a crank.
 * @param sinceClosedS from the closing of the contacts to the first of the values
 * @param cylinders of the engine; null where nobody said, and then only the humps are counted
 * @param isAmps amperes have a hump where volts have a dip
 */
export const humpsOf = (
  values: ArrayLike<number>,
  stepS: number,
  sinceClosedS: number,
  cylinders: number | null,
  isAmps: boolean,
): Humps | { readonly rpm: null; readonly why: string } => {
  if (cylinders === null) return { rpm: null, why: 'the number of cylinders is not known' };
  const thin = thinned(values, stepS, THINNED_HZ);
  const [low, high] = [SLOWEST_RPM, FASTEST_RPM].map((rpm) => (rpm * cylinders) / 120) as [number, number];
  const nyquist = 0.45 / thin.stepS;
  const peak = strongestHz(thin, Math.max(LEAST_HZ, low), Math.min(MOST_HZ, high, nyquist));
  if (peak === null) return { rpm: null, why: 'too short' };
  if (peak.prominence < LEAST_PROMINENCE) return { rpm: null, why: 'no humps stand out' };
  const rpm = (120 * peak.hz) / cylinders;
  const width = Math.max(1, Math.round(0.14 / (peak.hz * thin.stepS)));
  const upright = isAmps ? thin.values : Float64Array.from(thin.values, (value) => -value);
  const smooth: Signal = { values: smoothed(upright, width), stepS: thin.stepS };
  const peaks = peaksOf(smooth, peak.hz);
  const heights = heightsOf(smooth, peaks);
  if (heights.length < LEAST_TURNS * cylinders)
    return { rpm, cylinders: [], why: `too short: ${LEAST_TURNS} turns of every cylinder are needed` };
  // Counted from the first hump after the contacts closed, as far as one period is like the next.
  const before = Math.floor((sinceClosedS + present(peaks[1]) * thin.stepS) * peak.hz);
  const means = Array.from({ length: cylinders }, (_, own) => {
    const all = heights.filter((__, index) => (before + index) % cylinders === own);
    const mean = all.reduce((sum, height) => sum + height, 0) / all.length;
    const spread = Math.sqrt(all.reduce((sum, height) => sum + (height - mean) ** 2, 0) / all.length);
    return { mean, spread, most: Math.max(...all) };
  });
  const best = Math.max(...means.map(({ mean }) => mean));
  return {
    rpm,
    cylinders: means.map(({ mean, spread, most }, own) => ({
      cylinder: own + 1,
      percent: (100 * mean) / best,
      spreadPercent: (100 * spread) / best,
      mostPercent: (100 * most) / best,
    })),
    why: null,
  };
};
