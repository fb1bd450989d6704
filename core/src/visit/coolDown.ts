import { present } from '../quantity/present';
import { stepEntry, type Reading } from '../step/catalogue';

/** A rest a machine needs before the next load, and why. */
export interface CoolDown {
  readonly untilMs: number;
  readonly because: string;
}

/** Rest of pile and battery after one load, and of a starter that was cranked to its limit, seconds. */
export const LOAD_REST_S = 60;
const LOADS_IN_A_ROW = 3;
const LONG_LOAD_REST_S = 300;
const CRANK_LIMIT_S = 15;
export const CRANK_REST_S = 120;

/** Seconds of cranking a reading cost; 0 for one that was taken without. */
export const crankSecondsOf = (reading: Pick<Reading, 'step' | 'point'>): number =>
  stepEntry(reading.step).crankSeconds?.(reading) ?? 0;

/**
 * Seconds pile and battery rest after the last of these load tests: 1 min after each, 5 min after three with less than
 * 5 min between them. Rule of thumb of carbon-pile makers.
 * @param loadEndsMs when each load came off, rising
 */
export const loadRestSeconds = (loadEndsMs: readonly number[]): number => {
  let row = 1;
  for (let i = loadEndsMs.length - 1; i > 0; i--) {
    if (present(loadEndsMs[i]) - present(loadEndsMs[i - 1]) >= LONG_LOAD_REST_S * 1000) break;
    row += 1;
  }
  return row % LOADS_IN_A_ROW === 0 ? LONG_LOAD_REST_S : LOAD_REST_S;
};

/**
 * How long pile and battery still have to cool after the load tests taken so far. Null when they may be loaded now.
 * @param loadEndsMs when each load came off, rising
 */
export const loadCoolDown = (loadEndsMs: readonly number[], nowMs: number): CoolDown | null => {
  const last = loadEndsMs.at(-1);
  if (last === undefined) return null;
  const seconds = loadRestSeconds(loadEndsMs);
  const untilMs = last + seconds * 1000;
  if (nowMs >= untilMs) return null;
  return {
    untilMs,
    because:
      seconds === LONG_LOAD_REST_S
        ? 'Three load tests in a row: pile and batteries cool for 5 min.'
        : 'Pile and battery cool for 1 min after a load test.',
  };
};

/**
 * How long the starter still has to cool: 2 min once it was cranked for 15 s without such a pause. Null when it may be
 * cranked now. Rule of thumb; the maker's figure goes before.
 * @param readings everything read so far, oldest first
 */
export const crankCoolDown = (readings: readonly Reading[], nowMs: number): CoolDown | null => {
  let cranked = 0;
  let last = -Infinity;
  for (const reading of readings) {
    const seconds = crankSecondsOf(reading);
    if (seconds === 0) continue;
    const at = Date.parse(reading.at);
    if (at - last >= CRANK_REST_S * 1000) cranked = 0;
    cranked += seconds;
    last = at;
  }
  const untilMs = last + CRANK_REST_S * 1000;
  if (cranked < CRANK_LIMIT_S || nowMs >= untilMs) return null;
  return { untilMs, because: 'The starter was cranked for 15 s: let it cool for 2 min.' };
};
