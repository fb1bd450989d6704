import { madeIdSchema, type VisitFile } from '@vaktman/core';
import type { Entry } from './visit';

/**
 * A visit file as entries for the server. Ids that are no UUIDs get one that follows from visit and id, so that taking
 * a file in twice doubles nothing.
 * @param foreignId makes a UUID of a name, always the same of the same
 */
export const entriesOf = (file: VisitFile, foreignId: (name: string) => string): Entry[] => {
  const own = (id: string): string =>
    madeIdSchema.safeParse(id).success ? id : foreignId(`${file.unit.id} ${file.visit.id} ${file.visit.at} ${id}`);
  const visitId = own(file.visit.id);
  const by = file.visit.technician === '' ? 'not stated' : file.visit.technician;
  const { events = [], amended = {}, takenBy = {} } = file;
  const amendments = new Set(events.flatMap((event) => (event.kind === 'amended' ? [event.eventId] : [])));
  const readings = file.readings.map((reading): Entry => {
    const amends = amended[reading.id];
    return {
      kind: 'reading',
      visitId,
      takenBy: takenBy[reading.id] ?? by,
      reading: { ...reading, id: own(reading.id) },
      ...(amends === undefined ? {} : { amends }),
    };
  });
  // A file of another program tells its repairs alone; one of ours tells everything that happened.
  const happened: Entry[] =
    events.length > 0
      ? events.map((event) => ({ kind: 'event', visitId, event }))
      : (file.repairs ?? []).map((repair) => ({
          kind: 'event',
          visitId,
          event: { kind: 'repaired', eventId: own(`repair ${repair.id}`), at: repair.at, by, repair },
        }));
  const isOf = (entry: Entry, amendment: string | undefined): boolean =>
    entry.kind === 'visit' ? false : (entry.kind === 'event' ? entry.event.amends : entry.amends) === amendment;
  const isSignOff = (entry: Entry): boolean => entry.kind === 'event' && entry.event.kind === 'closed';
  const opensAmendment = (entry: Entry, id: string): boolean =>
    entry.kind === 'event' && entry.event.kind === 'amended' && entry.event.eventId === id;
  /** What belongs to one signature: everything else first, the signature last. */
  const part = (amendment: string | undefined): Entry[] => {
    const all = [...readings, ...happened].filter(
      (entry) => isOf(entry, amendment) && !(entry.kind === 'event' && entry.event.kind === 'amended'),
    );
    return [...all.filter((entry) => !isSignOff(entry)), ...all.filter(isSignOff)];
  };
  return [
    {
      kind: 'visit',
      opening: {
        unit: file.unitAtOpening ?? file.unit,
        method: file.method,
        visit: { ...file.visit, id: visitId },
      },
    },
    ...part(undefined),
    ...[...amendments].flatMap((id) => [...happened.filter((entry) => opensAmendment(entry, id)), ...part(id)]),
  ];
};
