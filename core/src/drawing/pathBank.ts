import { present } from '../quantity/present';
import { isSeriesBank } from '../unit/bank';
import type { Unit } from '../unit/unit';
import { BATTERY_HEIGHT, BATTERY_WIDTH, bankLayout, type XY } from './bankLayout';

const BANK = { x: 22, y: 66, width: 330, height: 268 } as const;
const LARGEST_SCALE = 0.95;
const LOWERED = 16;

/** The bank of a unit where it stands in the drawing of its circuit, and where its cables leave it. */
export const bankPart = (unit: Unit) => {
  const layout = bankLayout(unit.bank);
  const scale = Math.min(LARGEST_SCALE, BANK.width / layout.width, BANK.height / layout.height);
  const series = isSeriesBank(unit.bank);
  // A bank in parallel leaves under the name of its cable: it stands lower where there is room.
  const top = BANK.y + (series ? 0 : Math.min(LOWERED, BANK.height - layout.height * scale));
  const place = ([x, y]: XY): XY => [BANK.x + x * scale, top + y * scale];
  const batteries = layout.batteries.map(({ position, x, y, plus, minus }) => ({
    position,
    x: place([x, y])[0],
    y: place([x, y])[1],
    width: BATTERY_WIDTH * scale,
    height: BATTERY_HEIGHT * scale,
    plus: place(plus),
    minus: place(minus),
  }));
  const right = BANK.x + layout.width * scale;
  const lastOfSide = (side: 'positive' | 'negative'): readonly XY[] =>
    present(layout.cables.find((cable) => cable.side === side)).points;
  const positive = lastOfSide('positive').map(place);
  const negative = lastOfSide('negative').map(place);
  // Parallel: rails run over the top and leave at the right. In series the positive leaves at the left, the negative at the right.
  const positiveExit: XY = series ? present(positive[0]) : present(positive[1]);
  const negativeExit: XY = series ? present(negative[1]) : present(negative[1]);
  return {
    batteries,
    boxes: layout.boxes.map(({ x, y, width, height }) => ({
      x: place([x, y])[0],
      y: place([x, y])[1],
      width: width * scale,
      height: height * scale,
    })),
    bankCables: layout.cables.map(({ side, points }, index) => ({
      side,
      // In series the negative leaves at its foot: nothing of it stands above the first string.
      points: points.map((point, at) =>
        place(series && index === 1 && at === 0 ? [point[0], present(layout.batteries[0]).minus[1]] : point),
      ),
    })),
    right,
    positiveExit,
    negativeExit,
    series,
  };
};
