import { figure, pointName, type RunSection, type RunStretch, type SectionPoint } from '@vaktman/core';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { SvgFigure } from '../control/Figure';
import { MarkShape } from '../control/Mark';
import { cloudPath } from './cloudPath';
import { Pressable } from './Pressable';

const Svg = styled.svg`
  display: block;
  width: 100%;
  height: auto;
  font-family: 'Archivo Variable', sans-serif;
  font-stretch: 78%;
  .pressable {
    cursor: pointer;
  }
  .pressable:focus-visible {
    outline: none;
  }
  .pressable:hover .name,
  .pressable:focus-visible .name {
    text-decoration: underline;
  }
  .pressable:focus-visible .ground {
    stroke: var(--steel);
    stroke-width: 3;
  }
`;

const WIDTH = 848;
const LEFT = 74;
const RIGHT = 800;
const TOP = 34;
const FLOOR = 368;
const LINE_Y = 424;
const NAMES_Y = 476;
const ROW_Y = 530;
const HEIGHT = 570;
/** Volts between two lines of the grid, the first that leaves at most eight of them. */
const GRIDS = [0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5] as const;

const gridOf = (highest: number): number => GRIDS.find((step) => highest / step <= 8) ?? 10;

/** A name in two lines of about the same length. */
const inTwo = (words: string): readonly string[] => {
  const parts = words.split(' ');
  if (words.length < 13 || parts.length < 2) return [words];
  const cut = parts.findIndex((_, index) => parts.slice(0, index + 1).join(' ').length >= words.length / 2 - 2) + 1;
  return [parts.slice(0, cut).join(' '), parts.slice(cut).join(' ')].filter((line) => line !== '');
};

const Names = ({ x, point, bold }: { x: number; point: string; bold: boolean }) => (
  <text x={x} y={NAMES_Y} textAnchor="middle" fontSize="14.5" fontWeight={bold ? 720 : 460} fill="var(--ink)">
    {inTwo(pointName(point)).map((line, index) => (
      <tspan key={line} className="name" x={x} dy={index === 0 ? 0 : 17}>
        {line}
      </tspan>
    ))}
  </text>
);

const ROW_WORDS: Readonly<Record<SectionPoint['state'], string>> = {
  start: '0.00',
  read: '',
  next: 'next',
  spared: 'no need',
};

/** One stretch as a step up, with what it loses; the worst is hatched, its figure large beside it. */
const StretchStep = ({
  stretch,
  isWorst,
  ends,
}: {
  readonly stretch: RunStretch;
  readonly isWorst: boolean;
  /** Where it begins and ends in the drawing. */
  readonly ends: readonly [x1: number, y1: number, x2: number, y2: number];
}) => {
  const [x1, y1, x2, y2] = ends;
  const middle = (x1 + x2) / 2;
  const over = stretch.volts > stretch.limitVolts;
  const width = isWorst ? 48 : 26;
  return (
    <g>
      {isWorst ? (
        <rect
          x={x1}
          y={Math.min(y1, y2)}
          width={x2 - x1}
          height={Math.abs(y1 - y2)}
          fill="url(#run-hatch)"
          fillOpacity="0.55"
          stroke="var(--failed)"
          strokeDasharray="5 4"
        />
      ) : null}
      <path d={`M${x1} ${y1}H${middle}M${middle} ${y2}H${x2}`} stroke="var(--ink)" strokeWidth="3" fill="none" />
      <rect
        x={middle - width / 2}
        y={Math.min(y1, y2)}
        width={width}
        height={Math.max(1.5, Math.abs(y1 - y2))}
        fill={over ? 'var(--failed)' : 'var(--steel)'}
        stroke="var(--ink)"
        strokeWidth="1"
      />
      <text
        x={isWorst ? Math.max(170, x1 - 14) : middle - width / 2}
        y={isWorst ? Math.max(104, Math.min(y1, y2) + 88) : Math.min(y1, y2) - 12}
        textAnchor="end"
        fill={over ? 'var(--failed)' : 'var(--ink)'}
      >
        <SvgFigure text={figure(stretch.volts, 2)} size={isWorst ? 84 : 26} />
      </text>
      <g
        transform={`translate(${isWorst ? Math.max(58, x1 - 150) : middle} ${isWorst ? Math.max(116, Math.min(y1, y2) + 102) : Math.min(y1, y2) - 30})`}
      >
        <MarkShape kind={over ? (isWorst ? 'failed' : 'marginal') : 'passed'} />
        <text x="27" y="16" fontSize="15" fontWeight="700" fill={over ? 'var(--failed)' : 'var(--passed)'}>
          {over ? (isWorst ? 'FAILED' : 'OVER') : 'PASSED'}
        </text>
        {isWorst ? (
          <text x="0" y="42" fontSize="16" fontWeight="620" fill="var(--ink)">
            <Words>{`limit ${figure(stretch.limitVolts, 2)} V a stretch`}</Words>
          </text>
        ) : null}
      </g>
    </g>
  );
};

