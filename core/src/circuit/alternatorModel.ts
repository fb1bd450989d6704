import type { Source } from './source';

/** What an alternator can do on a day. */
export interface AlternatorModel {
  readonly id: string;
  readonly ratedAmps: number;
  /** Set volts of its regulator. */
  readonly setVolts: number;
  /** Amperes it can give at its speed and heat. */
  readonly mostAmps: number;
  /** Rise of the regulator: ohms from no load to rated. */
  readonly regulatorOhms: number;
  /** Share of the current that is ripple, root mean square. */
  readonly rippleShare: number;
  /** Ripple frequency over the pole frequency: sound 9, a diode 1.5, a phase 2.4. */
  readonly rippleOrder: number;
  readonly speedRpm: number;
}

export type AlternatorFault = 'phase-lost' | 'diode-open' | 'diode-shorted';

const FAULTS: Readonly<Record<AlternatorFault | 'sound', { share: number; ripple: number; order: number }>> = {
  sound: { share: 1, ripple: 0.04, order: 9 },
  'diode-open': { share: 0.85, ripple: 0.43, order: 1.5 },
  'phase-lost': { share: 0.55, ripple: 0.5, order: 2.4 },
  'diode-shorted': { share: 0.35, ripple: 0.8, order: 1.5 },
};
const CUT_IN_RPM = 1000;
const SPEED_SCALE_RPM = 1400;
const FULL_SPEED_SHARE = 0.972;
const UNRATED_AMPS = 100;

const clamp = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value));

/**
 * An alternator at one engine speed: what it can give by speed and heat, and what its regulator holds.
 * Source: typical output curves; rated output at 6000 rpm of its own.
 * @param engineRpm speed of the engine
 * @param beltRatio alternator over engine speed
 */
export const alternatorModel = (input: {
  readonly id: string;
  readonly ratedAmps: number | undefined;
  readonly systemFactor: number;
  readonly celsius: number;
  readonly engineRpm: number;
  readonly beltRatio: number;
  readonly slip: number;
  readonly weakness: number;
  readonly fault: AlternatorFault | null;
  readonly offsetVolts: number;
  readonly senseLost: boolean;
}): AlternatorModel => {
  const rated = input.ratedAmps ?? UNRATED_AMPS;
  const speedRpm = input.engineRpm * input.beltRatio * input.slip;
  const { share, ripple, order } = FAULTS[input.fault ?? 'sound'];
  const bySpeed =
    speedRpm <= CUT_IN_RPM ? 0 : (1 - Math.exp(-(speedRpm - CUT_IN_RPM) / SPEED_SCALE_RPM)) / FULL_SPEED_SHARE;
  const byHeat = clamp(1 - 0.002 * (input.celsius - 25), 0.8, 1.1);
  return {
    id: input.id,
    ratedAmps: rated,
    setVolts: input.systemFactor * (clamp(14.2 - 0.01 * (input.celsius - 25), 13.9, 14.8) + input.offsetVolts),
    // A regulator that has lost its sense does not excite the field.
    mostAmps: input.senseLost ? 0 : rated * bySpeed * byHeat * share * input.weakness,
    regulatorOhms: (0.1 * input.systemFactor) / rated,
    rippleShare: ripple,
    rippleOrder: order,
    speedRpm,
  };
};

/** Volts per ampere beyond which a limited alternator's volts are free to differ from its set volts. */
const FREE_OHMS = 0.05;

/**
 * The alternator as a source: regulated up to what it can give, then a current; never taking any.
 * @param loopOhms resistance between it and the point its regulator senses; 0 when it senses itself
 */
export const alternatorSource = ({ setVolts, mostAmps }: AlternatorModel, loopOhms: number): Source => ({
  amps: (z) => clamp(z, 0, mostAmps),
  emf: (z) => {
    const held = setVolts + loopOhms * clamp(z, 0, mostAmps);
    return z > mostAmps ? held - FREE_OHMS * (z - mostAmps) : z < 0 ? held - FREE_OHMS * z : held;
  },
  dAmps: (z) => (z < 0 || z > mostAmps ? 0 : 1),
  dEmf: (z) => (z < 0 || z > mostAmps ? -FREE_OHMS : loopOhms),
  longestStep: () => Infinity,
});
