import type { AppliedLimit, LimitBook } from '../method/book';
import { interpolate, type ChartPoint } from '../quantity/interpolate';
import { isUnder } from '../quantity/compare';
import { batteryFactor } from '../unit/bank';
import type { Battery } from '../unit/unit';

/** The temperature the chart refers to, 70 °F. */
export const REFERENCE_C = 21.1;
/** The published chart ends here, 0 °F. */
export const CHART_ENDS_C = -17.8;
/** Its last slope is carried on to here, as an estimate; colder than this nothing is said. */
export const COLDEST_JUDGED_C = -30;
const LAST_SLOPE_VOLTS_PER_KELVIN = 0.2 / 5.6;

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
 * The load-test limit of one battery at a temperature, or null below −30 °C. Colder than the chart it is an estimate.
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
  const beyond = Math.max(0, CHART_ENDS_C - batteryC) * LAST_SLOPE_VOLTS_PER_KELVIN;
  return { ...top, value: (interpolate(LOAD_CHART, batteryC) - beyond) * factor + shift + add };
};
