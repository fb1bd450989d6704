import { BATTERY_HEIGHT, BATTERY_WIDTH, bankLayout, type Bank, type BankLayout } from '@vaktman/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import { SvgFigure } from '../control/Figure';
import { MARK_WORDS, MarkShape, type MarkKind } from '../control/Mark';
import { cloudPath } from './cloudPath';
import { Pressable } from './Pressable';

/** What is written on one battery. */
export interface BatteryFace {
  /** The value that counts, such as `9.84`, with its unit; null when there is none. */
  readonly value: string | null;
  readonly unit: string;
  readonly note: string;
  readonly mark: MarkKind | null;
}

const Svg = styled.svg`
  display: block;
  width: 100%;
  height: auto;
  font-family: 'Archivo Variable', sans-serif;
  font-stretch: 80%;
  .battery:focus-visible {
    outline: none;
  }
  .battery:focus-visible rect.case {
    stroke: var(--steel);
    stroke-width: 5;
  }
  .pressable {
    cursor: pointer;
  }
  .pressable:hover text.letter {
    text-decoration: underline;
  }
`;

const SIDE_COLOUR = { positive: 'var(--copper)', negative: 'var(--steel)', link: 'var(--ink-3)' } as const;

const path = (points: BankLayout['cables'][number]['points']): string =>
  points.map(([x, y], index) => `${index === 0 ? 'M' : 'L'}${x} ${y}`).join('');

const Post = ({ at, sign, cut }: { at: readonly [number, number]; sign: '+' | '−'; cut: boolean }) => (
  <g>
    <circle cx={at[0]} cy={at[1]} r="11" fill="var(--paper)" stroke="var(--ink)" strokeWidth="1.5" />
    <text
      x={at[0]}
      y={at[1] + 6}
      textAnchor="middle"
      fontSize="18"
      fontWeight="700"
      fill={cut ? 'var(--ink)' : sign === '+' ? 'var(--copper)' : 'var(--steel)'}
    >
      {sign}
    </text>
  </g>
);

const Face = ({
  battery,
  face,
  live,
  onPress,
}: {
  battery: BankLayout['batteries'][number];
  face: BatteryFace | undefined;
  live: boolean;
  onPress: ((position: string) => void) | undefined;
}) => {
  const { x, y, position } = battery;
  const centre = x + BATTERY_WIDTH / 2;
  const ink = live ? 'var(--on-live)' : 'var(--ink)';
  const said =
    face === undefined
      ? ''
      : `${face.value === null ? '' : `${face.value} ${face.unit}, `}${face.note} ${face.mark === null ? '' : MARK_WORDS[face.mark]}`;
  const press = onPress === undefined ? undefined : () => onPress(position);
  return (
    <Pressable className="battery" label={`Battery ${position}. ${said}`} onPress={press}>
      <rect
        className="case"
        x={x}
        y={y}
        width={BATTERY_WIDTH}
        height={BATTERY_HEIGHT}
        rx="3"
        fill={live ? 'var(--live)' : 'var(--raised)'}
        stroke="var(--ink)"
        strokeWidth={live ? 3 : 1.8}
      />
      <text className="letter" x={centre} y={y + 34} textAnchor="middle" fontSize="31" fontWeight="760" fill={ink}>
        {position}
      </text>
      {face?.value === null || face === undefined ? null : (
        <text x={centre} y={y + 66} textAnchor="middle" fill={face.mark === 'failed' && !live ? 'var(--failed)' : ink}>
          <SvgFigure text={face.value} size={25} />
          <tspan fontSize="15"> {face.unit}</tspan>
        </text>
      )}
      {face === undefined || face.note === '' ? null : (
        <text
          x={centre}
          y={face.value === null ? y + 66 : y + 84}
          textAnchor="middle"
          fontSize={face.value === null ? 19 : 14}
          fontWeight="600"
          fill={live ? ink : 'var(--ink-2)'}
        >
          {face.note}
        </text>
      )}
      {face === undefined || face.mark === null || live ? null : (
        <g transform={`translate(${centre - 50} ${y + BATTERY_HEIGHT - 28})`}>
          <MarkShape kind={face.mark} />
          <text
            x="27"
            y="15"
            fontSize="14.5"
            fontWeight="700"
            letterSpacing="0.5"
            fill={face.mark === 'marginal' ? 'var(--marginal-ink)' : `var(--${face.mark})`}
          >
            {MARK_WORDS[face.mark].toUpperCase()}
          </text>
        </g>
      )}
    </Pressable>
  );
};

/** The bank in its true arrangement. A battery under test is drawn live and cut off from the cables. */
export const BankDrawing = ({
  bank,
  faces,
  live,
  onPress,
}: {
  bank: Bank;
  faces: Readonly<Record<string, BatteryFace>>;
  live?: string | undefined;
  onPress?: ((position: string) => void) | undefined;
}) => {
  const layout = useMemo(() => bankLayout(bank), [bank]);
  return (
    <Svg
      viewBox={`-4 -4 ${layout.width + 8} ${layout.height + 8}`}
      role="group"
      aria-label={`Bank of ${bank.batteries.length}, ${bank.arrangement}`}
      style={{ maxWidth: layout.width * 1.35 }}
    >
      {layout.boxes.map((box) => (
        <g key={`${box.x} ${box.y}`}>
          <rect
            x={box.x}
            y={box.y}
            width={box.width}
            height={box.height}
            rx="3"
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.8"
          />
          <text x={box.x} y={box.y + box.height + 17} fontSize="15" fill="var(--ink-2)">
            {box.label}
          </text>
        </g>
      ))}
      {layout.batteries
        .filter(({ position }) => position !== live)
        .map((battery) => (
          <Face
            key={battery.position}
            battery={battery}
            face={faces[battery.position]}
            live={battery.position === live}
            onPress={onPress}
          />
        ))}
      {layout.cables.map(({ side, points }) => (
        <g
          key={`${side} ${path(points)}`}
          fill="none"
          strokeLinejoin="round"
          strokeLinecap="square"
          pointerEvents="none"
        >
          <path d={path(points)} stroke="var(--ink)" strokeWidth="8" />
          <path d={path(points)} stroke={SIDE_COLOUR[side]} strokeWidth="5.4" />
        </g>
      ))}
      {/* A battery under test is cut off: it lies over the cables. */}
      {layout.batteries
        .filter(({ position }) => position === live)
        .map((battery) => (
          <Face
            key={battery.position}
            battery={battery}
            face={faces[battery.position]}
            live={battery.position === live}
            onPress={onPress}
          />
        ))}
      {layout.batteries.map((battery) => (
        <g key={battery.position} pointerEvents="none">
          {battery.position === live ? (
            <>
              <circle cx={battery.plus[0]} cy={battery.plus[1]} r="17" fill="var(--live)" />
              <circle cx={battery.minus[0]} cy={battery.minus[1]} r="17" fill="var(--live)" />
            </>
          ) : null}
          <Post at={battery.plus} sign="+" cut={battery.position === live} />
          <Post at={battery.minus} sign="−" cut={battery.position === live} />
          {faces[battery.position]?.mark === 'failed' && battery.position !== live ? (
            <path
              d={cloudPath(battery.x - 3, battery.y - 3, BATTERY_WIDTH + 6, BATTERY_HEIGHT + 6)}
              fill="none"
              stroke="var(--failed)"
              strokeWidth="2.4"
            />
          ) : null}
        </g>
      ))}
    </Svg>
  );
};
