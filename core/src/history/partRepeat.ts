import { monthsBetween } from '../quantity/calendarMonths';

/** A stay of an alternator or a starter at its place; null where the date is not known, or it has not ended. */
export interface PartStay {
  readonly place: string;
  readonly from: string | null;
  readonly to: string | null;
}

/** A part that came again and again: what kills it is read before the next one goes in. */
export interface PartRepeat {
  readonly place: string;
  /** When one was put in within the months looked back on, oldest first. */
  readonly fitted: readonly string[];
}

/** Parts of one place that were put in within so many months died of something else than age: a shop's rule of thumb. */
export const REPEAT_MONTHS = 24;

/**
 * Places at which a part was replaced lately.
 * @param atLeast how many were put in to replace another within the last 24 months
 */
export const partRepeats = (stays: readonly PartStay[], now: Date, atLeast: number): readonly PartRepeat[] =>
  [...new Set(stays.map(({ place }) => place))].flatMap((place) => {
    const own = stays.filter((stay) => stay.place === place);
    // The one the machine came with replaced nothing.
    const fitted = own
      .flatMap(({ from }) => (from === null ? [] : [from]))
      .filter((from) => own.some(({ to }) => to !== null && Date.parse(to) <= Date.parse(from)))
      .filter((from) => monthsBetween(from.slice(0, 10), now) <= REPEAT_MONTHS)
      .sort((a, b) => Date.parse(a) - Date.parse(b));
    return fitted.length >= atLeast ? [{ place, fitted }] : [];
  });
