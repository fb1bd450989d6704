import { seededRandom, spread, type Random } from './random';

/** What a reading looks like on the instrument it is taken with. */
export interface Instruments {
  readonly dcVolts: (volts: number) => number;
  readonly acVolts: (volts: number) => number;
  /** Clamp on its low scale under 100 A, on its high one above; its zero wanders with the seconds since it was made ready. */
  readonly clampAmps: (amps: number, seconds?: number) => number;
  /** What a clamp shows when a hand makes it show `shown`: the true amperes behind it. */
  readonly trueAmps: (shown: number) => number;
  /** Analogue gauge of a carbon pile, full scale 1000 A. */
  readonly gaugeAmps: (amps: number) => number;
  readonly rpm: (rpm: number) => number;
  readonly celsius: (celsius: number) => number;
  readonly gravity: (gravity: number) => number;
  readonly conductance: (amps: number) => number;
}

const roundTo = (value: number, step: number): number => {
  const steps = Math.round(value / step) * step;
  return Number(steps.toFixed(6));
};

const METER_SHARE = 0.005;
const METER_DIGITS = 2;
const CLAMP_SHARE = 0.02;
const CLAMP_ZERO_AMPS = 0.3;
/** What the zero of a clamp wanders as it warms up in the hand. */
const CLAMP_DRIFT_AMPS_PER_MINUTE = 0.15;
/** Gives the drift a random start of its own, apart from the digits'. */
const DRIFT_SEED = 0x5bd1;
const GAUGE_SHARE = 0.03;
const GAUGE_FULL_AMPS = 1000;

/** Resolution of a hand meter by its range. */
const meterStep = (volts: number): number => (Math.abs(volts) < 0.6 ? 0.0001 : Math.abs(volts) < 6 ? 0.001 : 0.01);

/** Instruments without any error, to a millionth. */
export const IDEAL_INSTRUMENTS: Instruments = {
  dcVolts: (volts) => roundTo(volts, 1e-6),
  acVolts: (volts) => roundTo(volts, 1e-6),
  clampAmps: (amps) => roundTo(amps, 1e-6),
  trueAmps: (shown) => shown,
  gaugeAmps: (amps) => roundTo(amps, 1e-6),
  rpm: (rpm) => roundTo(rpm, 1e-6),
  celsius: (celsius) => roundTo(celsius, 1e-6),
  gravity: (gravity) => roundTo(gravity, 1e-6),
  conductance: (amps) => roundTo(amps, 1e-6),
};

/**
 * Instruments of a workshop, each with an error of its own that stays the same for a visit, and the last digits that
 * do not. Accuracy as hand instruments state it: meter 0.5 % and 2 digits, clamp 2 % and a zero that is a little off.
 * @param seed the same seed gives the same instruments and the same digits
 */
export const workshopInstruments = (seed: number): Instruments => {
  const random: Random = seededRandom(seed);
  const meter = 1 + 0.5 * METER_SHARE * spread(random);
  const clamp = 1 + 0.5 * CLAMP_SHARE * spread(random);
  const zero = CLAMP_ZERO_AMPS * spread(random);
  const drift = (CLAMP_DRIFT_AMPS_PER_MINUTE / 60) * spread(seededRandom(seed ^ DRIFT_SEED));
  const gauge = GAUGE_SHARE * spread(random) * GAUGE_FULL_AMPS;
  const tacho = 1 + 0.005 * spread(random);
  const thermometer = 0.5 * spread(random);
  const volts = (true_: number): number => {
    const step = meterStep(true_);
    return roundTo(true_ * meter + METER_DIGITS * step * spread(random), step);
  };
  return {
    dcVolts: volts,
    acVolts: (ac) => Math.max(0, volts(ac)),
    clampAmps: (amps, seconds = 0) => {
      const shown = amps * clamp + zero + drift * seconds;
      return roundTo(shown, Math.abs(shown) < 100 ? 0.1 : 1);
    },
    trueAmps: (shown) => (shown - zero) / clamp,
    gaugeAmps: (amps) => roundTo(amps + gauge, 10),
    rpm: (rpm) => roundTo(rpm * tacho, 10),
    celsius: (celsius) => roundTo(celsius + thermometer, 0.5),
    gravity: (gravity) => roundTo(gravity + 0.002 * spread(random), 0.001),
    conductance: (amps) => roundTo(amps * (1 + 0.02 * spread(random)), 1),
  };
};
