import { firstUp } from '../../quantity/firstUp';
import * as z from 'zod';
import type { LimitBook } from '../../method/book';
import { isOver, isUnder } from '../../quantity/compare';
import { correctedGravity, freezingPointC, gravityChargePercent } from '../../battery/electrolyte';
import { figure } from '../../quantity/display';
import { saneCelsius, saneGravity } from '../../quantity/sanity';
import { readingOf } from '../../judging/readingBase';
import {
  againstMax,
  failed,
  inconclusive,
  marginal,
  NO_LIMIT,
  passed,
  trouble,
  type Outcome,
  type Trouble,
} from '../../judging/verdict';
import { NO_LEADS } from '../../judging/leads';
import { stepRecord } from '../../judging/stepRecord';
import { batteryOf } from '../../judging/facts';
import { present } from '../../quantity/present';
import { cellCount, restsHigher } from '../../unit/bank';
import { positions } from '../../unit/points';
import { CHEMISTRY_WORDS, type Battery } from '../../unit/unit';
import { celsiusText } from '../../quantity/display';

const CELLS_OF_12V = 6;
const CELLS_OF_6V = 3;
const oneEach = { error: 'expected six numbers, one for each cell; three of a battery of 6 V', abort: true };

/** Specific gravity of every cell, from the positive post, and the electrolyte's temperature. */
export const hydrometerReading = readingOf('battery.hydrometer', {
  cells: z
    .array(saneGravity)
    .min(CELLS_OF_6V, oneEach)
    .max(CELLS_OF_12V, oneEach)
    .refine(({ length }) => length === CELLS_OF_6V || length === CELLS_OF_12V, oneEach),
  electrolyteC: saneCelsius,
});
export type HydrometerReading = z.infer<typeof hydrometerReading>;

/** Cells against each other and against the charge they should hold. */
export const judgeHydrometer = (
  reading: HydrometerReading,
  { battery, limits }: { readonly battery: Battery; readonly limits: LimitBook },
): Outcome => {
  const at = reading.point;
  if (restsHigher(battery))
    return inconclusive(
      NO_LIMIT,
      `${battery.chemistry === 'agm' ? 'An' : 'A'} ${CHEMISTRY_WORDS[battery.chemistry]} battery has no free electrolyte to draw.`,
      'Read its open-circuit volts and load test it instead.',
    );
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
    const because = `${firstUp(apart)}: charge and check again.`;
    return marginal(against, because, [trouble('battery.uneven', at, because), ...lowCharge]);
  }
  const lowest = lowCharge[0];
  if (lowest !== undefined) return marginal(against, lowest.because, lowCharge);
  return passed(against, `Cells even: ${apart}${isOver(spread, 0) ? '' : ', all alike'}.`);
};

export const hydrometer = stepRecord(hydrometerReading, {
  stage: 'batteries',
  title: 'Hydrometer, every cell',
  minutes: 6,
  hands: 1,
  points: positions,
  // Of a battery of 6 V six were asked for once: what was kept so stays readable.
  problem: ({ cells, point }, unit) => {
    const count = cellCount(present(unit.bank.batteries.find(({ position }) => position === point)));
    return cells.length === CELLS_OF_12V || cells.length === count
      ? null
      : {
          path: 'cells',
          message: `expected ${count} numbers, one for each cell of battery ${point}, received ${cells.length}`,
        };
  },
  judge: (reading, { facts }) =>
    judgeHydrometer(reading, { battery: batteryOf(facts, reading.point), limits: facts.limits }),
  restsOnItself: true,
  words: ({ cells, electrolyteC }) =>
    `${cells.map((cell) => figure(cell, 3)).join(' ')} at ${celsiusText(electrolyteC)}`,
  leads: () => NO_LEADS,
});
