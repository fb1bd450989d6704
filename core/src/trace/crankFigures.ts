import { figure } from '../quantity/display';
import type { CrankEvents } from './crankEvents';
import { medianOf, rmsAt, rmsOf, smoothed, strongestHz } from './signal';

/** What a crank says, and null where it does not. */
export interface TraceFigures {
  readonly restVolts: number | null;
  readonly closedAtS: number | null;
  readonly inrushLowVolts: number | null;
  readonly inrushAmps: number | null;
  readonly bounces: number | null;
  readonly plateauVolts: number | null;
  readonly plateauAmps: number | null;
  readonly crankRpm: number | null;
  readonly firedAtS: number | null;
  readonly chargeVolts: number | null;
  readonly chargeAmps: number | null;
  readonly rippleHz: number | null;
  readonly rippleVoltsRms: number | null;
  readonly sourceMilliohm: number | null;
}

/** Samples of one crank: amperes out of the bank, from the zero before it. */
export interface Crank {
  readonly volts: ArrayLike<number>;
  readonly amps: ArrayLike<number> | null;
  readonly stepS: number;
  /** Moment of the first sample. */
  readonly startS: number;
  readonly events: CrankEvents;
}

type Note = (name: keyof TraceFigures, why: string) => null;

const LEAST_REST_S = 0.2;
const INRUSH_S = 0.3;
/** Fewer samples a second miss the dip. */
const INRUSH_HZ = 500;
const BOUNCE_S = 0.06;
const SETTLED_S = 0.5;
const LEAST_PLATEAU_S = 1;
/** Moments after firing at which the charge is looked at; the last that the trace reaches is told. */
const CHARGE_S = [120, 30, 1] as const;
const CHARGE_AROUND_S = 0.2;
/** A ripple of the alternator, and the samples a second it takes to see it. */
const RIPPLE_LOW_HZ = 50;
const RIPPLE_SAMPLES_HZ = 2000;
const RIPPLE_S = 1;
/** Equal samples in a row at the end of a range: the instrument ended there, not the volts. */
const CLIPPED = 4;

const rateOf = ({ stepS }: Crank): number => 1 / stepS;

export const restVolts = ({ volts, stepS, events: { keyOnAt, closedAt } }: Crank, note: Note): number | null => {
  const end = keyOnAt ?? (closedAt === null ? 0 : closedAt - Math.round(0.005 / stepS));
  if (end * stepS < LEAST_REST_S)
    return note('restVolts', `unknown, less than ${LEAST_REST_S} s is quiet before the first fall`);
  return medianOf(volts, 0, end);
};

/** True where a value stands still at the end of the range. */
const isClipped = (values: ArrayLike<number>, from: number, to: number, extreme: number): boolean => {
  let run = 0;
  for (let i = from; i < to; i++) {
    run = values[i] === extreme ? run + 1 : 0;
    if (run >= CLIPPED) return true;
  }
  return false;
};

export const inrush = (crank: Crank, note: Note): Pick<TraceFigures, 'inrushLowVolts' | 'inrushAmps' | 'bounces'> => {
  const { volts, amps, stepS, events } = crank;
  const none = (why: string) => ({
    inrushLowVolts: note('inrushLowVolts', why),
    inrushAmps: note('inrushAmps', why),
    bounces: note('bounces', why),
  });
  if (events.closedAt === null) return none('no closing contact in the trace');
  if (rateOf(crank) < INRUSH_HZ * 0.99) return none(`not caught, ${figure(rateOf(crank), 0)} samples a second`);
  const [from, to] = [events.closedAt, Math.min(volts.length, events.closedAt + Math.round(INRUSH_S / stepS))];
  const extreme = (values: ArrayLike<number>, sign: 1 | -1): number => {
    // A spike of one sample is noise.
    const fine = smoothed(values, Math.max(1, Math.round(0.0006 / stepS)));
    let best = -Infinity;
    for (let i = from; i < to; i++) best = Math.max(best, sign * fine[i]!);
    return sign * best;
  };
  let [rawLow, rawHigh] = [Infinity, -Infinity];
  for (let i = from; i < to; i++) {
    rawLow = Math.min(rawLow, volts[i]!);
    if (amps !== null) rawHigh = Math.max(rawHigh, amps[i]!);
  }
  const low = isClipped(volts, from, to, rawLow)
    ? note('inrushLowVolts', 'not caught, beyond the range')
    : extreme(volts, -1);
  const high =
    amps === null
      ? note('inrushAmps', 'no amperes in the trace')
      : isClipped(amps, from, to, rawHigh)
        ? note('inrushAmps', 'not caught, beyond the range')
        : extreme(amps, 1);
  const before = medianOf(
    volts,
    Math.max(0, from - Math.round(0.05 / stepS)),
    Math.max(1, from - Math.round(0.003 / stepS)),
  );
  const half = before - (before - rawLow) / 2;
  const margin = 0.08 * (before - rawLow);
  const fine = smoothed(volts, Math.max(1, Math.round(0.0004 / stepS)));
  let [bounces, isDown] = [0, false];
  for (let i = from; i < Math.min(volts.length, from + Math.round(BOUNCE_S / stepS)); i++) {
    if (!isDown && fine[i]! < half - margin) isDown = true;
    else if (isDown && fine[i]! > half + margin) {
      isDown = false;
      bounces += 1;
    }
  }
  return { inrushLowVolts: low, inrushAmps: high, bounces };
};

