/** The lowest and the highest of what lies behind each pixel of a line: nothing between two pixels is passed over. */
export interface PixelLine {
  readonly low: Float32Array;
  readonly high: Float32Array;
}

/** Samples a step of the pyramid stands for. */
const BLOCK = 64;

/** A signal, and the lowest and highest of each block of it, so that a long one is drawn as quickly as a short one. */
export class Pyramid {
  readonly values: ArrayLike<number>;
  readonly #low: Float32Array;
  readonly #high: Float32Array;

  constructor(values: ArrayLike<number>) {
    this.values = values;
    const blocks = Math.floor(values.length / BLOCK);
    this.#low = new Float32Array(blocks);
    this.#high = new Float32Array(blocks);
    for (let block = 0; block < blocks; block++) {
      let [least, most] = [Infinity, -Infinity];
      for (let i = block * BLOCK; i < (block + 1) * BLOCK; i++) {
        const value = values[i]!;
        if (value < least) least = value;
        if (value > most) most = value;
      }
      this.#low[block] = least;
      this.#high[block] = most;
    }
  }

  /** The lowest and the highest from one sample to before another. */
  extremes(from: number, to: number): readonly [low: number, high: number] {
    const { values } = this;
    const end = Math.min(to, values.length);
    let [least, most, i] = [Infinity, -Infinity, from];
    while (i < end) {
      if (i % BLOCK === 0 && i + BLOCK <= end) {
        const block = i / BLOCK;
        if (this.#low[block]! < least) least = this.#low[block]!;
        if (this.#high[block]! > most) most = this.#high[block]!;
        i += BLOCK;
        continue;
      }
      const value = values[i]!;
      if (value < least) least = value;
      if (value > most) most = value;
      i += 1;
    }
    return [least, most];
  }

  /**
   * The signal as it is drawn.
   * @param from first sample drawn
   * @param to after the last
   * @param pixels how many stand side by side
   */
  line(from: number, to: number, pixels: number): PixelLine {
    const low = new Float32Array(pixels);
    const high = new Float32Array(pixels);
    const count = Math.max(1, to - from);
    for (let pixel = 0; pixel < pixels; pixel++) {
      const first = from + Math.floor((pixel * count) / pixels);
      const after = Math.max(first + 1, from + Math.floor(((pixel + 1) * count) / pixels));
      [low[pixel], high[pixel]] = this.extremes(first, after) as [number, number];
    }
    return { low, high };
  }
}
