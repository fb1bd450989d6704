import type { Stretch, XY } from '@vaktman/core';
import { SvgFigure } from '../control/Figure';
import { MARK_WORDS } from '../control/Mark';
import { Words } from '../control/Words';
import { cloudPath, roundCloudPath } from './cloudPath';
import { MarkWord } from './MarkWord';
import { isInside } from './needles';
import { Cable, lineOf } from './PathCable';
import type { StretchFace } from './pathFaces';
import { Pressable } from './Pressable';

const saidOf = ({ value, unit, limit, mark }: StretchFace): string => {
  const against = limit === '' ? '' : `, ${limit}`;
  const word = mark === null ? '' : `, ${MARK_WORDS[mark]}`;
  return value === null ? (mark === null ? '' : `: not yet${against}`) : `: ${value} ${unit}${against}${word}`;
};

/** The limit goes under the value where the name's line has no room for it. */
const isLimitBelow = (room: number, { limit }: StretchFace): boolean => limit !== '' && room >= 140 && room < 200;

/** Digits that fit inside a machine of a width, and how far below its name; small alternators stand four in a row. */
const insideDigits = (width: number): { readonly size: number; readonly below: number } =>
  width >= 60 ? { size: 16, below: 18 } : width >= 54 ? { size: 14.5, below: 18 } : { size: 13, below: 16 };

/** Where the value and the mark of a line of several stand beside its name. */
const VALUE_X = 96;
const MARK_X = 160;

/** One of several lines: the name, what it loses, its mark and the word for it. */
const LabelLine = ({
  stretch,
  at: [x, y],
  face,
  bare,
}: {
  stretch: Stretch;
  at: XY;
  face: StretchFace | undefined;
  bare: boolean;
}) => (
  <g>
    <text x={x} y={y} fill="var(--ink)" className="name" fontSize="13.5" fontWeight="680">
      {stretch.name}
    </text>
    {face?.value == null ? null : (
      <text x={x + VALUE_X} y={y} fill={face.mark === 'failed' ? 'var(--failed)' : 'var(--ink)'}>
        <SvgFigure text={face.value} size={14} />
        <tspan fontSize="12"> {face.unit}</tspan>
      </text>
    )}
    {bare || face?.mark === null ? null : (
      <g transform={`translate(${x + MARK_X} ${y - 11}) scale(0.68)`}>
        <MarkWord x={0} y={0} mark={face?.mark ?? 'notyet'} />
      </g>
    )}
  </g>
);

const StretchLabel = ({
  stretch,
  face,
  bare,
}: {
  stretch: Stretch;
  face: StretchFace | undefined;
  /** Only the name: nothing is judged here. */
  bare: boolean;
}) => {
  if (stretch.label === null) return null;
  const [x, y] = stretch.label.at;
  if (isInside(stretch)) {
    const { size, below } = insideDigits(stretch.label.width);
    return (
      <text x={x} y={y} textAnchor="middle" fill="var(--ink)">
        <tspan className="name" fontSize="15" fontWeight="680">
          {stretch.name}
        </tspan>
        <tspan
          x={x}
          dy={below}
          fontSize="15"
          fontWeight="700"
          fill={face?.mark === 'failed' ? 'var(--failed)' : 'var(--ink)'}
        >
          {bare ? (
            ''
          ) : face?.value == null ? (
            face?.mark === null ? (
              ''
            ) : (
              'not yet'
            )
          ) : (
            <SvgFigure text={face.value} size={size} />
          )}
          {face?.value == null ? null : <tspan fontSize="13"> {face.unit}</tspan>}
        </tspan>
      </text>
    );
  }
  if (stretch.label.isLine === true)
    return <LabelLine stretch={stretch} at={stretch.label.at} face={face} bare={bare} />;
  const room = stretch.label.width;
  const isTight = stretch.label.isTight === true;
  const color = face?.mark === 'failed' ? 'var(--failed)' : 'var(--ink)';
  const value =
    face?.value == null ? null : (
      <tspan fill={color}>
        <SvgFigure text={face.value} size={isTight ? 15 : 18} />
        <tspan fontSize={isTight ? '12.5' : '14'}> {face.unit}</tspan>
      </tspan>
    );
  return (
    <g>
      <text x={x} y={y} fill="var(--ink)">
        <tspan className="name" fontSize="15.5" fontWeight="680">
          {stretch.name}
        </tspan>
        {isTight && value !== null ? <> {value}</> : null}
        {face === undefined || face.limit === '' || room < 200 ? null : (
          <tspan fontSize="13.5" fill="var(--ink-2)">
            {'  '}
            <Words>{face.limit}</Words>
          </tspan>
        )}
      </text>
      {value === null || isTight ? null : (
        <text x={x} y={y + 20}>
          {value}
        </text>
      )}
      {bare || face?.mark === null ? null : (
        <MarkWord x={value === null || isTight ? x : x + 58} y={y + 5} mark={face?.mark ?? 'notyet'} />
      )}
      {face === undefined || !isLimitBelow(room, face) ? null : (
        <text x={x} y={y + 40} fontSize="13.5" fill="var(--ink-2)">
          <Words>{face.limit}</Words>
        </text>
      )}
    </g>
  );
};

