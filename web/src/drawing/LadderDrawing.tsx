import { figure, present } from '@vaktman/core';
import styled from 'styled-components';
import { SvgFigure } from '../control/Figure';
import { MARK_WORDS, MarkShape, type MarkKind } from '../control/Mark';
import { cloudPath } from './cloudPath';

export type RungName = 'positive' | 'solenoid' | 'motor' | 'negative';

/** One rung: what a stretch takes of the bank's cranking volts. */
export interface Rung {
  readonly name: RungName;
  readonly title: string;
  readonly volts: number | null;
  /** Highest volts it may take; null for the motor, which takes what is left for the work. */
  readonly limitVolts: number | null;
  readonly mark: MarkKind;
  readonly from: number;
  readonly to: number;
}

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

const TOP = 34;
const ROW = 104;
const STRIP_X = 54;
const STRIP_W = 48;
const PATH_X = 236;
const COLOURS: Readonly<Record<RungName, string>> = {
  positive: 'var(--copper)',
  solenoid: 'var(--copper)',
  motor: 'var(--raised)',
  negative: 'var(--steel)',
};

/** The starter's own circuit between the rungs, unrolled: cable, solenoid, motor, ground cable. */
const Piece = ({ name, y }: { name: RungName; y: number }) => {
  const cable = (colour: string) => (
    <g>
      <path d={`M${PATH_X} ${y}v${ROW}`} stroke="var(--ink)" strokeWidth="13" />
      <path d={`M${PATH_X} ${y}v${ROW}`} stroke={colour} strokeWidth="10" />
      <path
        d={`M${PATH_X - 10} ${y + 14}h20v10h-20zM${PATH_X - 10} ${y + ROW - 24}h20v10h-20z`}
        fill={colour}
        stroke="var(--ink)"
        strokeWidth="1.4"
      />
    </g>
  );
  switch (name) {
    case 'positive':
      return cable('var(--copper)');
    case 'negative':
      return cable('var(--steel)');
    case 'solenoid':
      return (
        <g>
          <path d={`M${PATH_X} ${y}v${ROW}`} stroke="var(--ink)" strokeWidth="11" />
          <path d={`M${PATH_X} ${y}v${ROW}`} stroke="var(--copper)" strokeWidth="8" />
          <rect
            x={PATH_X - 46}
            y={y + 28}
            width="92"
            height={ROW - 56}
            rx="5"
            fill="var(--raised)"
            stroke="var(--ink)"
            strokeWidth="1.8"
          />
          <path
            d={`M${PATH_X - 22} ${y + 40}h44M${PATH_X - 22} ${y + ROW - 40}h44M${PATH_X} ${y + 40}v${ROW - 80}`}
            stroke="var(--ink)"
            strokeWidth="3"
          />
        </g>
      );
    case 'motor':
      return (
        <g>
          <rect
            x={PATH_X - 50}
            y={y + 6}
            width="100"
            height={ROW - 12}
            rx="9"
            fill="var(--raised)"
            stroke="var(--ink)"
            strokeWidth="1.8"
          />
          <circle cx={PATH_X} cy={y + ROW / 2} r="24" fill="none" stroke="var(--ink)" strokeWidth="1.6" />
          <text x={PATH_X} y={y + ROW / 2 + 8} textAnchor="middle" fontSize="23" fontWeight="740" fill="var(--ink)">
            M
          </text>
        </g>
      );
  }
};

const Against = ({ rung, x, y }: { rung: Rung; x: number; y: number }) => {
  if (rung.limitVolts === null) return null;
  const full = 50;
  const share = rung.volts === null ? null : Math.min(1.4, rung.volts / rung.limitVolts);
  return (
    <g>
      <path d={`M${x} ${y - 11}v22M${x + full} ${y - 15}v30`} stroke="var(--ink)" strokeWidth="1" />
      <path d={`M${x + full} ${y - 15}v30`} stroke="var(--ink)" strokeWidth="3" />
      {share === null ? (
        <rect x={x} y={y - 6} width={full - 12} height="12" fill="none" stroke="var(--ink-3)" strokeDasharray="3 3" />
      ) : (
        <rect
          x={x}
          y={y - 6}
          width={Math.max(2, share * full)}
          height="12"
          fill={rung.mark === 'failed' ? 'var(--failed)' : COLOURS[rung.name]}
        />
      )}
    </g>
  );
};

