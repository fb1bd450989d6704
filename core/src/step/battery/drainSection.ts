import type { VisitFacts } from '../../judging/facts';
import { isOver, tidy } from '../../quantity/compare';
import { circuitName, circuitTakes, daysToHalfCharge, guiltyCircuit, latestDrain, pulledCircuits } from './drain';

/** One circuit that was pulled, as a step down from what was drawn before. */
export interface PulledStep {
  readonly name: string;
  readonly point: string;
  /** The reading it was told by. */
  readonly reading: string;
  /** It was pulled since the whole was read: it is still out, and what was read of it may be put right. */
  readonly stands: boolean;
  readonly beforeAmps: number;
  readonly afterAmps: number;
  readonly takesAmps: number;
  /** It takes more than half of what is too much. */
  readonly guilty: boolean;
}

/** The parked drain as far as it was traced. */
export interface DrainSection {
  /** As it came in, with everything plugged; null before it was read. */
  readonly wholeAmps: number | null;
  /** As read last, with what was pulled so far left out. */
  readonly nowAmps: number | null;
  readonly allowedAmps: number;
  readonly minutesParked: number | null;
  readonly steps: readonly PulledStep[];
  /** Days until half the charge is gone, as it came in and now; null where the capacity is not known. */
  readonly daysAsItCame: number | null;
  readonly daysNow: number | null;
  /** What is drawn now is within what is allowed. */
  readonly within: boolean;
}

/** The parked drain of a visit: from what came in, circuit by circuit, towards what is allowed. Arithmetic. */
export const drainSection = (facts: VisitFacts): DrainSection => {
  const whole = latestDrain(facts);
  const wholeAmps = whole === null ? null : Math.abs(whole.amps);
  const allowedAmps = facts.limits.get('drainAmps').value;
  const guilty = wholeAmps === null ? null : guiltyCircuit(facts, wholeAmps - allowedAmps);
  const pulled = pulledCircuits(facts);
  const isSinceWhole = ({ at }: { readonly at: string }): boolean =>
    whole === null || Date.parse(at) >= Date.parse(whole.at);
  const steps = pulled.map((reading): PulledStep => ({
    name: circuitName(reading.point),
    point: reading.point,
    reading: reading.id,
    stands: isSinceWhole(reading),
    beforeAmps: reading.ampsBefore,
    afterAmps: reading.ampsAfter,
    takesAmps: tidy(circuitTakes(reading)),
    guilty: guilty?.point === reading.point && wholeAmps !== null && isOver(wholeAmps, allowedAmps),
  }));
  const last = pulled.reduce<(typeof pulled)[number] | null>(
    (latest, own) => (latest === null || Date.parse(own.at) >= Date.parse(latest.at) ? own : latest),
    null,
  );
  const nowAmps = last !== null && isSinceWhole(last) ? last.ampsAfter : wholeAmps;
  const days = (amps: number | null): number | null => (amps === null ? null : daysToHalfCharge(facts.unit, amps));
  return {
    wholeAmps,
    nowAmps,
    allowedAmps,
    minutesParked: whole?.minutesParked ?? null,
    steps,
    daysAsItCame: days(wholeAmps),
    daysNow: days(nowAmps),
    within: nowAmps !== null && !isOver(nowAmps, allowedAmps),
  };
};
