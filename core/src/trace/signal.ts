import { middle } from '../quantity/median';

/** Values at equal steps of time. */
export interface Signal {
  readonly values: ArrayLike<number>;
  readonly stepS: number;
}

/** The middle of part of a signal. */
export const medianOf = (values: ArrayLike<number>, from: number, to: number): number => {
  const count = to - from;
  // More than this many change the middle no further.
  const stride = Math.max(1, Math.floor(count / 20_000));
  const part = new Float64Array(Math.ceil(count / stride));
  for (let i = 0; i < part.length; i++) part[i] = values[from + i * stride]!;
  return middle(part.sort());
};

/** Each value with the mean of those around it, over so many in all. */
export const smoothed = (values: ArrayLike<number>, width: number): Float64Array => {
  const result = new Float64Array(values.length);
  const before = Math.floor((width - 1) / 2);
  let sum = 0;
  let [from, to] = [0, 0];
  for (let i = 0; i < values.length; i++) {
    const [wantedFrom, wantedTo] = [Math.max(0, i - before), Math.min(values.length, i - before + width)];
    while (to < wantedTo) sum += values[to++]!;
    while (from < wantedFrom) sum -= values[from++]!;
    result[i] = sum / Math.max(1, to - from);
  }
  return result;
};

/** A signal with fewer samples a second, each the mean of those it stands for. */
export const thinned = (values: ArrayLike<number>, stepS: number, perSecond: number): Signal => {
  const bin = Math.max(1, Math.floor(1 / (stepS * perSecond)));
  const result = new Float64Array(Math.floor(values.length / bin));
  for (let i = 0; i < result.length; i++) {
    let sum = 0;
    for (let j = 0; j < bin; j++) sum += values[i * bin + j]!;
    result[i] = sum / bin;
  }
  return { values: result, stepS: stepS * bin };
};

/** A signal without its mean and its steady rise or fall. */
const levelled = (values: ArrayLike<number>): Float64Array => {
  const count = values.length;
  let [sum, weighted] = [0, 0];
  const centre = (count - 1) / 2;
  let squares = 0;
  for (let i = 0; i < count; i++) {
    sum += values[i]!;
    weighted += (i - centre) * values[i]!;
    squares += (i - centre) ** 2;
  }
  const [mean, slope] = [sum / count, squares === 0 ? 0 : weighted / squares];
  return Float64Array.from({ length: count }, (_, i) => values[i]! - mean - slope * (i - centre));
};

/** How strong a windowed signal swings at a frequency, by Goertzel's recurrence. @param radians from one sample to the next */
const swingAt = (windowed: Float64Array, radians: number): number => {
  const twice = 2 * Math.cos(radians);
  let [last, before] = [0, 0];
  for (let i = 0; i < windowed.length; i++) {
    const next = windowed[i]! + twice * last - before;
    before = last;
    last = next;
  }
  return Math.sqrt(Math.max(0, last * last + before * before - twice * last * before));
};

const windowOf = (count: number): Float64Array =>
  Float64Array.from({ length: count }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / Math.max(1, count - 1)));

/** A levelled signal that fades in and out, so that neighbours of a frequency do not leak into it. */
const windowedOf = (values: ArrayLike<number>, window: Float64Array): Float64Array =>
  levelled(values).map((value, i) => value * window[i]!);

/** A frequency that stands out, and its share: its swing against the mean of all that were looked at. */
export interface Peak {
  readonly hz: number;
  readonly prominence: number;
}

/**
 * The frequency a signal swings at most, between two.
 * @returns null where the signal is too short for one swing of the lowest
 */
export const strongestHz = ({ values, stepS }: Signal, lowHz: number, highHz: number): Peak | null => {
  const count = values.length;
  if (count < 8 || count * stepS * lowHz < 1 || lowHz >= highHz) return null;
  const windowed = windowedOf(values, windowOf(count));
  const step = Math.max(0.25 / (count * stepS), (highHz - lowHz) / 4000);
  const swings: number[] = [];
  for (let hz = lowHz; hz <= highHz; hz += step) swings.push(swingAt(windowed, 2 * Math.PI * hz * stepS));
  const best = swings.reduce((most, swing, index) => (swing > swings[most]! ? index : most), 0);
  const mean = swings.reduce((sum, swing) => sum + swing, 0) / swings.length;
  const [left, here, right] = [swings[best - 1] ?? swings[best]!, swings[best]!, swings[best + 1] ?? swings[best]!];
  const bend = left - 2 * here + right;
  const shift = bend === 0 ? 0 : Math.max(-0.5, Math.min(0.5, (0.5 * (left - right)) / bend));
  return { hz: lowHz + (best + shift) * step, prominence: mean === 0 ? 0 : here / mean };
};

/** Effective value of the part of a signal that swings at one frequency, in its own unit. */
export const rmsAt = ({ values, stepS }: Signal, hz: number): number => {
  const window = windowOf(values.length);
  const weight = window.reduce((sum, share) => sum + share, 0);
  return (Math.SQRT2 * swingAt(windowedOf(values, window), 2 * Math.PI * hz * stepS)) / Math.max(1e-9, weight);
};

/** Root mean square of a signal around its mean, levelled. */
export const rmsOf = (values: ArrayLike<number>): number => {
  const level = levelled(values);
  let sum = 0;
  for (const value of level) sum += value * value;
  return Math.sqrt(sum / Math.max(1, level.length));
};
