import type { BatteryRow } from '@vaktman/contract';
import type { BatteryThing } from '@vaktman/core';

export const STATE_WORDS = {
  fitted: 'in a unit',
  store: 'in the store room',
  claimed: 'gone back to its maker',
  scrapped: 'scrapped',
} as const;

/** Rating and chemistry on one line. */
export const ratingWords = ({ rating, chemistry }: Pick<BatteryThing, 'rating' | 'chemistry'>): string =>
  `${rating === undefined ? 'rating not on record' : `${rating.value} A ${rating.standard}`}, ${chemistry}`;

/** Where a battery is, in a few words. */
export const whereWords = ({ state, unitId, position }: Pick<BatteryRow, 'state' | 'unitId' | 'position'>): string =>
  state === 'fitted' ? `${unitId}, ${position}` : STATE_WORDS[state];
