import { LOG_STATE_WORDS, pointName, type LogFigures, type ValueLog } from '@vaktman/core';
import styled from 'styled-components';
import { SvgFigure } from '../control/Figure';

const Svg = styled.svg`
  display: block;
  width: 100%;
  height: auto;
  font-family: 'Archivo Variable', sans-serif;
  font-stretch: 78%;
`;
const WIDTH = 848;
const LEFT = 56;
const RIGHT = 820;
const TOP = 64;
const FLOOR = 250;
const HEIGHT = 276;
const SHORTEST_MINUTES = 5;

/** A value over its minutes, with pegs where something was done: hollow for a state, filled for what was moved. */
export const LogDrawing = ({
  log,
  figures,
  seconds,
}: {
  readonly log: ValueLog;
  readonly figures: LogFigures;
  readonly seconds: number;
}) => {
  const { lowest, highest } = figures;
  const minutes = Math.max(SHORTEST_MINUTES, Math.ceil(seconds / 60 / 5) * 5);
  const low = lowest?.volts ?? 0;
  const high = highest?.volts ?? 1;
  const room = Math.max(0.05, (high - low) * 0.15);
  const xOf = (atS: number): number => LEFT + ((RIGHT - LEFT) * atS) / (minutes * 60);
  const yOf = (volts: number): number => FLOOR - ((FLOOR - TOP) * (volts - low + room)) / (high - low + 2 * room);
  return (
    <Svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label="The value over time, with what was done">
      {[low, high].map((volts, index) => (
        <g key={index === 0 ? 'low' : 'high'}>
          <path d={`M${LEFT} ${yOf(volts)}H${RIGHT}`} stroke="var(--rule)" />
          <text x={LEFT - 8} y={yOf(volts) + 5} textAnchor="end" fill="var(--ink-2)">
            <SvgFigure text={volts.toFixed(2)} size={13} />
          </text>
        </g>
      ))}
      <path d={`M${LEFT} ${FLOOR}H${RIGHT}`} stroke="var(--ink)" strokeWidth="1.4" />
      {Array.from({ length: minutes / 5 + 1 }, (_, index) => (
        <text key={index} x={xOf(index * 300)} y={FLOOR + 20} textAnchor="middle" fontSize="13.5" fill="var(--ink-2)">
          {index * 5}
          {index === minutes / 5 ? ' min' : ''}
        </text>
      ))}
      {log.marks.map((mark, index) => {
        const x = xOf(mark.atS);
        const wiggled = mark.kind === 'wiggled';
        const moved = wiggled && figures.wiggles.some((own) => own.atS === mark.atS && own.moved);
        const words =
          mark.kind === 'state' ? LOG_STATE_WORDS[mark.state] : mark.joint === null ? 'moved' : pointName(mark.joint);
        return (
          <g key={`${mark.atS} ${words}`}>
            <path
              d={`M${x} ${TOP - 18}V${FLOOR}`}
              stroke={moved ? 'var(--failed)' : 'var(--ink)'}
              strokeDasharray={wiggled ? undefined : '4 4'}
            />
            <path
              d={`M${x} ${TOP - 26}h11l4 7l-4 7h-11z`}
              fill={wiggled ? (moved ? 'var(--failed)' : 'var(--ink)') : 'var(--paper)'}
              stroke={moved ? 'var(--failed)' : 'var(--ink)'}
            />
            <text
              x={x}
              y={index % 2 === 0 ? 14 : 31}
              fontSize="14"
              fontWeight={wiggled ? 700 : 460}
              fill={moved ? 'var(--failed)' : 'var(--ink)'}
            >
              {words}
            </text>
          </g>
        );
      })}
      {log.samples.length === 0 ? null : (
        <polyline
          points={log.samples.map(([atS, volts]) => `${xOf(atS).toFixed(1)},${yOf(volts).toFixed(1)}`).join(' ')}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="2"
        />
      )}
      {log.samples.map(([atS, volts], index) =>
        index === log.samples.length - 1 || log.samples.length < 40 ? (
          <circle
            key={atS}
            cx={xOf(atS)}
            cy={yOf(volts)}
            r={index === log.samples.length - 1 ? 6 : 3}
            fill="var(--ink)"
          />
        ) : null,
      )}
    </Svg>
  );
};
