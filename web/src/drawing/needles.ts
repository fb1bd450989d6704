import { present, type Leads, type PathLayout, type Probe, type XY } from '@vaktman/core';

/** Where a point of the path lies; a probe may touch a part that has no number of its own. */
export const spotOf = (layout: PathLayout, at: string): XY | null =>
  layout.testPoints.find(({ id }) => id === at)?.at ?? layout.joints.find(({ id }) => id === at)?.at ?? null;

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A probe as it is drawn: from its tip at a point to the tag with its word. */
export interface Needle {
  readonly tip: XY;
  readonly end: XY;
  readonly tag: Box;
}

/** Where the pile stands in the drawing. */
export const PILE_BOX = {
  starter: { x: 498, y: 250, width: 66, height: 42 },
  bank: { x: 404, y: 236, width: 66, height: 42 },
} as const;

const TAG = { width: 58, height: 24 };

/** Which way a needle leaves its point. */
interface Way {
  readonly up: boolean;
  readonly left: boolean;
}

const needleAt = (spot: XY, { up, left }: Way, most: number): Needle => {
  const [dx, dy] = [left ? -1 : 1, up ? -1 : 1];
  const end: XY = [spot[0] + 34 * dx, spot[1] + 30 * dy];
  const x = left ? end[0] - TAG.width + 8 : Math.min(end[0] - 8, most - TAG.width);
  return { tip: [spot[0] + 9 * dx, spot[1] + 9 * dy], end, tag: { x, y: end[1] - TAG.height / 2, ...TAG } };
};

const boxRound = ([x, y]: XY, half: number): Box => ({ x: x - half, y: y - half, width: 2 * half, height: 2 * half });

/** How far the name and the value of a machine reach from its middle, and a name from where it begins, drawing units. */
const INSIDE = { half: 32, above: 13, height: 34 };
const BESIDE = { above: 14, height: 40, most: 168 };
const LINE_HEIGHT = 15;
const POINT_RADIUS = 10.5;

/** True where name and value stand inside the machine they are of. */
export const isInside = ({ side, id }: PathLayout['stretches'][number]): boolean =>
  side === 'machine' && id !== 'starter.solenoid';

/** What is written of batteries, cables and machines, as the boxes it stands in. */
const written = ({ batteries, stretches }: PathLayout): Box[] => [
  ...batteries.map((battery): Box => {
    const { at } = valueLine(battery);
    return { x: at[0] - VALUE.half, y: battery.y, width: 2 * VALUE.half, height: at[1] - battery.y };
  }),
  ...stretches.flatMap((stretch): Box[] => {
    const { label } = stretch;
    if (label === null) return [];
    const [x, y] = label.at;
    if (isInside(stretch))
      return [{ x: x - INSIDE.half, y: y - INSIDE.above, width: 2 * INSIDE.half, height: INSIDE.height }];
    const height = label.isLine === true ? LINE_HEIGHT : BESIDE.height;
    return [{ x, y: y - BESIDE.above, width: Math.min(label.width, BESIDE.most), height }];
  }),
];

const shared = (one: Box, other: Box): number =>
  Math.max(0, Math.min(one.x + one.width, other.x + other.width) - Math.max(one.x, other.x)) *
  Math.max(0, Math.min(one.y + one.height, other.y + other.height) - Math.max(one.y, other.y));

/** How much of what is to be read lies under a tag, square drawing units. */
const hides = (tag: Box, obstacles: readonly Box[]): number =>
  obstacles.reduce((sum, box) => sum + shared(tag, box), 0);

/** How much of a tag lies beyond the drawing, square drawing units. */
const beyond = (tag: Box, { width, height }: PathLayout): number =>
  tag.width * tag.height - shared(tag, { x: 0, y: -6, width, height: height + 6 });
/** Of a number little is left under a tag, of a word most; what is beyond the drawing is not seen at all. */
const [POINT_WEIGHT, BEYOND_WEIGHT] = [2, 4];

/** Both probes as they lie over the drawing, where their tags hide least; null where one has no place on it. */
export const needlesOf = (layout: PathLayout, leads: Leads): Readonly<Record<'red' | 'black', Needle | null>> => {
  const words = [...written(layout), ...(leads.pile === null ? [] : [PILE_BOX[leads.pile.at]])];
  const chosen = (spot: XY, ways: readonly Way[], others: readonly Box[]): Needle => {
    const points = layout.testPoints.flatMap(({ at }) =>
      at[0] === spot[0] && at[1] === spot[1] ? [] : [boxRound(at, POINT_RADIUS)],
    );
    const needles = ways.map((way) => needleAt(spot, way, layout.width - 2));
    const costs = needles.map(
      ({ tag }) =>
        hides(tag, [...words, ...others]) + POINT_WEIGHT * hides(tag, points) + BEYOND_WEIGHT * beyond(tag, layout),
    );
    return present(needles[costs.indexOf(Math.min(...costs))]);
  };
  const ways = (up: boolean, left: boolean): Way[] => [
    { up, left },
    { up, left: !left },
    { up: !up, left },
    { up: !up, left: !left },
  ];
  const spot = (probe: Probe | null): XY | null => (probe === null ? null : spotOf(layout, probe.at));
  const [red, black] = [spot(leads.red), spot(leads.black)];
  const redNeedle = red === null ? null : chosen(red, ways(red[1] > 90, red[0] > 90 && red[0] < 700), []);
  if (black === null) return { red: redNeedle, black: null };
  return { red: redNeedle, black: chosen(black, ways(false, false), redNeedle === null ? [] : [redNeedle.tag]) };
};

type BatteryBox = PathLayout['batteries'][number];

/** Where the volts of a battery are written in it: their baseline, and how large. */
export const valueLine = ({ x, y, width, height }: BatteryBox): { readonly at: XY; readonly roomy: boolean } => {
  const roomy = height > 84;
  return { at: [x + width / 2, y + (roomy ? 48 : 42)], roomy };
};

/** Half the width of volts with their unit, and how high they are. */
const VALUE = { half: 36, height: 14 };

/** Whether a tag lies over what is written of a battery: half a number is worse than none. */
export const isUnderTag = (battery: BatteryBox, layout: PathLayout, leads: Leads | undefined): boolean => {
  if (leads === undefined) return false;
  const { at } = valueLine(battery);
  return Object.values(needlesOf(layout, leads)).some(
    (needle) =>
      needle !== null &&
      needle.tag.x < at[0] + VALUE.half &&
      needle.tag.x + needle.tag.width > at[0] - VALUE.half &&
      needle.tag.y < at[1] + 2 &&
      needle.tag.y + needle.tag.height > at[1] - VALUE.height,
  );
};
