import { figure, present } from '@vaktman/core';
import styled from 'styled-components';
import { SvgFigure } from '../control/Figure';
import { LadderRung, LadderShare } from './LadderRung';
import { PATH_X, ROW, STRIP_W, STRIP_X, TOP, type Rung, type RungName } from './ladderRungs';

const Svg = styled.svg`
  display: block;
  width: 100%;
  height: auto;
  font-family: 'Archivo Variable', sans-serif;
  font-stretch: 78%;
  .rung {
    cursor: pointer;
  }
  .rung:focus-visible {
    outline: none;
  }
  .rung:focus-visible .title,
  .rung:hover .title {
    text-decoration: underline;
  }
  .rung:focus-visible .ground {
    stroke: var(--steel);
    stroke-width: 3;
  }
`;

/**
 * The starting circuit unrolled from the bank's cranking volts to zero: a strip true to scale, a rung a stretch with its
 * volts against the limit, and what is left at each point.
 */
export const LadderDrawing = ({
  sourceVolts,
  rungs,
  points,
  chosen,
  onPress,
}: {
  sourceVolts: number | null;
  rungs: readonly Rung[];
  /** Numbers of the test points between the rungs, from the bank's positive post down. */
  points: readonly number[];
  chosen: RungName | null;
  onPress: (rung: RungName) => void;
}) => {
  const height = rungs.length * ROW;
  const scale = sourceVolts === null || sourceVolts <= 0 ? 0 : height / sourceVolts;
  const read = rungs.reduce((sum, { volts }) => sum + (volts ?? 0), 0);
  const starts: number[] = [];
  let down = 0;
  for (const { volts } of rungs) {
    starts.push(down);
    down += (volts ?? 0) * scale;
  }
  let left: number | null = sourceVolts;
  const leftAt: (number | null)[] = [sourceVolts];
  for (const { volts } of rungs) {
    left = left === null || volts === null ? null : left - volts;
    leftAt.push(left);
  }
  leftAt[leftAt.length - 1] = sourceVolts === null ? null : 0;
  return (
    <Svg viewBox={`0 0 860 ${TOP + height + 16}`} role="group" aria-label="Voltage ladder while cranking">
      <text x={PATH_X + 74} y="18" fontSize="16" fontWeight="680" fill="var(--ink)">
        Where the volts went
      </text>
      {[
        ['against limit', 520],
        ['volts lost', 652],
        ['volts left', 850],
      ].map(([words, x]) => (
        <text key={words} x={x} y="18" textAnchor="end" fontSize="14.5" fill="var(--ink-2)">
          {words}
        </text>
      ))}
      <rect
        x={STRIP_X}
        y={TOP}
        width={STRIP_W}
        height={height}
        fill="var(--raised)"
        stroke="var(--ink)"
        strokeWidth="1.8"
      />
      {sourceVolts === null ? null : (
        <text
          transform={`translate(30 ${TOP + height / 2}) rotate(-90)`}
          textAnchor="middle"
          fontSize="15"
          fill="var(--ink)"
        >
          <SvgFigure text={figure(sourceVolts, 2)} size={20} /> V across the bank, cranking
        </text>
      )}
      {rungs.map((rung, index) =>
        rung.volts === null || scale === 0 ? null : (
          <LadderShare
            key={rung.name}
            rung={rung}
            y={TOP + index * ROW}
            start={TOP + Math.min(height, present(starts[index]))}
            end={TOP + Math.min(height, present(starts[index]) + rung.volts * scale)}
          />
        ),
      )}
      {rungs.map((rung, index) => (
        <LadderRung
          key={rung.name}
          rung={rung}
          y={TOP + index * ROW}
          chosen={chosen === rung.name}
          sourceVolts={sourceVolts}
          onPress={() => onPress(rung.name)}
        />
      ))}
      {points.map((number, index) => {
        const y = TOP + index * ROW;
        return (
          <g key={number} pointerEvents="none">
            <path d={`M${PATH_X - 52} ${y}H786`} stroke="var(--rule)" strokeWidth="1" />
            <circle cx={PATH_X - 62} cy={y} r="12" fill="var(--paper)" stroke="var(--ink)" strokeWidth="1.6" />
            <text x={PATH_X - 62} y={y + 5} textAnchor="middle" fontSize="14.5" fontWeight="700" fill="var(--ink)">
              {number}
            </text>
            <circle cx={PATH_X} cy={y} r="4.5" fill="var(--ink)" />
            {leftAt[index] == null ? null : (
              <text x="850" y={y + 6} textAnchor="end" fill="var(--ink)">
                <SvgFigure text={figure(leftAt[index], 2)} size={17} />
              </text>
            )}
          </g>
        );
      })}
      {sourceVolts === null || read <= sourceVolts + 1e-9 ? null : (
        <text x={STRIP_X + STRIP_W / 2} y={TOP + height + 14} textAnchor="middle" fontSize="13" fill="var(--failed)">
          too much
        </text>
      )}
    </Svg>
  );
};
