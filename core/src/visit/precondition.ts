import type { Blocked } from '../judging/scene';
import { stepEntry } from '../step/catalogue';
import type { Place } from './obligation';
import type { Outcomes } from './outcomes';

/** What stops a step from meaning anything now, or null when it may be taken. */
export const blockedBy = (outcomes: Outcomes, { step, point }: Place): Blocked | null =>
  stepEntry(step).blocked?.(outcomes, point) ?? null;

/**
 * Whether the product starts a step now. Stricter than what blocks the order of the visit: a load test also needs the
 * battery's own resting volts passed and a sound case.
 */
export const refusal = (outcomes: Outcomes, place: Place): Blocked | null =>
  blockedBy(outcomes, place) ?? stepEntry(place.step).refused?.(outcomes, place.point) ?? null;
