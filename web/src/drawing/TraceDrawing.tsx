import { figure } from '@vaktman/core';
import { useMemo, type ReactNode } from 'react';
import { useWords } from '../control/ReaderContext';
import { Words } from '../control/Words';
import type { Span, TraceLines } from './traceLines';
import { decimalsOf, pathOf, rangeOf, ticksOf } from './tracePath';
import { SvgFigure } from '../control/Figure';
import { WideSvg } from './WideSvg';

const LEFT = 52;
const RIGHT = 8;
const BANDS = { volts: { top: 46, floor: 188, unit: 'V' }, amps: { top: 234, floor: 340, unit: 'A' } } as const;
type Band = keyof typeof BANDS;
const FEET = 30;
const PEG_RADIUS = 13;
const NARROW_PX = 560;
/** A trace of another day, behind this one: its contacts close at the same place. */
export interface Behind {
  readonly lines: TraceLines;
  readonly words: string;
}

const closesAtS = ({ pegs }: TraceLines): number => pegs.find(({ number }) => number === 2)?.atS ?? 0;

/** Volts over amperes on one axis of time; numbers in rings tie each figure to the place it was read. */
export const TraceDrawing = ({
  lines,
  span,
  width,
  behind = null,
  cursorS = null,
  children,
}: {
  readonly lines: TraceLines;
  readonly span: Span;
  /** Pixels it is drawn on. */
  readonly width: number;
  readonly behind?: Behind | null;
  readonly cursorS?: number | null;
  readonly children?: ReactNode;
}) => {
  const pixels = Math.max(80, Math.round(width) - LEFT - RIGHT);
  const length = Math.max(1e-9, span.toS - span.fromS);
  const x = (seconds: number): number => LEFT + ((seconds - span.fromS) / length) * pixels;
  const shiftS = behind === null ? 0 : closesAtS(behind.lines) - closesAtS(lines);
  const bands: readonly Band[] = lines.hasAmps ? ['volts', 'amps'] : ['volts'];
  const drawn = useMemo(
    () =>
      bands.map((band) => {
        const own = lines.columns(band, span, pixels);
        const old =
          behind === null
            ? null
            : behind.lines.columns(band, { fromS: span.fromS + shiftS, toS: span.toS + shiftS }, pixels);
        const range = rangeOf(old === null ? [own] : [own, old]);
        const { top, floor } = BANDS[band];
        const y = (value: number): number =>
          floor - ((value - range.least) / (range.most - range.least)) * (floor - top);
        const column = (at: number): number => LEFT + at;
        return {
          band,
          y,
          path: pathOf(own, column, y),
          old: old === null ? '' : pathOf(old, column, y),
          ticks: ticksOf(range.least, range.most, band === 'volts' ? 5 : 3),
        };
      }),
    // The bands follow from the lines.
    // oxlint-disable-next-line react-hooks/exhaustive-deps
    [lines, behind, span.fromS, span.toS, pixels, shiftS],
  );
  const floor = lines.hasAmps ? BANDS.amps.floor : BANDS.volts.floor;
  const pegs = lines.pegs.filter(({ atS }) => atS >= span.fromS && atS <= span.toS);
  const inWords = useWords();
  const seconds = (at: number): string => `${figure(at, 2)} s`;
  const times = ticksOf(span.fromS, span.toS, pixels < NARROW_PX ? 4 : 8);
  const isNarrow = pixels < NARROW_PX;
  // Rings that would lie on one another stand beside; their lines stay where they belong.
  const rings = pegs.reduce<number[]>(
    (placed, { atS }) => [...placed, Math.max(x(atS), (placed.at(-1) ?? -Infinity) + 2 * PEG_RADIUS + 2)],
    [],
  );
  return (
    <WideSvg
      viewBox={`0 0 ${width} ${floor + FEET}`}
      role="img"
      aria-label={inWords(
        `Volts${lines.hasAmps ? ' and amperes' : ''} from ${seconds(span.fromS)} to ${seconds(span.toS)}; ${pegs
          .map(({ number, words, atS }) => `${number} ${words} at ${seconds(atS)}`)
          .join(', ')}${behind === null ? '' : `; behind it ${behind.words}`}`,
      )}
    >
      {lines.pegs.map(({ number, fromS, toS }) =>
        fromS === undefined || toS === undefined || toS < span.fromS || fromS > span.toS ? null : (
          <rect
            key={number}
            x={x(Math.max(fromS, span.fromS))}
            width={Math.max(0, x(Math.min(toS, span.toS)) - x(Math.max(fromS, span.fromS)))}
            y={30}
            height={floor - 30}
            fill="var(--shade)"
          />
        ),
      )}
      {drawn.map(({ band, y, ticks, path, old }) => (
        <g key={band}>
          {ticks.map((value) => (
            <g key={value}>
              <line x1={LEFT} x2={LEFT + pixels} y1={y(value)} y2={y(value)} stroke="var(--rule)" />
              <text x={LEFT - 7} y={y(value) + 5} textAnchor="end" fontSize="15" fontWeight="620" fill="var(--ink)">
                <Words>{figure(value, decimalsOf(ticks))}</Words>
              </text>
            </g>
          ))}
          <text x={LEFT - 7} y={BANDS[band].top - 12} textAnchor="end" fontSize="14" fill="var(--ink-2)">
            {BANDS[band].unit}
          </text>
          {old === '' ? null : (
            <path d={old} fill="var(--ink-2)" stroke="var(--ink-2)" strokeWidth="0.5" opacity="0.55" />
          )}
          <path d={path} fill="var(--ink)" stroke="var(--ink)" strokeWidth="1" />
        </g>
      ))}
      <line x1={LEFT} x2={LEFT + pixels} y1={floor} y2={floor} stroke="var(--ink)" strokeWidth="1.4" />
      {times.map((at) => (
        <text key={at} x={x(at)} y={floor + 20} textAnchor="middle" fontSize="14" fill="var(--ink-2)">
          <Words>{figure(at, decimalsOf(times))}</Words>
          {at === times.at(-1) ? ' s' : ''}
        </text>
      ))}
      {pegs.map(({ number, atS, words }, index) => {
        const ring = rings[index] ?? x(atS);
        return (
          <g key={number}>
            <line
              x1={x(atS)}
              x2={x(atS)}
              y1={30}
              y2={floor}
              stroke="var(--ink)"
              strokeWidth="1.2"
              strokeDasharray="3 4"
            />
            <circle cx={ring} cy={16} r={PEG_RADIUS} fill="var(--paper)" stroke="var(--ink)" strokeWidth="1.6" />
            <text x={ring} y={21} textAnchor="middle" fontSize="15" fontWeight="720" fill="var(--ink)">
              {number}
            </text>
            {isNarrow ||
            ring + 24 + 7.4 * words.length > (rings[index + 1] ?? width + PEG_RADIUS) - PEG_RADIUS ? null : (
              <text x={ring + PEG_RADIUS + 5} y={21} fontSize="15" fill="var(--ink)">
                {words}
              </text>
            )}
          </g>
        );
      })}
      {cursorS === null ? null : <Cursor lines={lines} atS={cursorS} x={x(cursorS)} width={width} floor={floor} />}
      {children}
    </WideSvg>
  );
};

