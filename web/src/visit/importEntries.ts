import type { Entry } from '@vaktman/contract';
import type { VisitFile } from '@vaktman/core';
import { v5, validate } from 'uuid';

/** Names made from the ids of a foreign file, so that the same file always gets the same ids. */
const FOREIGN = 'c1f6a6a4-0a0f-4f6c-9d5b-52b7f1a3a1de';

/**
 * A visit file as entries for the server. Ids that are no UUIDs get one that follows from visit and id, so that taking
 * a file in twice doubles nothing.
 */
export const entriesOf = (file: VisitFile): Entry[] => {
  const own = (id: string): string =>
    validate(id) ? id : v5(`${file.unit.id} ${file.visit.id} ${file.visit.at} ${id}`, FOREIGN);
  const visitId = own(file.visit.id);
  const by = file.visit.technician === '' ? 'not stated' : file.visit.technician;
  return [
    {
      kind: 'visit',
      opening: { unit: file.unit, method: file.method, visit: { ...file.visit, id: visitId } },
    },
    ...file.readings.map((reading): Entry => ({
      kind: 'reading',
      visitId,
      takenBy: by,
      reading: { ...reading, id: own(reading.id) },
    })),
    ...(file.repairs ?? []).map((repair): Entry => ({
      kind: 'event',
      visitId,
      event: { kind: 'repaired', eventId: own(`repair ${repair.id}`), at: repair.at, by, repair },
    })),
  ];
};
