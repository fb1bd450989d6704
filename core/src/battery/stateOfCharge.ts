import { interpolate, type ChartPoint } from '../quantity/interpolate';
import { batteryFactor, restsHigher } from '../unit/bank';
import type { Battery } from '../unit/unit';

/** Resting volts at 0, 50 and 100 % of charge for a nominal 12 V battery. Published charts, averaged. */
const anchors = (battery: Battery): readonly [number, number, number] => {
  if (restsHigher(battery)) return battery.duty === 'truck' ? [11.8, 12.3, 13.0] : [11.5, 12.2, 12.9];
  return battery.duty === 'truck' ? [11.8, 12.3, 12.8] : [11.5, 12.2, 12.8];
};

/**
 * State of charge, percent 0 to 100, from resting volts. It tells how full a battery is, never how good.
 * No temperature correction: under 1.5 mV per kelvin it is less than the meter's own error.
 * @param restingVolts open-circuit volts without surface charge
 */
export const stateOfChargePercent = (battery: Battery, restingVolts: number): number => {
  const [empty, half, full] = anchors(battery);
  const chart: ChartPoint[] = [
    [empty, 0],
    [half, 50],
    [full, 100],
  ];
  return interpolate(chart, restingVolts / batteryFactor(battery));
};

/**
 * Resting volts of a battery at a state of charge: the same chart, read the other way.
 * @param percent 0 to 100; held at the ends outside
 */
export const stateOfChargeVolts = (battery: Battery, percent: number): number => {
  const [empty, half, full] = anchors(battery);
  return interpolate(
    [
      [0, empty],
      [50, half],
      [100, full],
    ],
    percent,
  );
};
