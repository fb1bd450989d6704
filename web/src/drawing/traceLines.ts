import { pegsOf, Pyramid, type TracePeg, type TracePicture, type TraceRead } from '@vaktman/core';

/** The lowest and the highest of each column of a drawing; nothing where there are no samples. */
export interface Columns {
  readonly low: ArrayLike<number>;
  readonly high: ArrayLike<number>;
}

/** A part of a trace, seconds. */
export interface Span {
  readonly fromS: number;
  readonly toS: number;
}

/** A trace as it can be drawn: of samples, or of a picture that was kept. */
export interface TraceLines extends Span {
  readonly pegs: readonly TracePeg[];
  readonly hasAmps: boolean;
  /** Columns of a part of it. */
  columns(band: 'volts' | 'amps', span: Span, columns: number): Columns;
  /** The value at a moment; null outside of it. */
  at(band: 'volts' | 'amps', seconds: number): number | null;
}

/** Samples of a file that was just read. */
export const linesOfRead = ({ crank }: TraceRead): TraceLines => {
  const { startS, stepS, volts, amps } = crank;
  const pyramids = { volts: new Pyramid(volts), amps: amps === null ? null : new Pyramid(amps) };
  const sample = (seconds: number): number => (seconds - startS) / stepS;
  return {
    fromS: startS,
    toS: startS + (volts.length - 1) * stepS,
    pegs: pegsOf(crank),
    hasAmps: amps !== null,
    columns: (band, { fromS, toS }, columns) =>
      pyramids[band]?.line(
        Math.max(0, Math.floor(sample(fromS))),
        Math.min(volts.length, Math.ceil(sample(toS)) + 1),
        columns,
      ) ?? { low: [], high: [] },
    at: (band, seconds) => pyramids[band]?.values[Math.round(sample(seconds))] ?? null,
  };
};

/** A picture that was kept: its own columns, seen from nearer as they are. */
export const linesOfPicture = ({ fromS, toS, volts, amps, pegs }: TracePicture): TraceLines => {
  const bands = { volts, amps: amps ?? null };
  const perSecond = (volts.low.length - 1) / Math.max(1e-9, toS - fromS);
  const column = (seconds: number): number => Math.round((seconds - fromS) * perSecond);
  return {
    fromS,
    toS,
    pegs,
    hasAmps: amps !== undefined,
    columns: (band, span, columns) => {
      const own = bands[band];
      if (own === null) return { low: [], high: [] };
      const [from, to] = [column(span.fromS), column(span.toS)];
      const low = new Float32Array(columns).fill(NaN);
      const high = new Float32Array(columns).fill(NaN);
      for (let at = 0; at < columns; at++) {
        const first = from + Math.floor((at * (to - from)) / columns);
        const after = Math.max(first + 1, from + Math.floor(((at + 1) * (to - from)) / columns));
        for (let i = Math.max(0, first); i < Math.min(after, own.low.length); i++) {
          low[at] = Number.isNaN(low[at]!) ? own.low[i]! : Math.min(low[at]!, own.low[i]!);
          high[at] = Number.isNaN(high[at]!) ? own.high[i]! : Math.max(high[at]!, own.high[i]!);
        }
      }
      return { low, high };
    },
    at: (band, seconds) => {
      const [low, high] = [bands[band]?.low[column(seconds)], bands[band]?.high[column(seconds)]];
      return low === undefined || high === undefined ? null : (low + high) / 2;
    },
  };
};
