import { medianOf, smoothed } from './signal';

/** When what happened in a crank, as places in the samples; null where it is not in the trace. */
export interface CrankEvents {
  /** A step of volts before the contacts close: lamps and controls come on. */
  readonly keyOnAt: number | null;
  readonly closedAt: number | null;
  /** The crank's end: it fires, or the key is let go. */
  readonly endedAt: number | null;
  readonly fired: boolean;
}

/** The contacts have closed when volts fall by this much, V per 12 V, within so many seconds. */
const FALL_VOLTS = 1;
const FALL_S = 0.005;
const STAYS_S = 0.05;
/** A crank has ended when volts stay this far over its plateau, V per 12 V. */
const RISE_VOLTS = 0.5;
/** Humps of the slowest crank are smoothed over by this. */
const HUMP_S = 0.15;
const FIRST_TURN_S = 0.5;
/** Volts over rest, V per 12 V, and amperes into the bank, that only a running engine gives. */
const CHARGES_VOLTS = 0.15;
const CHARGES_AMPS = 3;
const KEY_ON_VOLTS = 0.08;
const NOISE_SPREADS = 5;

/** True where volts are lower after a fall than before it: a spike of noise is not. */
const staysDown = (volts: ArrayLike<number>, at: number, apart: number, stepS: number, k: number): boolean => {
  const window = Math.max(2, Math.round(STAYS_S / stepS));
  const before = medianOf(volts, Math.max(0, at - window), Math.max(1, at));
  const after = medianOf(volts, at + apart, Math.min(volts.length, at + apart + window));
  return before - after > 0.7 * FALL_VOLTS * k;
};

/** Where volts first fall as only a closing contact makes them. */
const closingAt = (volts: ArrayLike<number>, stepS: number, k: number): number | null => {
  const smooth = smoothed(volts, Math.max(1, Math.round(0.001 / stepS)));
  const apart = Math.max(1, Math.round(FALL_S / stepS));
  for (let i = 0; i + apart < smooth.length; i++) {
    if (smooth[i]! - smooth[i + apart]! < FALL_VOLTS * k || !staysDown(volts, i, apart, stepS, k)) continue;
    for (let j = i; j <= i + apart; j++) if (smooth[j]! <= smooth[i]! - 0.5 * FALL_VOLTS * k) return j;
    return i;
  }
  return null;
};

/** A step of volts in the quiet before the contacts close; null where it is quiet all the way. */
const keyOnBefore = (volts: ArrayLike<number>, stepS: number, closedAt: number, k: number): number | null => {
  const window = Math.max(4, Math.round(0.05 / stepS));
  const end = closedAt - Math.max(1, Math.round(0.01 / stepS));
  if (end < 3 * window) return null;
  const level = smoothed(volts, window);
  let noise = 0;
  const quiet = Math.min(end, 4 * window);
  const middle = medianOf(volts, 0, quiet);
  for (let i = 0; i < quiet; i++) noise += (volts[i]! - middle) ** 2;
  const least = Math.max(KEY_ON_VOLTS * k, (NOISE_SPREADS * Math.sqrt(noise / Math.max(1, quiet))) / Math.sqrt(window));
  let [best, at] = [0, 0];
  for (let i = window; i + window < end; i++) {
    const step = level[i - Math.floor(window / 2)]! - level[i + Math.ceil(window / 2)]!;
    if (step > best) [best, at] = [step, i];
  }
  return best > least && best < FALL_VOLTS * k ? at : null;
};

/** Where volts rise over the plateau and stay there; null where the trace ends before. */
const endAfter = (volts: ArrayLike<number>, stepS: number, closedAt: number, k: number): number | null => {
  const from = closedAt + Math.round(FIRST_TURN_S / stepS);
  const to = Math.min(volts.length, from + Math.round(1 / stepS));
  if (to - from < 4) return null;
  const over = medianOf(volts, from, to) + RISE_VOLTS * k;
  const level = smoothed(volts, Math.max(1, Math.round(HUMP_S / stepS)));
  let last = volts.length - 1;
  if (level[last]! <= over) return null;
  while (last > from && level[last]! > over) last -= 1;
  // The smoothing brought the rise forward: the samples themselves say where it began.
  const fine = smoothed(volts, Math.max(1, Math.round(0.01 / stepS)));
  let at = Math.min(volts.length - 1, last + Math.round(HUMP_S / stepS));
  while (at > from && fine[at]! > over) at -= 1;
  return at + 1;
};

/**
 * What happened in a crank.
 * @param volts of the bank
 * @param amps out of the bank; null where there were none
 * @param k system volts / 12
 */
export const crankEvents = (
  volts: ArrayLike<number>,
  amps: ArrayLike<number> | null,
  stepS: number,
  k: number,
): CrankEvents => {
  const closedAt = closingAt(volts, stepS, k);
  if (closedAt === null) return { keyOnAt: null, closedAt: null, endedAt: null, fired: false };
  const keyOnAt = keyOnBefore(volts, stepS, closedAt, k);
  const endedAt = endAfter(volts, stepS, closedAt, k);
  if (endedAt === null) return { keyOnAt, closedAt, endedAt: null, fired: false };
  const settled = Math.min(volts.length, endedAt + Math.round(0.3 / stepS));
  const rest = medianOf(volts, 0, Math.max(1, keyOnAt ?? closedAt - 1));
  const after = settled < volts.length ? medianOf(volts, settled, volts.length) : volts[volts.length - 1]!;
  const into = amps !== null && settled < volts.length && medianOf(amps, settled, volts.length) < -CHARGES_AMPS;
  return { keyOnAt, closedAt, endedAt, fired: after > rest + CHARGES_VOLTS * k || into };
};
