import * as z from 'zod';
import type { Disposition } from '../visit/disposition';

/** When a unit is due again: by date, engine hours or distance, whichever comes first. */
export interface NextDue {
  /** Calendar date, such as 2027-05-20. */
  readonly date: string;
  readonly engineHours?: number;
  readonly odometerKm?: number;
}

const meter = (max: number, unit: string) =>
  z
    .int({ error: `expected a whole number of ${unit}` })
    .min(0, { error: `expected 0 to ${max} ${unit}` })
    .max(max, { error: `expected 0 to ${max} ${unit}` });
export const intervalSchema = z.strictObject({
  days: meter(3650, 'days'),
  hours: meter(100_000, 'hours'),
  km: meter(1_000_000, 'km'),
});
export type Interval = z.infer<typeof intervalSchema>;
/** By how the unit left; the usual one where left out. */
export type Intervals = Readonly<Partial<Record<Disposition, Interval>>>;

/** Days, hours and kilometres to the next visit by how the unit left; 0 leaves that meter out. Rule of thumb; every figure may be changed. */
export const USUAL_INTERVALS: Readonly<Record<Disposition, Interval>> = {
  ready: { days: 182, hours: 500, km: 20_000 },
  'ready-watch': { days: 60, hours: 200, km: 8_000 },
  unfinished: { days: 7, hours: 40, km: 1_500 },
  'no-sign': { days: 30, hours: 120, km: 5_000 },
  hold: { days: 1, hours: 0, km: 0 },
};

const DAY_MS = 86_400_000;

/**
 * A proposal for the next due date.
 * @param closedOn calendar date of closing, such as 2026-11-20
 * @param own intervals of the shop, where it has some
 */
export const proposedDue = (
  disposition: Disposition,
  closedOn: string,
  meters: { readonly engineHours?: number | undefined; readonly odometerKm?: number | undefined },
  own: Intervals = {},
): NextDue => {
  const { days, hours, km } = own[disposition] ?? USUAL_INTERVALS[disposition];
  const date = new Date(Date.parse(`${closedOn}T12:00:00Z`) + days * DAY_MS).toISOString().slice(0, 10);
  return {
    date,
    ...(meters.engineHours === undefined || hours === 0 ? {} : { engineHours: Math.round(meters.engineHours + hours) }),
    ...(meters.odometerKm === undefined || km === 0 ? {} : { odometerKm: Math.round(meters.odometerKm + km) }),
  };
};
