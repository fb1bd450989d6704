import type { VisitFacts } from '../../judging/facts';
import type { Run } from '../../unit/runs';
import { readingsAlong, runPointOf, stretchesOf, worstOf, type RunReading, type RunStretch } from './runVolts';

/** A point along a run, and what becomes of it. */
export interface SectionPoint {
  readonly point: string;
  /** Volts from the start of the run; null where not read. */
  readonly volts: number | null;
  /** `next` is to be read now; `spared` lies outside the stretch that loses, and need not be read. */
  readonly state: 'start' | 'read' | 'next' | 'spared';
}

/** A run as far as it is read, from one probe's place to the other end. */
export interface RunSection {
  readonly points: readonly SectionPoint[];
  readonly stretches: readonly RunStretch[];
  /** The stretch that loses more than half of what is too much. */
  readonly worst: RunStretch | null;
  /** The point to read next, and the stretch it halves; null once nothing is left to find. */
  readonly next: { readonly point: string; readonly halves: RunStretch | null } | null;
  /** Volts lost over the whole run; null while its end is not read. */
  readonly wholeVolts: number | null;
  /** How the first of its points was read: the others are read under the same current. */
  readonly first: RunReading | null;
}

/**
 * A run as a section from its start to its end, with the point that tells most to read next: first its end, then the middle
 * of the stretch that loses most and has points between its ends. Arithmetic: each reading halves what is left to search.
 */
export const runSection = (facts: VisitFacts, run: Run): RunSection => {
  const readings = readingsAlong(facts, run);
  const volts = new Map(readings.map((reading) => [runPointOf(reading), Math.abs(reading.volts)]));
  const stretches = stretchesOf(facts, run);
  const order = [run.from, ...run.points];
  const end = order.at(-1) ?? run.from;
  const between = ({ from, to }: RunStretch): readonly string[] =>
    order.slice(order.indexOf(from) + 1, order.indexOf(to));
  const halved = stretches
    .filter((stretch) => stretch.volts > stretch.limitVolts && between(stretch).length > 0)
    .reduce<RunStretch | null>((most, own) => (most === null || own.volts > most.volts ? own : most), null);
  const middle = halved === null ? undefined : between(halved)[Math.floor((between(halved).length - 1) / 2)];
  const next = !volts.has(end)
    ? { point: end, halves: null }
    : middle === undefined
      ? null
      : { point: middle, halves: halved };
  return {
    points: order.map((point, index): SectionPoint => {
      const read = volts.get(point);
      if (index === 0) return { point, volts: 0, state: 'start' };
      if (read !== undefined) return { point, volts: read, state: 'read' };
      return { point, volts: null, state: next?.point === point ? 'next' : 'spared' };
    }),
    stretches,
    worst: worstOf(stretches),
    next,
    wholeVolts: volts.get(end) ?? null,
    first: readings[0] ?? null,
  };
};
