import type { UnitId } from '@vaktman/core';
import { createEvents, type DateArray } from 'ics';
import type { DueLine } from './calendarStore';

const BY_WORDS = { date: 'by date', hours: 'by engine hours', distance: 'by distance' } as const;

const dayOf = (date: string, later = 0): DateArray => {
  const day = new Date(Date.parse(`${date}T12:00:00Z`) + later * 86_400_000);
  return [day.getUTCFullYear(), day.getUTCMonth() + 1, day.getUTCDate()];
};

/**
 * Due dates of a yard as an iCalendar file: one whole day a unit, the same event as long as it is the same unit.
 * @param address where the unit's page is, by its number
 */
export const calendarFile = (yard: string, due: readonly DueLine[], address: (unitId: UnitId) => string): string => {
  const { error, value } = createEvents(
    due.map(({ unitId, description, dueOn, by, headline, visitAt }) => ({
      uid: `due-${encodeURIComponent(unitId)}@vaktman`,
      title: `${unitId} due: ${description}`,
      description: `Due ${BY_WORDS[by]}. Last visit: ${headline}`,
      start: dayOf(dueOn),
      end: dayOf(dueOn, 1),
      url: address(unitId),
      // Of the visit, not of the moment of asking: the same dates give the same file.
      timestamp: visitAt.getTime(),
      busyStatus: 'FREE' as const,
    })),
    { productId: 'vaktman', method: 'PUBLISH', calName: `Due, ${yard}` },
  );
  if (error != null || value == null) throw error ?? new Error('No calendar came out.');
  return value;
};
