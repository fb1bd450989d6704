import type { Leads, PathLayout, Probe, XY } from '@vaktman/core';

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

const TAG = { width: 58, height: 24 };

const needleAt = (spot: XY, up: boolean, left: boolean, most: number): Needle => {
  const [dx, dy] = [left ? -1 : 1, up ? -1 : 1];
  const end: XY = [spot[0] + 34 * dx, spot[1] + 30 * dy];
  const x = left ? end[0] - TAG.width + 8 : Math.min(end[0] - 8, most - TAG.width);
  return { tip: [spot[0] + 9 * dx, spot[1] + 9 * dy], end, tag: { x, y: end[1] - TAG.height / 2, ...TAG } };
};

/** Both probes as they lie over the drawing; null where one has no place on it. */
export const needlesOf = (layout: PathLayout, leads: Leads): Readonly<Record<'red' | 'black', Needle | null>> => {
  const needle = (probe: Probe | null, red: boolean): Needle | null => {
    const spot = probe === null ? null : spotOf(layout, probe.at);
    if (spot === null) return null;
    const isJoint = leads.red?.at === leads.black?.at;
    // At the starter's stud a tag at the lower right would cover the motor's name.
    const onStud = !red && probe?.at === 'starter.B+';
    // And at its ground, the number of the block's.
    const onGround = !red && probe?.at === 'starter.ground';
    // Both on one joint: one comes from the left, the other from the right.
    return needleAt(
      spot,
      spot[1] > 90 && (red || onStud),
      (onStud && !isJoint) || onGround || (red && spot[0] > 90 && spot[0] < 700),
      layout.width - 2,
    );
  };
  return { red: needle(leads.red, true), black: needle(leads.black, false) };
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