/**
 * A run of cable as a section: its points evenly spaced on the ground line, the volts lost so far as height. Where it loses,
 * the section jumps; the stretch that loses most is hatched and clouded.
 */
export const RunDrawing = ({
  section,
  limitVolts,
  chosen,
  onPress,
}: {
  readonly section: RunSection;
  readonly limitVolts: number;
  /** The point that is being read. */
  readonly chosen: string | null;
  readonly onPress: (point: string) => void;
}) => {
  const { points, stretches, worst } = section;
  const highest = Math.max(limitVolts, ...points.map(({ volts }) => volts ?? 0)) * 1.12;
  const grid = gridOf(highest);
  const xOf = (point: string): number =>
    LEFT + ((RIGHT - LEFT) * points.findIndex((own) => own.point === point)) / Math.max(1, points.length - 1);
  const yOf = (volts: number): number => FLOOR - ((FLOOR - TOP) * volts) / highest;
  const voltsAt = (point: string): number => points.find((own) => own.point === point)?.volts ?? 0;
  const lines = Array.from({ length: Math.floor(highest / grid) + 1 }, (_, index) => index * grid);
  return (
    <Svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="group" aria-label="Volts lost along the run">
      <defs>
        <pattern id="run-hatch" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V9" stroke="var(--failed)" strokeWidth="1.6" />
        </pattern>
      </defs>
      <text x="2" y="16" fontSize="14" fill="var(--ink-2)">
        V
      </text>
      {lines.map((volts) => (
        <g key={volts}>
          <path d={`M46 ${yOf(volts)}H${WIDTH}`} stroke="var(--rule)" strokeWidth={volts === 0 ? 1.6 : 1} />
          <text x="38" y={yOf(volts) + 5} textAnchor="end" fill="var(--ink-2)">
            <SvgFigure text={volts.toFixed(grid < 0.1 ? 2 : 1)} size={14} />
          </text>
        </g>
      ))}
      {points.map(({ point, volts }) =>
        volts === null ? null : (
          <path
            key={point}
            d={`M${xOf(point)} ${yOf(volts)}V${LINE_Y - 14}`}
            stroke="var(--ink-3)"
            strokeDasharray="2 4"
            fill="none"
          />
        ),
      )}
      {stretches.map((stretch) => (
        <StretchStep
          key={stretch.to}
          stretch={stretch}
          isWorst={worst?.to === stretch.to}
          ends={[xOf(stretch.from), yOf(voltsAt(stretch.from)), xOf(stretch.to), yOf(voltsAt(stretch.to))]}
        />
      ))}
      <path d={`M${LEFT} ${LINE_Y}H${RIGHT}`} stroke="var(--ink)" strokeWidth="11" />
      <path d={`M${LEFT} ${LINE_Y}H${RIGHT}`} stroke="var(--steel)" strokeWidth="8" />
      {worst === null ? null : (
        <path
          d={cloudPath(xOf(worst.from) + 8, LINE_Y - 26, xOf(worst.to) - xOf(worst.from) - 16, 52)}
          fill="none"
          stroke="var(--failed)"
          strokeWidth="2.2"
        />
      )}
      <path d={`M0 ${ROW_Y - 26}H${WIDTH}M0 ${HEIGHT - 8}H${WIDTH}`} stroke="var(--rule)" strokeWidth="1.4" />
      {points.map(({ point, volts, state }, index) => {
        const x = xOf(point);
        const isChosen = chosen === point;
        const words = volts === null ? ROW_WORDS[state] : figure(volts, 2);
        return (
          <Pressable
            key={point}
            className="point"
            label={`${pointName(point)}: ${volts === null ? words : `${words} V`}`}
            pressed={isChosen}
            onPress={index === 0 ? undefined : () => onPress(point)}
          >
            <rect
              className="ground"
              x={x - 46}
              y={LINE_Y - 24}
              width="92"
              height={HEIGHT - LINE_Y + 12}
              fill="transparent"
            />
            <circle
              cx={x}
              cy={LINE_Y}
              r="15"
              fill={isChosen || index === 0 ? 'var(--ink)' : 'var(--paper)'}
              stroke="var(--ink)"
              strokeWidth="1.8"
            />
            <text
              x={x}
              y={LINE_Y + 6}
              textAnchor="middle"
              fontSize="16"
              fontWeight="720"
              fill={isChosen || index === 0 ? 'var(--paper)' : 'var(--ink)'}
            >
              {index + 1}
            </text>
            <Names x={x} point={point} bold={isChosen} />
            {isChosen ? <rect x={x - 46} y={ROW_Y - 19} width="92" height="34" fill="var(--ink)" /> : null}
            <text
              x={x}
              y={ROW_Y + 6}
              textAnchor="middle"
              fontSize="16"
              fill={isChosen ? 'var(--paper)' : volts === null ? 'var(--ink-2)' : 'var(--ink)'}
            >
              {isChosen ? 'next' : volts === null ? words : <SvgFigure text={words} size={22} />}
            </text>
          </Pressable>
        );
      })}
    </Svg>
  );
};
