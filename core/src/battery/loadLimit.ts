import type { AppliedLimit, LimitBook } from '../method/book';
import { interpolate, type ChartPoint } from '../quantity/interpolate';
import { isUnder } from '../quantity/compare';
import { batteryFactor } from '../unit/bank';
import type { Battery } from '../unit/unit';

/** The temperature the chart refers to, 70 °F. */
export const REFERENCE_C = 21.1;
/** The chart ends at −17.8 °C (0 °F); half a degree of meter error below it is allowed. */
export const COLDEST_JUDGED_C = -18.3;

/**
 * Lowest volts of a nominal 12 V flooded battery in the fifteenth second at half its cold-cranking amps, by battery
 * temperature in °C. Published load-test chart in steps of 10 °F.
 */
export const LOAD_CHART: readonly ChartPoint[] = [
  [-17.8, 8.5],
  [-12.2, 8.7],
  [-6.7, 8.9],
  [-1.1, 9.1],
  [4.4, 9.3],
  [10, 9.4],
  [15.6, 9.5],
  [21.1, 9.6],
];

const CHART_TOP_VOLTS = 9.6;

/**
 * The load-test limit of one battery at a temperature, or null where the chart does not reach (below −18.3 °C).
 * Absorbed-glass-mat and enhanced flooded batteries are asked for half a volt more; gel is taken as flooded, since no
 * figure is agreed on.
 */
export const loadLimit = (battery: Battery, limits: LimitBook, batteryC: number): AppliedLimit | null => {
  if (isUnder(batteryC, COLDEST_JUDGED_C)) return null;
  const factor = batteryFactor(battery);
  const top = limits.get('loadVoltsAt21C', factor);
  const shift = top.value - CHART_TOP_VOLTS * factor;
  const adds = battery.chemistry === 'agm' || battery.chemistry === 'efb';
  const add = adds ? limits.get('loadAgmAddVolts', factor).value : 0;
  return { ...top, value: interpolate(LOAD_CHART, batteryC) * factor + shift + add };
};