/** A stretch's share of the strip that is true to scale, and the lines that lead from it to its rung. */
const Share = ({ rung, y, start, end }: { rung: Rung; y: number; start: number; end: number }) => {
  const shade = rung.mark === 'failed' ? 'var(--failed)' : COLOURS[rung.name];
  return (
    <g pointerEvents="none">
      <rect
        x={STRIP_X + 1}
        y={start}
        width={STRIP_W - 2}
        height={Math.max(1.5, end - start)}
        fill={shade}
        stroke={rung.name === 'motor' ? 'none' : 'var(--ink)'}
        strokeWidth="0.8"
      />
      <path
        d={`M${STRIP_X + STRIP_W} ${start}L${PATH_X - 66} ${y}V${y + ROW}L${STRIP_X + STRIP_W} ${end}z`}
        fill={rung.name === 'motor' ? 'none' : shade}
        fillOpacity="0.13"
        stroke="var(--ink)"
        strokeWidth="0.7"
      />
    </g>
  );
};

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
          <Share
            key={rung.name}
            rung={rung}
            y={TOP + index * ROW}
            start={TOP + Math.min(height, present(starts[index]))}
            end={TOP + Math.min(height, present(starts[index]) + rung.volts * scale)}
          />
        ),
      )}
      {rungs.map((rung, index) => {
        const y = TOP + index * ROW;
        const failed = rung.mark === 'failed';
        return (
          <g
            key={rung.name}
            className="rung"
            role="button"
            tabIndex={0}
            aria-pressed={chosen === rung.name}
            aria-label={`${rung.title}: ${rung.volts === null ? 'not yet' : `${figure(rung.volts, 2)} V, ${MARK_WORDS[rung.mark]}`}`}
            onClick={() => onPress(rung.name)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' && event.key !== ' ') return;
              event.preventDefault();
              onPress(rung.name);
            }}
          >
            <rect
              className="ground"
              x={PATH_X + 66}
              y={y + 2}
              width={724 - PATH_X}
              height={ROW - 4}
              fill={chosen === rung.name ? 'var(--shade)' : 'transparent'}
            />
            <Piece name={rung.name} y={y} />
            <text className="title" x={PATH_X + 76} y={y + 44} fontSize="21" fontWeight="680" fill="var(--ink)">
              {rung.title}
            </text>
            <text x={PATH_X + 76} y={y + 66} fontSize="15" fill="var(--ink-2)">
              {rung.limitVolts === null
                ? sourceVolts === null || rung.volts === null
                  ? 'what is left for the work'
                  : `${figure((100 * rung.volts) / sourceVolts, 0)} of every 100 volts do the work`
                : `limit ${figure(rung.limitVolts, 2)} V`}
            </text>
            <Against rung={rung} x={470} y={y + 48} />
            <text x="652" y={y + 57} textAnchor="end" fill={failed ? 'var(--failed)' : 'var(--ink)'}>
              {rung.volts === null ? (
                <tspan fontSize="20" fill="var(--ink-3)">
                  not yet
                </tspan>
              ) : (
                <SvgFigure text={figure(rung.volts, 2)} size={27} />
              )}
            </text>
            <g transform={`translate(668 ${y + 37})`}>
              <MarkShape kind={rung.mark} />
              <text
                x="26"
                y="15.5"
                fontSize="14.5"
                fontWeight="700"
                fill={rung.mark === 'marginal' ? 'var(--marginal-ink)' : `var(--${rung.mark})`}
              >
                {rung.limitVolts === null && rung.volts !== null ? 'FOR WORK' : MARK_WORDS[rung.mark].toUpperCase()}
              </text>
            </g>
            {failed ? (
              <path
                d={cloudPath(PATH_X - 56, y + 10, 112, ROW - 20)}
                fill="none"
                stroke="var(--failed)"
                strokeWidth="2.4"
              />
            ) : null}
          </g>
        );
      })}
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
