import type { FeedQuantity } from './feedLine';

/** The load counts as on from this share of its target, and as released once it falls under the other. */
const ON_SHARE = 0.9;
const OFF_SHARE = 0.5;

/**
 * Tells which samples of instruments belong to a load test: everything until the load, once it was on, is released.
 * What comes after is a battery recovering, and neither its volts nor its amperes are of the test.
 */
export class LoadRelease {
  readonly #targetAmps: number;
  #wasOn = false;
  #releasedMs: number | null = null;

  /** @param targetAmps half the rating, above 0 */
  constructor(targetAmps: number) {
    this.#targetAmps = targetAmps;
  }

  /** When the load came off, milliseconds since 1970; null while it is on, or was never seen on. */
  get releasedMs(): number | null {
    return this.#releasedMs;
  }

  /**
   * Whether a sample counts.
   * @param ms moment of the sample, milliseconds since 1970
   */
  counts(quantity: FeedQuantity, value: number, ms: number): boolean {
    if (this.#releasedMs !== null) return false;
    if (quantity !== 'dc-amps') return true;
    const amps = Math.abs(value);
    if (amps >= ON_SHARE * this.#targetAmps) this.#wasOn = true;
    if (!this.#wasOn || amps >= OFF_SHARE * this.#targetAmps) return true;
    this.#releasedMs = ms;
    return false;
  }
}
