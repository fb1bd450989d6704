import * as z from 'zod';
import type { LimitBook } from '../../method/book';
import { isOver, isUnder } from '../../quantity/compare';
import { interpolate, type ChartPoint } from '../../quantity/interpolate';
import { figure } from '../../quantity/display';
import { saneCelsius, saneGravity } from '../../quantity/sanity';
import { readingOf } from '../../judging/readingBase';
import { againstMax, failed, marginal, passed, trouble, type Outcome, type Trouble } from '../../judging/verdict';
import { NO_LEADS } from '../../judging/leads';
import { stepRecord } from '../../judging/stepRecord';
import { positions } from '../../unit/points';
import { celsiusText } from '../../quantity/display';

/** Specific gravity of the six cells, from the positive post, and the electrolyte's temperature. */
export const hydrometerReading = readingOf('battery.hydrometer', {
  cells: z.array(saneGravity).length(6, { error: 'expected six numbers, one for each cell' }),
  electrolyteC: saneCelsius,
});
export type HydrometerReading = z.infer<typeof hydrometerReading>;

/** State of charge, percent, by specific gravity at 26.7 °C. Published chart. */
const CHARGE_CHART: readonly ChartPoint[] = [
  [1.12, 0],
  [1.155, 25],
  [1.19, 50],
  [1.225, 75],
  [1.265, 100],
];
/** Freezing point of the electrolyte, °C, by specific gravity at 26.7 °C. Published chart. */
const FREEZING_CHART: readonly ChartPoint[] = [
  [1.12, -9],
  [1.155, -15],
  [1.19, -23],
  [1.225, -37],
  [1.265, -57],
];

/** Specific gravity as it would read at 26.7 °C (80 °F). Published correction: 0.00072 a kelvin. */
export const correctedGravity = (gravity: number, electrolyteC: number): number =>
  gravity + 0.00072 * (electrolyteC - 26.7);

export const gravityChargePercent = (gravityAt27C: number): number => interpolate(CHARGE_CHART, gravityAt27C);
export const freezingPointC = (gravityAt27C: number): number => interpolate(FREEZING_CHART, gravityAt27C);

/** Six cells against each other and against the charge they should hold. */
export const judgeHydrometer = (reading: HydrometerReading, { limits }: { readonly limits: LimitBook }): Outcome => {
  const at = reading.point;
  const cells = reading.cells.map((gravity) => correctedGravity(gravity, reading.electrolyteC));
  const best = Math.max(...cells);
  const spread = best - Math.min(...cells);
  const deadSpread = limits.get('gravitySpreadFail');
  const unevenSpread = limits.get('gravitySpreadMarginal').value;
  const low = limits.get('gravityLow').value;
  const against = againstMax(deadSpread, spread);
  const apart = `the cells lie ${figure(spread, 3)} apart`;
  const lowCharge: Trouble[] = [];
  if (isUnder(best, low)) {
    const because = `Every cell is under ${figure(low, 3)}: the battery is at ${figure(gravityChargePercent(best), 0)} % and freezes near ${figure(freezingPointC(Math.min(...cells)), 0)} °C.`;
    lowCharge.push(trouble('battery.low-charge', at, `${because} Charge and check again.`));
  }
  if (!isUnder(spread, deadSpread.value)) {
    const behind = cells.flatMap((gravity, index) => (isUnder(best - gravity, deadSpread.value) ? [] : [index + 1]));
    const because = `Cell ${behind.join(', ')} lies ${figure(deadSpread.value, 3)} or more under the best; ${apart}.`;
    return failed(against, because, [trouble('battery.dead-cell', at, because, 'replace'), ...lowCharge]);
  }
  if (!isUnder(spread, unevenSpread)) {
    const because = `${apart[0]!.toUpperCase()}${apart.slice(1)}: charge and check again.`;
    return marginal(against, because, [trouble('battery.uneven', at, because), ...lowCharge]);
  }
  const lowest = lowCharge[0];
  if (lowest !== undefined) return marginal(against, lowest.because, lowCharge);
  return passed(against, `Cells even: ${apart}${isOver(spread, 0) ? '' : ', all alike'}.`);
};

export const hydrometer = stepRecord(hydrometerReading, {
  stage: 'batteries',
  title: 'Hydrometer, six cells',
  points: positions,
  judge: (reading, { facts }) => judgeHydrometer(reading, facts),
  restsOnItself: true,
  words: ({ cells, electrolyteC }) =>
    `${cells.map((cell) => figure(cell, 3)).join(' ')} at ${celsiusText(electrolyteC)}`,
  leads: () => NO_LEADS,
});
