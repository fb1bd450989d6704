import { figure, pixelLine, type TraceRead } from '@vaktman/core';
import { useMemo } from 'react';
import { WideSvg } from './WideSvg';

const WIDTH = 848;
const LEFT = 56;
const RIGHT = 840;
const PIXELS = RIGHT - LEFT;
const BANDS = {
  volts: { top: 34, floor: 236, name: 'V', colour: 'var(--copper)' },
  amps: { top: 266, floor: 420, name: 'A', colour: 'var(--steel)' },
} as const;
const HEIGHT = 452;

/** What is drawn of a trace: from one sample to after another. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/** A place on the trace at which a figure was taken. */
export interface Peg {
  readonly number: number;
  readonly sample: number;
  readonly words: string;
}

/** The pegs of a trace, in the order of time: where each figure was taken. */
export const pegsOf = ({ crank, answer }: TraceRead): readonly Peg[] => {
  const { events, stepS } = crank;
  const { figures } = answer;
  const at: (readonly [sample: number | null, words: string])[] = [
    [events.keyOnAt, 'key on'],
    [events.closedAt, 'contacts close'],
    [
      events.closedAt !== null && figures.plateauVolts !== null ? events.closedAt + Math.round(0.5 / stepS) : null,
      `plateau ${figure(figures.plateauVolts ?? 0, 2)} V`,
    ],
    [events.endedAt, events.fired ? 'fires' : 'key let go'],
  ];
  return at
    .flatMap(([sample, words]) => (sample === null ? [] : [{ sample, words }]))
    .map(({ sample, words }, index) => ({ number: index + 1, sample, words }));
};

const Band = ({ values, span, band }: { values: ArrayLike<number>; span: Span; band: keyof typeof BANDS }) => {
  const { top, floor, name, colour } = BANDS[band];
  const { line, least, most } = useMemo(() => {
    const { low, high } = pixelLine(values, span.from, span.to, PIXELS);
    const [bottom, head] = [Math.min(...low), Math.max(...high)];
    const range = Math.max(1e-6, head - bottom);
    const y = (value: number): number => floor - ((value - bottom) / range) * (floor - top);
    const upper = Array.from(high, (value, pixel) => `${LEFT + pixel} ${y(value).toFixed(1)}`);
    const lower = Array.from(low, (value, pixel) => `${LEFT + pixel} ${(y(value) + 1).toFixed(1)}`).reverse();
    return { line: `M${upper.join('L')}L${lower.join('L')}Z`, least: bottom, most: head };
  }, [values, span.from, span.to, top, floor]);
  return (
    <g>
      <rect x={LEFT} y={top} width={PIXELS} height={floor - top} fill="var(--raised)" stroke="var(--rule)" />
      <path d={line} fill={colour} stroke={colour} strokeWidth="1" />
      <g fontSize="14" fill="var(--ink-2)" textAnchor="end">
        <text x={LEFT - 6} y={top + 12}>
          {figure(most, most > 100 ? 0 : 1)} {name}
        </text>
        <text x={LEFT - 6} y={floor}>
          {figure(least, Math.abs(least) > 100 ? 0 : 1)} {name}
        </text>
      </g>
    </g>
  );
};

/** A crank in milliseconds: volts over amperes on one axis of time, pegs where the figures were taken. */
export const TraceDrawing = ({ read, span }: { readonly read: TraceRead; readonly span: Span }) => {
  const { crank } = read;
  const { stepS, startS, volts, amps } = crank;
  const x = (sample: number): number => LEFT + ((sample - span.from) / Math.max(1, span.to - span.from)) * PIXELS;
  const pegs = pegsOf(read).filter(({ sample }) => sample >= span.from && sample <= span.to);
  const seconds = (sample: number): string => `${figure(startS + sample * stepS, 2)} s`;
  return (
    <WideSvg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`Volts${amps === null ? '' : ' and amperes'} from ${seconds(span.from)} to ${seconds(span.to)}; ${pegs
        .map(({ words, sample }) => `${words} at ${seconds(sample)}`)
        .join(', ')}`}
    >
      <Band values={volts} span={span} band="volts" />
      {amps === null ? null : <Band values={amps} span={span} band="amps" />}
      {pegs.map(({ number, sample }) => (
        <g key={number}>
          <line
            x1={x(sample)}
            x2={x(sample)}
            y1={BANDS.volts.top}
            y2={BANDS.amps.floor}
            stroke="var(--ink)"
            strokeWidth="1.4"
          />
          <circle cx={x(sample)} cy={18} r={13} fill="var(--ink)" />
          <text x={x(sample)} y={23} textAnchor="middle" fontSize="15" fontWeight="720" fill="var(--paper)">
            {number}
          </text>
        </g>
      ))}
      <g fontSize="14" fill="var(--ink-2)">
        <text x={LEFT} y={HEIGHT - 10}>
          {seconds(span.from)}
        </text>
        <text x={RIGHT} y={HEIGHT - 10} textAnchor="end">
          {seconds(span.to)}
        </text>
      </g>
    </WideSvg>
  );
};
