import { recordedVisit } from '@vaktman/core';
import { CLOCK_LATENCY_MS, entryIdOf, type Entry, type VisitDetail } from '@vaktman/contract';

const putRight = (at: string, aheadMs: number): string => new Date(Date.parse(at) - aheadMs).toISOString();

/** When the last of some entries of a visit was made, milliseconds since 1970; -Infinity when it has none of them. */
export const lastOf = (detail: VisitDetail | null, entryIds: readonly string[]): number => {
  if (detail === null || entryIds.length === 0) return -Infinity;
  const own = new Set(entryIds);
  return Math.max(
    ...detail.file.readings.flatMap(({ id, at }) => (own.has(id) ? [Date.parse(at)] : [])),
    ...detail.events.flatMap(({ eventId, at }) => (own.has(eventId) ? [Date.parse(at)] : [])),
  );
};

/**
 * An entry of this device as the server will date it: what is still here stands in order beside what came back from there.
 * @param aheadMs how far the clock of this device is ahead; null when it is not known
 * @param notBefore when this device made its last entry in the visit, milliseconds since 1970: what one device recorded
 *   keeps its order, also when its clock was set back meanwhile
 */
export const asDatedByServer = (entry: Entry, aheadMs: number | null, notBefore = -Infinity): Entry => {
  const dated = (at: string): string => {
    const right = aheadMs === null || Math.abs(aheadMs) <= CLOCK_LATENCY_MS ? at : putRight(at, aheadMs);
    return Date.parse(right) < notBefore ? new Date(notBefore).toISOString() : right;
  };
  switch (entry.kind) {
    case 'visit': {
      const { visit } = entry.opening;
      return { ...entry, opening: { ...entry.opening, visit: { ...visit, at: dated(visit.at) } } };
    }
    case 'reading':
      return { ...entry, reading: { ...entry.reading, at: dated(entry.reading.at) } };
    case 'event':
      return { ...entry, event: { ...entry.event, at: dated(entry.event.at) } };
  }
};

/** A visit with what this device made in it and still has to send, dated as the server will date it, in the order made. */
export const withOwn = (
  stored: VisitDetail | null,
  { own, entryIds, aheadMs }: { own: readonly Entry[]; entryIds: readonly string[]; aheadMs: number | null },
): VisitDetail | null =>
  own.reduce((detail, entry) => applyEntry(detail, asDatedByServer(entry, aheadMs, lastOf(detail, entryIds))), stored);

/** What a visit was opened with, as this device or the server has it. */
const openingOf = ({ file, unitAtOpening }: VisitDetail) => ({
  unit: unitAtOpening,
  method: file.method,
  visit: file.visit,
});

/** The visit with one more entry; an entry it has already changes nothing. Null when the visit was never opened here. */
export const applyEntry = (detail: VisitDetail | null, entry: Entry): VisitDetail | null => {
  if (entry.kind === 'visit')
    return detail ?? recordedVisit({ opening: entry.opening, readings: [], events: [], takenBy: {}, amended: {} });
  if (detail === null) return null;
  const { events, takenBy, amended, signedAs } = detail;
  const { readings } = detail.file;
  if (entry.kind === 'event') {
    if (events.some(({ eventId }) => eventId === entry.event.eventId)) return detail;
    return recordedVisit({
      opening: openingOf(detail),
      readings,
      events: [...events, entry.event],
      takenBy,
      amended,
      signedAs,
    });
  }
  const { reading } = entry;
  if (readings.some(({ id }) => id === reading.id)) return detail;
  return recordedVisit({
    opening: openingOf(detail),
    readings: [...readings, reading],
    events,
    takenBy: { ...takenBy, [reading.id]: entry.takenBy },
    amended: entry.amends === undefined ? amended : { ...amended, [reading.id]: entry.amends },
    signedAs,
  });
};

/**
 * Two views of one visit as one: everything either of them has. Facts are only ever added, so neither can be wrong,
 * only older; an answer of the server that was on its way while readings were sent must not take them away again. What
 * both have is taken as the first one has it: the server's clock is right.
 * @throws {RangeError} when they are of different visits
 */
export const unionVisits = (first: VisitDetail | null, second: VisitDetail | null): VisitDetail | null => {
  if (first === null || second === null) return first ?? second;
  const { id: visitId } = first.file.visit;
  if (second.file.visit.id !== visitId)
    throw new RangeError(`Expected two views of visit ${visitId}, received one of ${second.file.visit.id}.`);
  const entries: Entry[] = [
    ...second.file.readings.map((reading): Entry => {
      const amends = second.amended[reading.id];
      const takenBy = second.takenBy[reading.id] ?? '';
      return { kind: 'reading', visitId, takenBy, reading, ...(amends === undefined ? {} : { amends }) };
    }),
    ...second.events.map((event): Entry => ({ kind: 'event', visitId, event })),
  ];
  const merged = mergeVisit(first, entries);
  return merged === null ? null : { ...merged, signedAs: { ...second.signedAs, ...first.signedAs } };
};

/** What the server has and what is still on its way, as one visit. */
export const mergeVisit = (stored: VisitDetail | null, entries: readonly Entry[]): VisitDetail | null =>
  entries.reduce<VisitDetail | null>((detail, entry) => applyEntry(detail, entry), stored);

/** The visit without some entries: set aside, or to be joined anew. */
export const withoutEntries = (detail: VisitDetail, entries: readonly Entry[]): VisitDetail => {
  const gone = new Set(entries.map(entryIdOf));
  return recordedVisit({
    opening: openingOf(detail),
    readings: detail.file.readings.filter(({ id }) => !gone.has(id)),
    events: detail.events.filter(({ eventId }) => !gone.has(eventId)),
    takenBy: detail.takenBy,
    amended: detail.amended,
    signedAs: detail.signedAs,
  });
};
