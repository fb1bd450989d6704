import type { ResultLine } from '@vaktman/contract';
import {
  judge,
  parseVisit,
  proposedDue,
  timesIn,
  type Intervals,
  type LimitOverrides,
  type Parsed,
  type ProfileName,
  type Unit,
  type VisitFile,
} from '@vaktman/core';
import { v5 } from 'uuid';

/** Readings and visits of one list get ids that follow from it: the same list twice is the same visits. */
const idOf = (importId: string, name: string): string => v5(name, importId);
const NOON = '12:00';

/** The moment a clock in a zone shows a day and time, with the offset it has there. */
const instantIn = (zone: string, date: string, time: string): string => {
  const { instant } = timesIn(zone);
  const asUtc = Date.parse(`${date}T${time.length === 5 ? `${time}:00` : time}Z`);
  // The offset of about that moment; where clocks are set that night, of the moment itself.
  const shifted = (at: number): number => asUtc - (Date.parse(`${instant(at).slice(0, 23)}Z`) - at);
  return instant(shifted(shifted(asUtc)));
};

/** What is known of where and how a visit of a list was made. */
export interface ResultScene {
  readonly importId: string;
  readonly fileName: string;
  readonly unit: Unit;
  readonly profile: ProfileName;
  readonly timeZone: string;
  readonly intervals: Intervals;
  /** The shop's own, for machines of its class. */
  readonly limits: LimitOverrides;
}

/**
 * A visit of somebody else's record as a visit file: judged by the method of today, and closed as it left.
 * @returns the file, or what of it cannot be
 */
export const resultVisit = (
  { visit, readings, rows }: ResultLine,
  { importId, fileName, unit, profile, timeZone, intervals, limits }: ResultScene,
): Parsed<VisitFile> => {
  const at = (time: string | undefined): string => {
    const clock = time ?? NOON;
    return visit.offset === undefined
      ? instantIn(timeZone, visit.date, clock)
      : `${visit.date}T${clock.length === 5 ? `${clock}:00` : clock}${visit.offset}`;
  };
  const { ambientC, engineHours, odometerKm, complaint, technician = '', reason } = visit;
  const own = visit.id ?? `${visit.unit} ${visit.date} ${rows.join(' ')}`;
  const file = {
    format: 'vaktman-visit',
    version: 1,
    unit,
    method: { profile, ...(Object.keys(limits).length === 0 ? {} : { limits }) },
    visit: {
      id: idOf(importId, own),
      at: at(visit.time),
      technician,
      reason,
      ...(ambientC === undefined ? {} : { ambientC }),
      ...(engineHours === undefined ? {} : { engineHours }),
      ...(odometerKm === undefined ? {} : { odometerKm }),
      ...(complaint === undefined ? {} : { complaint }),
    },
    readings: readings.map(({ row, time, ...reading }, index) => ({
      ...reading,
      id: idOf(importId, `${own} ${row} ${index}`),
      at: at(time ?? visit.time),
    })),
  };
  const parsed = parseVisit(file);
  if (!parsed.ok) return parsed;
  const { disposition } = judge(parsed.value);
  const last = parsed.value.readings
    .map((reading) => reading.at)
    .reduce((a, b) => (Date.parse(a) > Date.parse(b) ? a : b));
  return parseVisit({
    ...file,
    events: [
      {
        kind: 'closed',
        eventId: idOf(importId, `${own} closed`),
        at: last,
        by: technician === '' ? 'not stated' : technician,
        remark: `Taken in from ${fileName}`,
        nextDue: proposedDue(disposition, visit.date, { engineHours, odometerKm }, intervals),
      },
    ],
  });
};
