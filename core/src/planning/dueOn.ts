/** What a unit's meters stood at on a day. */
export interface MeterReading {
  readonly at: string;
  readonly engineHours?: number | undefined;
  readonly odometerKm?: number | undefined;
}

/** The day a unit is due, and by what. */
export interface DueOn {
  /** Calendar date, such as 2027-05-20. */
  readonly date: string;
  readonly by: 'date' | 'hours' | 'distance';
}

const DAY_MS = 86_400_000;

/** The day a meter reaches a figure at the pace of its past readings; null when it stands still or was read once. */
const reached = (
  readings: readonly MeterReading[],
  value: (reading: MeterReading) => number | undefined,
  border: number | undefined,
): number | null => {
  if (border === undefined) return null;
  const read = readings.flatMap((reading) => {
    const own = value(reading);
    return own === undefined ? [] : [{ ms: Date.parse(reading.at), own }];
  });
  read.sort((a, b) => a.ms - b.ms);
  const [first, last] = [read[0], read.at(-1)];
  if (first === undefined || last === undefined) return null;
  if (last.own >= border) return last.ms;
  const days = (last.ms - first.ms) / DAY_MS;
  const perDay = days > 0 ? (last.own - first.own) / days : 0;
  return perDay > 0 ? last.ms + ((border - last.own) / perDay) * DAY_MS : null;
};

/**
 * The day a unit is due: by date, or earlier by engine hours or distance at the pace of its past visits.
 * @param due as signed off at the latest closed visit
 * @param readings of its meters, in any order
 * @returns null when nothing was signed off
 */
export const dueOn = (
  due: {
    readonly date?: string | undefined;
    readonly engineHours?: number | undefined;
    readonly odometerKm?: number | undefined;
  },
  readings: readonly MeterReading[],
): DueOn | null => {
  const found: { ms: number; by: DueOn['by'] }[] = [];
  if (due.date !== undefined) found.push({ ms: Date.parse(`${due.date}T12:00:00Z`), by: 'date' });
  const hours = reached(readings, ({ engineHours }) => engineHours, due.engineHours);
  if (hours !== null) found.push({ ms: hours, by: 'hours' });
  const distance = reached(readings, ({ odometerKm }) => odometerKm, due.odometerKm);
  if (distance !== null) found.push({ ms: distance, by: 'distance' });
  const soonest = found.sort((a, b) => a.ms - b.ms)[0];
  return soonest === undefined ? null : { date: new Date(soonest.ms).toISOString().slice(0, 10), by: soonest.by };
};
