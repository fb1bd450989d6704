import type { BatteryLast, Placement, UnitDetail } from '@vaktman/contract';
import { positions } from '@vaktman/core';

type Stays = Pick<UnitDetail, 'placements'>;

/** The stay of the battery that sits at a position; undefined where none is on record. */
export const stayAt = ({ placements }: Stays, position: string): Placement | undefined =>
  placements.find((stay) => stay.position === position && stay.to === null);

/**
 * From when on what was read at a position is of the battery that sits there: since it took the place of another. What was
 * read before the first stay on record is taken for its own, since nobody said that another sat there.
 * @returns milliseconds since 1970; null where no battery sits there
 */
export const ownSince = (detail: Stays & Pick<UnitDetail, 'empty'>, position: string): number | null => {
  if (detail.empty.includes(position)) return null;
  const stay = stayAt(detail, position);
  const another = detail.placements.some(({ position: at, to }) => at === position && to !== null);
  return stay === undefined || !another ? -Infinity : Date.parse(stay.from);
};

/** What was last read of the battery that sits at each position now; nothing of those that sat there before it. */
export const lastRead = (detail: UnitDetail): Readonly<Record<string, BatteryLast>> => {
  const lasts: Record<string, BatteryLast> = {};
  for (const position of positions(detail.unit)) {
    const since = ownSince(detail, position);
    if (since === null) continue;
    const own = detail.visits.find(
      ({ batteries, closedAt }) =>
        batteries[position] !== undefined && (closedAt === null || Date.parse(closedAt) > since),
    )?.batteries[position];
    if (own !== undefined) lasts[position] = own;
  }
  return lasts;
};
