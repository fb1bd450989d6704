import { present } from '../quantity/present';
import { batteriesInOrder, isSeriesBank, strings } from '../unit/bank';
import type { Bank, Battery } from '../unit/unit';

export type XY = readonly [x: number, y: number];

/** A bank laid out for drawing, in drawing units; y grows downwards. */
export interface BankLayout {
  readonly width: number;
  readonly height: number;
  readonly boxes: readonly {
    readonly x: number;
    readonly y: number;
    readonly width: number;
    readonly height: number;
    readonly label: string;
  }[];
  readonly batteries: readonly {
    readonly position: string;
    readonly x: number;
    readonly y: number;
    readonly plus: XY;
    readonly minus: XY;
  }[];
  readonly cables: readonly { readonly side: 'positive' | 'negative' | 'link'; readonly points: readonly XY[] }[];
}

export const BATTERY_WIDTH = 150;
export const BATTERY_HEIGHT = 118;
const PAD = 11;
const GAP = 10;
const BOX_GAP = 28;
const POST_INSET = 19;
const RAIL_HEIGHT = 36;
const LABEL_HEIGHT = 22;

const postsAt = (x: number, y: number): { plus: XY; minus: XY } => ({
  plus: [x + POST_INSET, y + POST_INSET],
  minus: [x + BATTERY_WIDTH - POST_INSET, y + POST_INSET],
});

/** Batteries that share a box: by set where stated, else two by two. */
const boxesOf = (batteries: readonly Battery[]): Battery[][] => {
  const groups = new Map<number, Battery[]>();
  batteries.forEach((battery, index) => {
    const box = battery.set ?? Math.floor(index / 2) + 1;
    groups.set(box, [...(groups.get(box) ?? []), battery]);
  });
  return [...groups.values()];
};

/**
 * True where the cable of a battery goes on to the next of its box: what flows there is not its own alone. Such a battery is
 * clamped with both cables of its post in the jaws; what only passes goes through them twice, to and fro.
 */
export const sharesItsCable = (bank: Bank, position: string): boolean => {
  if (isSeriesBank(bank)) return false;
  const box = boxesOf(batteriesInOrder(bank)).find((own) => own.some((battery) => battery.position === position)) ?? [];
  return box.at(-1)?.position !== position;
};

const boxLabel = (index: number, count: number, what: string): string =>
  count === 1 ? '' : count === 2 && what === 'box' ? present(['left box', 'right box'][index]) : `${what} ${index + 1}`;

/** Parallel batteries stand in their boxes side by side; both rails run over the top and drop to every post. */
const parallelLayout = (bank: Bank): BankLayout => {
  const groups = boxesOf(batteriesInOrder(bank));
  const tallest = Math.max(...groups.map((group) => group.length));
  const boxWidth = BATTERY_WIDTH + 2 * PAD;
  const boxHeight = tallest * BATTERY_HEIGHT + (tallest - 1) * GAP + 2 * PAD;
  const width = groups.length * boxWidth + (groups.length - 1) * BOX_GAP;
  const batteries = groups.flatMap((group, column) =>
    group.map(({ position }, row) => {
      const x = column * (boxWidth + BOX_GAP) + PAD;
      const y = RAIL_HEIGHT + PAD + row * (BATTERY_HEIGHT + GAP);
      return { position, x, y, ...postsAt(x, y) };
    }),
  );
  const drops = (side: 'plus' | 'minus', railY: number): XY[][] =>
    groups.map((group) => {
      const own = batteries.filter(({ position }) => group.some((member) => member.position === position));
      const last = present(own[own.length - 1]);
      return [[last[side][0], railY], last[side]];
    });
  const rail = (side: 'plus' | 'minus', railY: number): XY[] => {
    const xs = batteries.map((battery) => battery[side][0]);
    return [
      [Math.min(...xs), railY],
      [Math.max(...xs), railY],
    ];
  };
  return {
    width,
    height: RAIL_HEIGHT + boxHeight + LABEL_HEIGHT,
    boxes: groups.map((_, column) => ({
      x: column * (boxWidth + BOX_GAP),
      y: RAIL_HEIGHT,
      width: boxWidth,
      height: boxHeight,
      label: boxLabel(column, groups.length, 'box'),
    })),
    batteries,
    cables: [
      { side: 'positive', points: rail('plus', 8) },
      { side: 'negative', points: rail('minus', 22) },
      ...drops('plus', 8).map((points) => ({ side: 'positive' as const, points })),
      ...drops('minus', 22).map((points) => ({ side: 'negative' as const, points })),
    ],
  };
};

/** Each string is a row: positive in at the left, a link between neighbours, negative out at the right. */
const seriesLayout = (bank: Bank): BankLayout => {
  const rows = strings(bank);
  const inSeries = present(rows[0]).length;
  const boxWidth = inSeries * BATTERY_WIDTH + (inSeries - 1) * BOX_GAP + 2 * PAD;
  const rowHeight = BATTERY_HEIGHT + 2 * PAD;
  const left = 22;
  const batteries = rows.flatMap((row, index) =>
    row.map(({ position }, column) => {
      const x = left + PAD + column * (BATTERY_WIDTH + BOX_GAP);
      const y = RAIL_HEIGHT + PAD + index * (rowHeight + LABEL_HEIGHT);
      return { position, x, y, ...postsAt(x, y) };
    }),
  );
  const at = (row: number, column: number) => present(batteries[row * inSeries + column]);
  const railTop: XY = [4, 4];
  const width = left + boxWidth + 22;
  const lastRow = rows.length - 1;
  const jumpOver = (from: XY, to: XY): XY[] => [from, [from[0], from[1] - 34], [to[0], to[1] - 34], to];
  return {
    width,
    height: RAIL_HEIGHT + rows.length * (rowHeight + LABEL_HEIGHT),
    boxes: rows.map((_, index) => ({
      x: left,
      y: RAIL_HEIGHT + index * (rowHeight + LABEL_HEIGHT),
      width: boxWidth,
      height: rowHeight,
      label: boxLabel(index, rows.length, 'string'),
    })),
    batteries,
    cables: [
      { side: 'positive', points: [railTop, [4, at(lastRow, 0).plus[1]]] },
      {
        side: 'negative',
        points: [
          [width - 4, 4],
          [width - 4, at(lastRow, inSeries - 1).minus[1]],
        ],
      },
      ...rows.map((_, row) => ({
        side: 'positive' as const,
        points: [[4, at(row, 0).plus[1]], at(row, 0).plus] as XY[],
      })),
      ...rows.map((_, row) => ({
        side: 'negative' as const,
        points: [at(row, inSeries - 1).minus, [width - 4, at(row, inSeries - 1).minus[1]]] as XY[],
      })),
      ...rows.flatMap((row, index) =>
        row.slice(1).map((_, column) => ({
          side: 'link' as const,
          points: jumpOver(at(index, column).minus, at(index, column + 1).plus),
        })),
      ),
    ],
  };
};

/** Where each battery, box and cable of a bank is drawn, in its true arrangement. */
export const bankLayout = (bank: Bank): BankLayout => (isSeriesBank(bank) ? seriesLayout(bank) : parallelLayout(bank));
