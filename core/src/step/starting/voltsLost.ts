import { voltsText } from '../../quantity/display';
import { inconclusive, NO_LIMIT, type Outcome } from '../../judging/verdict';

/** A reading across one stretch of a circuit, as magnitude, with what its sign tells. */
export interface LossReading {
  readonly volts: number;
  readonly signNote: string;
}

/** A drop is read as a magnitude; a minus only says the leads are swapped. */
export const lossOf = (volts: number): LossReading => ({
  volts: Math.abs(volts),
  signNote: volts < 0 ? ' The minus says the leads are swapped; the size counts.' : '',
});

/**
 * A "drop" of half the system volts or more is no drop: the leads bridge the source, or the contacts never closed.
 * Null when the reading can be one.
 */
export const bridgesSource = (volts: number, systemVolts: number): Outcome | null =>
  Math.abs(volts) >= systemVolts / 2 - 1e-9
    ? inconclusive(
        NO_LIMIT,
        `${voltsText(volts)} is no loss in a stretch: the leads bridge the source, or the contacts never closed.`,
        'Set both probes on one stretch; at rest it reads about zero. Then read again under current.',
      )
    : null;
