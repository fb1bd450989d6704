import { BATTERY_LIMITS } from './batteryLimits';
import { CHARGING_LIMITS } from './chargingLimits';
import type { LimitDefinition } from './limitDefinition';
import { STARTING_LIMITS } from './startingLimits';
import { TRACE_LIMITS } from './traceLimits';

/**
 * Every number that decides a verdict, per 12 V, as the default method uses it. Other methods state only what they
 * change. The order is the order of the visit.
 */
export const LIMITS = {
  ...BATTERY_LIMITS,
  ...STARTING_LIMITS,
  ...CHARGING_LIMITS,
  ...TRACE_LIMITS,
} as const satisfies Record<string, LimitDefinition>;

export type LimitName = keyof typeof LIMITS;
export const LIMIT_NAMES = Object.keys(LIMITS) as readonly LimitName[];

/** Ways to measure the starter cables: the pile's known current on both sides together, or each side while cranking. */
export const STARTER_DROP_RULES = ['sum-by-pile', 'each-by-crank'] as const;
export type StarterDropRule = (typeof STARTER_DROP_RULES)[number];

/** Ways to judge the charging cables: both sides together, or each by itself. */
export const CHARGE_DROP_RULES = ['sum', 'each'] as const;
export type ChargeDropRule = (typeof CHARGE_DROP_RULES)[number];
