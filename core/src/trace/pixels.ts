/** The lowest and the highest of what lies behind each pixel of a line: nothing between two pixels is passed over. */
export interface PixelLine {
  readonly low: Float32Array;
  readonly high: Float32Array;
}

/**
 * A signal as it is drawn.
 * @param from first sample drawn
 * @param to after the last
 * @param pixels how many stand side by side
 */
export const pixelLine = (values: ArrayLike<number>, from: number, to: number, pixels: number): PixelLine => {
  const low = new Float32Array(pixels);
  const high = new Float32Array(pixels);
  const count = Math.max(1, to - from);
  for (let pixel = 0; pixel < pixels; pixel++) {
    const first = from + Math.floor((pixel * count) / pixels);
    const after = Math.max(first + 1, from + Math.floor(((pixel + 1) * count) / pixels));
    let [least, most] = [Infinity, -Infinity];
    for (let i = first; i < after && i < values.length; i++) {
      const value = values[i]!;
      if (value < least) least = value;
      if (value > most) most = value;
    }
    low[pixel] = least;
    high[pixel] = most;
  }
  return { low, high };
};
