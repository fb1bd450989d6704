import { fittedUnit, repairsOf, type Entry, type VisitDetail } from '@vaktman/contract';

const withRepairs = (detail: VisitDetail): VisitDetail => {
  const repairs = repairsOf(detail.events);
  if (repairs.length === 0) return detail;
  return { ...detail, file: { ...detail.file, unit: fittedUnit(detail.unitAtOpening, detail.events), repairs } };
};

/** The visit with one more entry; an entry it has already changes nothing. Null when the visit was never opened here. */
export const applyEntry = (detail: VisitDetail | null, entry: Entry): VisitDetail | null => {
  if (entry.kind === 'visit') {
    const { unit, method, visit } = entry.opening;
    return (
      detail ?? {
        file: { format: 'vaktman-visit', version: 1, unit, method, visit, readings: [] },
        unitAtOpening: unit,
        events: [],
        takenBy: {},
      }
    );
  }
  if (detail === null) return null;
  if (entry.kind === 'event') {
    if (detail.events.some(({ eventId }) => eventId === entry.event.eventId)) return detail;
    return withRepairs({ ...detail, events: [...detail.events, entry.event] });
  }
  if (detail.file.readings.some(({ id }) => id === entry.reading.id)) return detail;
  return {
    ...detail,
    file: { ...detail.file, readings: [...detail.file.readings, entry.reading] },
    takenBy: { ...detail.takenBy, [entry.reading.id]: entry.takenBy },
  };
};

/**
 * Two views of one visit as one: everything either of them has. Facts are only ever added, so neither can be wrong,
 * only older; an answer of the server that was on its way while readings were sent must not take them away again.
 */
export const unionVisits = (a: VisitDetail | null, b: VisitDetail | null): VisitDetail | null => {
  if (a === null || b === null) return a ?? b;
  const { id: visitId } = a.file.visit;
  const entries: Entry[] = [
    ...b.file.readings.map((reading): Entry => ({
      kind: 'reading',
      visitId,
      takenBy: b.takenBy[reading.id] ?? '',
      reading,
    })),
    ...b.events.map((event): Entry => ({ kind: 'event', visitId, event })),
  ];
  return mergeVisit(a, entries);
};

/** What the server has and what is still on its way, as one visit. */
export const mergeVisit = (stored: VisitDetail | null, entries: readonly Entry[]): VisitDetail | null =>
  entries.reduce<VisitDetail | null>((detail, entry) => applyEntry(detail, entry), stored);
