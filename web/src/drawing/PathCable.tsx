import type { XY } from '@vaktman/core';

const COLOUR = {
  positive: 'var(--copper)',
  negative: 'var(--steel)',
  link: 'var(--ink-3)',
  control: 'var(--ink)',
  machine: 'var(--copper)',
} as const;

/** A line through points, as a path of the drawing. */
export const lineOf = (points: readonly XY[]): string =>
  points.map(([x, y], index) => `${index === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');

/** A cable in the colour of its side; a control wire is a thin line. */
export const Cable = ({
  line,
  side,
  thickness,
}: {
  line: readonly XY[];
  side: keyof typeof COLOUR;
  thickness: number;
}) =>
  side === 'control' ? (
    <path d={lineOf(line)} fill="none" stroke={COLOUR.control} strokeWidth="1.8" />
  ) : (
    <g fill="none" strokeLinejoin="round">
      <path d={lineOf(line)} stroke="var(--ink)" strokeWidth={thickness} />
      <path d={lineOf(line)} stroke={COLOUR[side]} strokeWidth={thickness - 2.6} />
    </g>
  );