const LEAST_CLOUD = 152;
const CLOUD_PAD = 8;
/** Round the value and the word beside it, however narrow the place; round name, value and the word below where it is tight. */
const cloudWidth = ({ width, isTight }: NonNullable<Stretch['label']>): number =>
  isTight === true ? width + CLOUD_PAD : Math.min(Math.max(width, LEAST_CLOUD), 168);
const Failure = ({ stretch, face }: { stretch: Stretch; face: StretchFace }) => {
  // Between the lines of several there is no room for a cloud: colour, mark and word say it.
  if (stretch.label === null || stretch.label.isLine === true) return null;
  const { at, inside } = stretch.label;
  if (inside !== undefined)
    return (
      <path
        d={roundCloudPath(inside.middle, inside.radius)}
        fill="none"
        stroke="var(--failed)"
        strokeWidth="2.2"
        pointerEvents="none"
      />
    );
  const [x, y] = at;
  const centred = isInside(stretch);
  const limitBelow = !centred && isLimitBelow(stretch.label.width, face);
  return (
    <path
      d={cloudPath(
        centred ? x - 46 : x - CLOUD_PAD,
        y - 18,
        centred ? 92 : cloudWidth(stretch.label),
        limitBelow ? 70 : 48,
      )}
      fill="none"
      stroke="var(--failed)"
      strokeWidth="2.2"
      pointerEvents="none"
    />
  );
};

/** One stretch of the circuit: its cables, its name, what it loses and how that is judged. */
export const PathStretch = ({
  stretch,
  face,
  isCurrent,
  bare,
  onPress,
}: {
  readonly stretch: Stretch;
  readonly face: StretchFace | undefined;
  /** It is being measured. */
  readonly isCurrent: boolean;
  /** Only its name: nothing is judged here. */
  readonly bare: boolean;
  readonly onPress: (() => void) | undefined;
}) => (
  <Pressable label={`${stretch.name}${face === undefined ? '' : saidOf(face)}`} className="stretch" onPress={onPress}>
    {stretch.lines.map((line) => (
      <g key={lineOf(line)}>
        <path d={lineOf(line)} fill="none" stroke="transparent" strokeWidth="48" pointerEvents="stroke" />
        <path className="halo" d={lineOf(line)} fill="none" strokeWidth={stretch.thickness + 7} />
        {isCurrent ? (
          <path d={lineOf(line)} fill="none" stroke="var(--live)" strokeWidth={stretch.thickness + 6} />
        ) : null}
        <Cable line={line} side={stretch.side} thickness={stretch.thickness} />
      </g>
    ))}
    {stretch.label === null ? null : (
      <rect
        x={
          stretch.side === 'machine' && stretch.id !== 'starter.solenoid'
            ? stretch.label.at[0] - stretch.label.width / 2
            : stretch.label.at[0] - 4
        }
        y={stretch.label.at[1] - (stretch.label.isLine === true ? 12 : 20)}
        width={Math.min(stretch.label.width, 240)}
        height={stretch.label.isLine === true ? 15 : 50}
        fill="transparent"
      />
    )}
    <StretchLabel stretch={stretch} face={face} bare={bare} />
    {face?.mark === 'failed' ? <Failure stretch={stretch} face={face} /> : null}
  </Pressable>
);
