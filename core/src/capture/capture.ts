/** What has been caught of a quantity so far. */
export interface Captured {
  readonly last: number | null;
  readonly lowest: number | null;
  readonly highest: number | null;
  readonly mean: number | null;
  /** The value it has stood at for a while; null while it moves. */
  readonly steady: number | null;
}

export const NOTHING_CAPTURED: Captured = { last: null, lowest: null, highest: null, mean: null, steady: null };

const STEADY_SECONDS = 1.2;
const STEADY_SHARE = 0.004;
const STEADY_LEAST = 0.004;

/**
 * Catches the steady, the lowest and the highest value of a stream of samples. A value is steady when everything of the
 * last 1.2 s lies within 0.4 % of it, or within a few of a hand meter's last digits.
 */
export class Capture {
  #window: { readonly seconds: number; readonly value: number }[] = [];
  #count = 0;
  #sum = 0;
  #captured: Captured = NOTHING_CAPTURED;

  get captured(): Captured {
    return this.#captured;
  }

  /**
   * @param seconds time of the sample, rising
   */
  add(seconds: number, value: number): Captured {
    this.#window = [...this.#window.filter((sample) => seconds - sample.seconds <= STEADY_SECONDS), { seconds, value }];
    this.#count += 1;
    this.#sum += value;
    const { lowest, highest } = this.#captured;
    this.#captured = {
      last: value,
      lowest: lowest === null ? value : Math.min(lowest, value),
      highest: highest === null ? value : Math.max(highest, value),
      mean: this.#sum / this.#count,
      steady: this.#steady(seconds),
    };
    return this.#captured;
  }

  #steady(seconds: number): number | null {
    const first = this.#window[0];
    if (first === undefined || seconds - first.seconds < 0.8 * STEADY_SECONDS) return null;
    const values = this.#window.map(({ value }) => value);
    const middle = values.reduce((sum, value) => sum + value, 0) / values.length;
    const apart = Math.max(...values) - Math.min(...values);
    return apart <= Math.max(STEADY_LEAST, 2 * STEADY_SHARE * Math.abs(middle)) ? middle : null;
  }
}