/** The part of a crank that is steady: from half a second after closing to its last hump; null where it is too short. */
export const plateauOf = ({
  volts,
  stepS,
  events: { closedAt, endedAt },
}: Crank): readonly [from: number, to: number] | null => {
  if (closedAt === null) return null;
  const from = closedAt + Math.round(SETTLED_S / stepS);
  const to = endedAt === null ? volts.length : endedAt - Math.round(0.05 / stepS);
  return (to - from) * stepS < LEAST_PLATEAU_S ? null : [from, to];
};

/** Seconds after firing at which the charge was looked at; null where the trace ends before. */
export const chargedAfterS = ({ volts, stepS, events }: Crank): number | null => {
  const { endedAt, fired } = events;
  if (!fired || endedAt === null) return null;
  return CHARGE_S.find((seconds) => endedAt + Math.round(seconds / stepS) < volts.length) ?? null;
};

export const charge = (crank: Crank, note: Note): Pick<TraceFigures, 'chargeVolts' | 'chargeAmps'> => {
  const { volts, amps, stepS, events } = crank;
  const none = (why: string) => ({ chargeVolts: note('chargeVolts', why), chargeAmps: note('chargeAmps', why) });
  if (!events.fired || events.endedAt === null) return none('it did not fire in the trace');
  const fired = events.endedAt;
  const reached = chargedAfterS(crank);
  if (reached === null) return none('too short, the trace ends within 1 s of firing');
  const at = fired + Math.round(reached / stepS);
  const around = Math.max(1, Math.round(CHARGE_AROUND_S / stepS));
  const [from, to] = [Math.max(fired, at - around), Math.min(volts.length, at + around)];
  return {
    chargeVolts: medianOf(volts, from, to),
    chargeAmps: amps === null ? note('chargeAmps', 'no amperes in the trace') : -medianOf(amps, from, to),
  };
};

/** Samples of the ripple: the second that begins one second after firing, or what there is of it. */
const rippling = ({ stepS, volts, events }: Crank): readonly [from: number, to: number] => {
  const from = (events.endedAt ?? volts.length) + Math.round(RIPPLE_S / stepS);
  return [from, Math.min(volts.length, from + Math.round(RIPPLE_S / stepS))];
};

/** Effective amperes that swing at the ripple's frequency; null where there are no amperes. */
export const rippleAmpsRms = (crank: Crank, hz: number): number | null => {
  const { amps, stepS } = crank;
  if (amps === null) return null;
  const [from, to] = rippling(crank);
  const values = Float64Array.from({ length: Math.max(0, to - from) }, (_, i) => amps[from + i]!);
  return rmsAt({ values, stepS }, hz);
};

export const ripple = (crank: Crank, note: Note): Pick<TraceFigures, 'rippleHz' | 'rippleVoltsRms'> => {
  const { volts, stepS, events } = crank;
  const none = (why: string) => ({ rippleHz: note('rippleHz', why), rippleVoltsRms: note('rippleVoltsRms', why) });
  if (!events.fired || events.endedAt === null) return none('it did not fire in the trace');
  if (rateOf(crank) < RIPPLE_SAMPLES_HZ * 0.99) return none(`too slow, ${figure(rateOf(crank), 0)} samples a second`);
  const [from, to] = rippling(crank);
  if ((to - from) * stepS < 0.2) return none('too short, the trace ends within a second of firing');
  const part = Float64Array.from({ length: to - from }, (_, i) => volts[from + i]!);
  const peak = strongestHz({ values: part, stepS }, RIPPLE_LOW_HZ, Math.min(5000, 0.45 * rateOf(crank)));
  return { rippleHz: peak?.hz ?? note('rippleHz', 'no frequency stands out'), rippleVoltsRms: rmsOf(part) };
};
