import type { BenchControls } from './benchControls';

/** Ohms of the pile with its knob fully in, for each 12 V it is made for. */
const PILE_OHMS = 0.011;
const PILE_HEATS = 0.005;

/**
 * Resistance of a carbon pile, ohms: less the further its knob is in, and less as it heats.
 * @param seconds how long it has carried current
 */
export const pileOhms = ({ knob, pileVolts }: Pick<BenchControls, 'knob' | 'pileVolts'>, seconds: number): number =>
  ((PILE_OHMS * (pileVolts / 12)) / knob) * Math.exp(-PILE_HEATS * seconds);
