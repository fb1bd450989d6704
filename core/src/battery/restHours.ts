import type { LimitBook } from '../method/book';

/**
 * Hours a battery rests, disconnected, after it was charged before its volts count: until surface charge has gone by itself,
 * or longer where the method asks for more.
 */
export const restHoursAsked = (limits: LimitBook): number =>
  Math.max(limits.get('surfaceChargeRestHours').value, limits.get('gateRestHours').value);

/** True where the method takes no volts before a rest, however surface charge was stripped. */
export const asksForRest = (limits: LimitBook): boolean => limits.get('gateRestHours').value > 0;

/** How long lamps and blower take the surface charge off, and how long the volts settle after it. Rule of thumb. */
export const STRIPPING = { lampsSeconds: 60, waitSeconds: 120 } as const;
