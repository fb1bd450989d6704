import { batteryCca } from '../../unit/bank';
import type { Battery } from '../../unit/unit';

/** Hold the load from the target to five percent above it. */
export const BAND_RATIO = 1.05;

/** Half the SAE rating, and the top of the band a hand can hold. */
export interface LoadTarget {
  readonly amps: number;
  readonly bandTopAmps: number;
  readonly estimated: boolean;
}

/**
 * What to draw: half the cold-cranking rating to SAE. Null when the label gave no rating.
 * @example loadTarget of a 920 A battery // => { amps: 460, bandTopAmps: 483, estimated: false }
 */
export const loadTarget = (battery: Battery): LoadTarget | null => {
  const rating = batteryCca(battery);
  if (rating === null) return null;
  const amps = rating.amps / 2;
  return { amps, bandTopAmps: amps * BAND_RATIO, estimated: rating.estimated };
};