const BOX = 214;

/** What the trace reads at the cursor, between the bands. */
const Cursor = ({
  lines,
  atS,
  x,
  width,
  floor,
}: {
  lines: TraceLines;
  atS: number;
  x: number;
  width: number;
  floor: number;
}) => {
  const [volts, amps] = [lines.at('volts', atS), lines.at('amps', atS)];
  const left = Math.max(LEFT, Math.min(width - RIGHT - BOX, x - BOX / 2));
  return (
    <g>
      <line x1={x} x2={x} y1={30} y2={floor} stroke="var(--ink)" strokeWidth="2" />
      <rect x={left} y={193} width={BOX} height={30} fill="var(--ink)" />
      <g fill="var(--paper)">
        <text x={left + 8} y={214} fontSize="14">
          <Words>{`${figure(atS, 3)} s`}</Words>
        </text>
        <text x={left + 142} y={215} textAnchor="end">
          <SvgFigure text={volts === null ? '' : figure(volts, 2)} size={18} />
          <tspan fontSize="13"> V</tspan>
        </text>
        {amps === null ? null : (
          <text x={left + BOX - 8} y={215} textAnchor="end">
            <SvgFigure text={figure(amps, 0)} size={18} />
            <tspan fontSize="13"> A</tspan>
          </text>
        )}
      </g>
    </g>
  );
};
