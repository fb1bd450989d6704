import { addMonths } from 'date-fns';
import { dateOf, monthText } from '../control/dates';

/** One time axis for visits, values, forecasts and batteries, milliseconds since 1970. */
export interface TimeScale {
  readonly fromMs: number;
  readonly nowMs: number;
  readonly toMs: number;
}

const LEAST_BACK_MS = 180 * 86_400_000;
/** Room before the first visit, so that its mark is not cut. */
const ROOM_MS = 14 * 86_400_000;
/** How far ahead forecasts are drawn. */
const MONTHS_AHEAD = 12;

/** From the first of some moments to a year ahead of now. */
export const timeScale = (moments: readonly number[], nowMs: number): TimeScale => ({
  fromMs: Math.min(nowMs - LEAST_BACK_MS, ...moments) - ROOM_MS,
  nowMs,
  toMs: addMonths(nowMs, MONTHS_AHEAD).getTime(),
});

/** Where a moment stands, percent of the axis. */
export const onTime = ({ fromMs, toMs }: TimeScale, ms: number): number =>
  Math.min(100, Math.max(0, (100 * (ms - fromMs)) / (toMs - fromMs)));

export const monthOf = (ms: number): string => monthText(dateOf(ms));
