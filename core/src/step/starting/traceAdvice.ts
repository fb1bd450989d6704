import type { LimitBook } from '../../method/book';
import { alternatorIds } from '../../unit/points';
import { USUAL_BELT_RATIO, type Unit } from '../../unit/unit';
import { isOver, isUnder } from '../../quantity/compare';
import { ampsText, figure, voltsText } from '../../quantity/display';
import { trouble, type Trouble } from '../../judging/verdict';
import type { TraceReading } from './trace';

/** Something a trace advises besides its verdict. */
export interface TraceAdvice {
  readonly words: string;
  readonly trouble: Trouble | null;
}

/** A light battery is full when it takes little; the moment after the start at which that is looked at, seconds. */
const CHARGE_SEEN_S = 120;
/** Turns of a weak cylinder stay this far, percent of the best, under the limit with their spread. */
const TURNS_WITHIN = 5;
/**
 * At idle, with six pole pairs and the usual belt ratio, the ripple of a sound alternator lies above this and that of a lost diode or
 * phase below, Hz. Rule of thumb.
 */
const SLOW_RIPPLE_HZ = 750;

const inrushLow = ({ inrushLowVolts: volts }: TraceReading, limits: LimitBook): TraceAdvice[] => {
  const least = limits.get('inrushVolts').value;
  if (volts === undefined || !isUnder(volts, least)) return [];
  const words = `As the contacts close it dips to ${voltsText(volts)}, under ${voltsText(least)}: an instant is no verdict, so load each battery.`;
  return [{ words, trouble: trouble('battery.watch', 'bank', words) }];
};

const bouncing = ({ bounces }: TraceReading, limits: LimitBook): TraceAdvice[] => {
  if (bounces === undefined || !isOver(bounces, limits.get('contactBounces').value)) return [];
  const words = `The contacts of the solenoid let go ${bounces} times within 60 ms of closing.`;
  return [{ words, trouble: trouble('starter.solenoid-contacts', 'starter', words, 'watch') }];
};

/** What tells of cylinders in a trace. */
type Humps = Pick<TraceReading, 'cylinders' | 'plateauVolts' | 'crankRpm'>;

/** Cylinders that ask less of the starter than the best in every turn; none of a crank too slow or too deep to tell. */
export const weakCylinders = (
  { cylinders = [], plateauVolts, crankRpm }: Humps,
  limits: LimitBook,
): readonly NonNullable<Humps['cylinders']>[number][] => {
  if (plateauVolts === undefined || isUnder(plateauVolts, limits.get('cylinderLeastVolts').value)) return [];
  if (crankRpm === undefined || isUnder(crankRpm, limits.get('cylinderLeastRpm').value)) return [];
  const least = limits.get('cylinderPercent').value;
  const spread = limits.get('cylinderSpreadPercent').value;
  return cylinders.filter(
    (own) =>
      isUnder(own.percent, least) &&
      isUnder(own.spreadPercent, spread) &&
      isUnder(own.mostPercent ?? own.percent, least + TURNS_WITHIN),
  );
};

const compressionLow = (reading: TraceReading, limits: LimitBook): TraceAdvice[] =>
  weakCylinders(reading, limits).map(({ cylinder, percent }) => {
    const words = `Cylinder ${cylinder} in firing order from the first hump asks for ${figure(percent, 0)} % of the best, in every turn: read its compression.`;
    return { words, trouble: trouble('engine.compression-low', String(cylinder), words) };
  });

const dragging = ({ plateauAmps, goodAmps, goodOf = 'unit' }: TraceReading, limits: LimitBook): TraceAdvice[] => {
  if (plateauAmps === undefined || goodAmps === undefined || goodAmps <= 0) return [];
  const most = goodAmps * (1 + limits.get('starterOverPercent').value / 100);
  if (!isOver(plateauAmps, most)) return [];
  const words = `The starter draws ${ampsText(plateauAmps)} settled, over ${ampsText(most)}: ${goodOf === 'unit' ? 'this unit' : 'its kind'} drew ${ampsText(goodAmps)} when good. Cold oil and drag first.`;
  return [{ words, trouble: trouble('starter.draws-much', 'starter', words) }];
};

/** Amperes two minutes after the start: no verdict, but a reason to look again once it has idled. */
const stillCharging = ({ chargeAmps, chargeSeconds }: TraceReading, unit: Unit, limits: LimitBook): TraceAdvice[] => {
  if (chargeAmps === undefined || chargeSeconds !== CHARGE_SEEN_S) return [];
  const isLight = unit.bank.batteries.length === 1;
  const most = limits.get(isLight ? 'chargeAfterStartAmps' : 'rechargeBankAmps').value;
  if (!isOver(chargeAmps, most)) return [];
  return [
    {
      words: `${ampsText(chargeAmps)} still flow into the bank after 2 min, over ${ampsText(most)}: read the recharge current after ten.`,
      trouble: null,
    },
  ];
};

const slowRipple = (
  { rippleHz, rippleAmpsRms, chargeAmps }: TraceReading,
  unit: Unit,
  limits: LimitBook,
): TraceAdvice[] => {
  if (rippleHz === undefined || rippleAmpsRms === undefined || chargeAmps === undefined || chargeAmps <= 0) return [];
  const share = (100 * rippleAmpsRms) / chargeAmps;
  const slow = (SLOW_RIPPLE_HZ * (unit.engine?.beltRatio ?? USUAL_BELT_RATIO)) / USUAL_BELT_RATIO;
  if (isOver(rippleHz, slow) || !isOver(share, limits.get('rippleSharePercent').value)) return [];
  const words = `The charge swings by ${figure(share, 0)} % of itself at ${figure(rippleHz, 0)} Hz, as slowly as the poles pass: read the ripple at the alternator.`;
  const ids = alternatorIds(unit);
  return [
    { words, trouble: trouble('alternator.diode', ids.length === 1 ? (ids[0] ?? 'bank') : 'bank', words, 'watch') },
  ];
};

/** Everything a trace advises; nothing from a figure that is not in it. */
export const traceAdvice = (reading: TraceReading, unit: Unit, limits: LimitBook): readonly TraceAdvice[] => [
  ...inrushLow(reading, limits),
  ...bouncing(reading, limits),
  ...compressionLow(reading, limits),
  ...dragging(reading, limits),
  ...stillCharging(reading, unit, limits),
  ...slowRipple(reading, unit, limits),
];
