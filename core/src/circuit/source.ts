/**
 * What drives current: an electromotive force behind a fixed series resistance. The force may depend on the current;
 * both are given as functions of one unknown z, chosen so that Newton's method meets no cliff.
 */
export interface Source {
  /** Current out of the positive end, amperes, at the unknown z. Never falls with z. */
  amps(z: number): number;
  /** Force, volts, at the unknown z. Never rises with z, but by what a regulator adds for its own cable. */
  emf(z: number): number;
  dAmps(z: number): number;
  dEmf(z: number): number;
  /** The largest step of z that keeps the functions finite from where it stands. */
  longestStep(z: number): number;
}

/** A force that does not depend on the current, such as the back voltage of a motor at one speed. */
export const fixedSource = (volts: number): Source => ({
  amps: (z) => z,
  emf: () => volts,
  dAmps: () => 1,
  dEmf: () => 0,
  longestStep: () => Infinity,
});

/** Draws one current whatever the volts are, such as a carbon pile with a hand on its knob. */
export const fixedDraw = (amps: number): Source => ({
  amps: () => -amps,
  emf: (z) => -z,
  dAmps: () => 0,
  dEmf: () => -1,
  longestStep: () => Infinity,
});

/** A resistance beyond what stands in series already, such as a carbon pile whose knob is set. */
export const resistiveSource = (ohms: number): Source => ({
  amps: (z) => z,
  emf: (z) => -ohms * z,
  dAmps: () => 1,
  dEmf: () => -ohms,
  longestStep: () => Infinity,
});
