import type { BatteryDetail, BatteryLife, BatteryRow } from '@vaktman/contract';
import { CHEMISTRY_WORDS, addMonths, monthText, SHELF_MONTHS, shelfMonths, type BatteryThing } from '@vaktman/core';
import { todayText } from '../control/dates';

export const STATE_WORDS = {
  fitted: 'in a unit',
  store: 'in the store room',
  claimed: 'gone back to its maker',
  scrapped: 'scrapped',
} as const;

/** Rating and chemistry on one line. */
export const ratingWords = ({ rating, chemistry }: Pick<BatteryThing, 'rating' | 'chemistry'>): string =>
  `${rating === undefined ? 'rating not on record' : `${rating.value} A ${rating.standard}`}, ${CHEMISTRY_WORDS[chemistry]}`;

/** Where a battery is, in a few words. */
export const whereWords = ({ state, unitId, position }: Pick<BatteryRow, 'state' | 'unitId' | 'position'>): string =>
  state === 'fitted' ? `${unitId}, ${position}` : STATE_WORDS[state];

/** When a battery was made, and what that says of one that stands on the shelf. */
export const madeWords = ({ made, state }: Pick<BatteryDetail, 'made' | 'state'>, today = todayText()): string => {
  if (made === null) return 'not on record';
  const months = shelfMonths(made, today);
  if (state !== 'store' || months < 1) return monthText(made);
  const aged = `${monthText(made)}, ${months} ${months === 1 ? 'month' : 'months'} ago`;
  return months > SHELF_MONTHS ? `${aged}: charge and test first` : aged;
};

/**
 * Until when a battery may be expected to last: as long as those of its yard that are gone lived.
 * @returns null where it is in no unit, its fitted date is not known, or none of its yard is gone yet
 */
export const expectedWords = (
  { yard, battery, scrappedAt }: Pick<BatteryDetail, 'yard' | 'battery' | 'scrappedAt'>,
  lives: readonly BatteryLife[],
): string | null => {
  const years = lives.find(({ by, name }) => by === 'yard' && name === yard)?.years ?? null;
  if (battery.fitted === undefined || scrappedAt !== null || years === null) return null;
  return `to ${monthText(addMonths(battery.fitted, Math.round(12 * years)))}`;
};
