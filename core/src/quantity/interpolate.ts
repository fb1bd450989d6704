/** A point of a chart: x and the y that belongs to it. */
export type ChartPoint = readonly [x: number, y: number];

/**
 * Straight-line interpolation through a chart, held at the end values outside it.
 * @param points chart points with x strictly rising; at least one
 * @throws {RangeError} when the chart is empty
 * @example interpolate([[0, 0], [10, 5]], 4) // => 2
 */
export const interpolate = (points: readonly ChartPoint[], x: number): number => {
  const first = points[0];
  const last = points[points.length - 1];
  if (!first || !last) throw new RangeError('A chart needs at least one point, received none.');
  if (!(x > first[0])) return first[1];
  if (x >= last[0]) return last[1];
  for (let i = 1; i < points.length; i++) {
    const right = points[i]!;
    const left = points[i - 1]!;
    if (x <= right[0]) {
      return left[1] + ((x - left[0]) / (right[0] - left[0])) * (right[1] - left[1]);
    }
  }
  return last[1];
};
