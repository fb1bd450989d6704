import type { BatteryThing } from '@vaktman/core';

/** From when a battery is where it is put: the day it says it was fitted, as far as that is past; now where it does not say. */
export const fittedMoment = ({ fitted }: Pick<BatteryThing, 'fitted'>, now: string): string => {
  if (fitted === undefined) return now;
  const noon = `${fitted}T12:00:00.000Z`;
  return Date.parse(noon) < Date.parse(now) ? noon : now;
};
