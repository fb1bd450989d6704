import { pathLayout, pointName, type Leads, type PathLayout, type Stretch, type Unit, type XY } from '@vaktman/core';
import { useMemo, type KeyboardEvent } from 'react';
import styled from 'styled-components';
import { SvgFigure } from '../control/Figure';
import { MARK_WORDS, MarkShape, type MarkKind } from '../control/Mark';
import type { BatteryFace } from './BankDrawing';
import { cloudPath } from './cloudPath';
import type { PathFaces, StretchFace } from './pathFaces';
import { PathLeads, spotOf } from './PathLeads';
import { PathPart } from './PathParts';

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
  .pressable .halo {
    stroke: transparent;
  }
  .pressable:hover .halo,
  .pressable:focus-visible .halo {
    stroke: var(--ink-3);
  }
  .pressable:hover .name,
  .pressable:focus-visible .name {
    text-decoration: underline;
  }
  .battery:focus-visible rect {
    stroke: var(--steel);
    stroke-width: 5;
  }
  .joint:focus-visible .ring,
  .joint:hover .ring {
    stroke: var(--steel);
    stroke-width: 3;
  }
`;

const COLOUR = {
  positive: 'var(--copper)',
  negative: 'var(--steel)',
  link: 'var(--ink-3)',
  control: 'var(--ink)',
  machine: 'var(--copper)',
} as const;

const lineOf = (points: readonly XY[]): string =>
  points.map(([x, y], index) => `${index === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');

const Cable = ({ line, side, thickness }: { line: readonly XY[]; side: keyof typeof COLOUR; thickness: number }) =>
  side === 'control' ? (
    <path d={lineOf(line)} fill="none" stroke={COLOUR.control} strokeWidth="1.8" />
  ) : (
    <g fill="none" strokeLinejoin="round">
      <path d={lineOf(line)} stroke="var(--ink)" strokeWidth={thickness} />
      <path d={lineOf(line)} stroke={COLOUR[side]} strokeWidth={thickness - 2.6} />
    </g>
  );

const pressing = (press: (() => void) | undefined) =>
  press === undefined
    ? {}
    : {
        role: 'button',
        tabIndex: 0,
        onClick: press,
        onKeyDown: (event: KeyboardEvent) => {
          if (event.key !== 'Enter' && event.key !== ' ') return;
          event.preventDefault();
          press();
        },
      };

const saidOf = (face: StretchFace | undefined): string =>
  face === undefined
    ? ''
    : face.value === null
      ? `not yet${face.limit === '' ? '' : `, ${face.limit}`}`
      : `${face.value} ${face.unit}, ${face.limit === '' ? '' : `${face.limit}, `}${MARK_WORDS[face.mark]}`;

const MarkWord = ({ x, y, mark }: { x: number; y: number; mark: MarkKind }) => (
  <g transform={`translate(${x} ${y})`}>
    <MarkShape kind={mark} />
    <text
      x="25"
      y="15"
      fontSize="14"
      fontWeight="700"
      letterSpacing="0.4"
      fill={mark === 'marginal' ? 'var(--marginal-ink)' : `var(--${mark})`}
    >
      {MARK_WORDS[mark].toUpperCase()}
    </text>
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
  const inside = stretch.side === 'machine' && stretch.id !== 'starter.solenoid';
  if (inside) {
    return (
      <text x={x} y={y} textAnchor="middle" fill="var(--ink)">
        <tspan className="name" fontSize="15" fontWeight="680">
          {stretch.name}
        </tspan>
        <tspan
          x={x}
          dy="19"
          fontSize="15"
          fontWeight="700"
          fill={face?.mark === 'failed' ? 'var(--failed)' : 'var(--ink)'}
        >
          {bare ? '' : face?.value == null ? 'not yet' : <SvgFigure text={face.value} size={16} />}
          {face?.value == null ? null : <tspan fontSize="13"> {face.unit}</tspan>}
        </tspan>
      </text>
    );
  }
  const room = stretch.label.width;
  return (
    <g>
      <text x={x} y={y} fill="var(--ink)">
        <tspan className="name" fontSize="15.5" fontWeight="680">
          {stretch.name}
        </tspan>
        {face === undefined || face.limit === '' || room < 200 ? null : (
          <tspan fontSize="13.5" fill="var(--ink-2)">
            {'  '}
            {face.limit}
          </tspan>
        )}
      </text>
      {face?.value == null ? null : (
        <text x={x} y={y + 20} fill={face.mark === 'failed' ? 'var(--failed)' : 'var(--ink)'}>
          <SvgFigure text={face.value} size={18} />
          <tspan fontSize="14"> {face.unit}</tspan>
        </text>
      )}
      {bare ? null : <MarkWord x={face?.value == null ? x : x + 58} y={y + 5} mark={face?.mark ?? 'notyet'} />}
      {face === undefined || face.limit === '' || room >= 200 || room < 140 ? null : (
        <text x={x} y={y + 40} fontSize="13.5" fill="var(--ink-2)">
          {face.limit}
        </text>
      )}
    </g>
  );
};

const Failure = ({ stretch }: { stretch: Stretch }) => {
  if (stretch.label === null) return null;
  const [x, y] = stretch.label.at;
  const centred = stretch.side === 'machine' && stretch.id !== 'starter.solenoid';
  return (
    <path
      d={cloudPath(centred ? x - 46 : x - 8, y - 20, centred ? 92 : Math.min(stretch.label.width, 168), 54)}
      fill="none"
      stroke="var(--failed)"
      strokeWidth="2.2"
      pointerEvents="none"
    />
  );
};

const Battery = ({
  battery,
  face,
  press,
}: {
  battery: PathLayout['batteries'][number];
  face: BatteryFace | undefined;
  press: (() => void) | undefined;
}) => {
  const { x, y, width, height, position } = battery;
  const centre = x + width / 2;
  const roomy = height > 84;
  return (
    <g
      className={press === undefined ? 'battery' : 'battery pressable'}
      aria-label={`Battery ${position}${face?.value == null ? '' : `, ${face.value} ${face.unit} ${face.note}`}${face?.mark == null ? '' : `, ${MARK_WORDS[face.mark]}`}`}
      {...(press === undefined ? { role: 'img' } : pressing(press))}
    >
      <rect
        x={x}
        y={y}
        width={width}
        height={height}
        rx="3"
        fill="var(--raised)"
        stroke="var(--ink)"
        strokeWidth="1.8"
      />
      <text x={centre} y={y + 27} textAnchor="middle" fontSize="24" fontWeight="760" fill="var(--ink)" className="name">
        {position}
      </text>
      {face?.value == null ? null : (
        <text x={centre} y={y + 48} textAnchor="middle" fill={face.mark === 'failed' ? 'var(--failed)' : 'var(--ink)'}>
          <SvgFigure text={face.value} size={17} />
          <tspan fontSize="13"> {face.unit}</tspan>
        </text>
      )}
      {face?.mark == null ? null : roomy ? (
        <MarkWord x={centre - 39} y={y + height - 26} mark={face.mark} />
      ) : (
        <g transform={`translate(${x + width - 22} ${y + height - 22}) scale(0.9)`}>
          <MarkShape kind={face.mark} />
        </g>
      )}
      {face?.mark !== 'failed' ? null : (
        <path d={cloudPath(x - 2, y - 2, width + 4, height + 4)} fill="none" stroke="var(--failed)" strokeWidth="2.2" />
      )}
    </g>
  );
};

const cropRound = (layout: PathLayout, leads: Leads | undefined): string => {
  const spots = [leads?.red, leads?.black].flatMap((probe) =>
    probe == null ? [] : (spotOf(layout, probe.at) ?? []),
  ) as number[];
  const xs = spots.filter((_, index) => index % 2 === 0);
  const ys = spots.filter((_, index) => index % 2 === 1);
  if (xs.length === 0) return `0 0 ${layout.width} ${layout.height}`;
  const [left, right] = [Math.min(...xs) - 80, Math.max(...xs) + 80];
  const [top, bottom] = [Math.min(...ys) - 60, Math.max(...ys) + 60];
  return `${Math.max(0, left)} ${Math.max(0, top)} ${Math.min(layout.width, right) - Math.max(0, left)} ${Math.min(layout.height + 10, bottom) - Math.max(0, top)}`;
};

/** Every place a probe can touch: the numbered points, and the posts that carry no number. */
const placesToTouch = (layout: PathLayout): { id: string; at: XY; touch: string }[] => [
  ...layout.joints
    .filter(({ id }) => /^[A-F][+-]$/.test(id) && !layout.testPoints.some((point) => point.id === id))
    .map(({ id, at }) => ({ id, at, touch: `post ${id[0]} ${id[1] === '+' ? '+' : '−'}` })),
  ...layout.testPoints.map(({ id, at, touch }) => ({ id, at, touch })),
];

/**
 * The whole circuit of a unit as it is wired, with what each stretch loses and where the leads go now. Every stretch,
 * battery and joint leads to its step.
 */
export const PathDrawing = ({
  unit,
  faces,
  batteries,
  leads,
  current,
  crop = false,
  onPress,
  onPoint,
  onStretch,
}: {
  unit: Unit;
  faces: PathFaces;
  batteries: Readonly<Record<string, BatteryFace>>;
  leads?: Leads | undefined;
  /** `step@point` that is being measured. */
  current?: string | undefined;
  /** True where only what lies between the probes fits. */
  crop?: boolean;
  onPress?: ((step: string, point: string) => void) | undefined;
  /** Where a lead may be put; every numbered point and every post is then a place to press. */
  onPoint?: ((id: string) => void) | undefined;
  /** A stretch a clamp may go round. */
  onStretch?: ((id: string) => void) | undefined;
}) => {
  const layout = useMemo(() => pathLayout(unit), [unit]);
  return (
    <Svg
      viewBox={crop ? cropRound(layout, leads) : `0 -6 ${layout.width} ${layout.height + 6}`}
      role="group"
      aria-label={`Circuit of ${unit.id}: bank, starter and charging`}
      style={crop ? { maxHeight: 190 } : undefined}
    >
      {layout.parts
        .filter(({ kind }) => kind === 'frame' || kind === 'block')
        .map((part) => (
          <PathPart key={part.id} part={part} />
        ))}
      {layout.boxes.map((box) => (
        <rect key={`${box.x} ${box.y}`} {...box} rx="3" fill="none" stroke="var(--ink)" strokeWidth="1.4" />
      ))}
      {layout.batteries.map((battery) => (
        <Battery
          key={battery.position}
          battery={battery}
          face={batteries[battery.position]}
          press={onPress === undefined ? undefined : () => onPress('battery.openCircuit', battery.position)}
        />
      ))}
      {layout.bankCables.map(({ side, points }) => (
        <Cable key={`${side}${lineOf(points)}`} line={points} side={side} thickness={7} />
      ))}
      {layout.parts
        .filter(({ kind }) => kind !== 'frame' && kind !== 'block')
        .map((part) => (
          <PathPart key={part.id} part={part} />
        ))}
      {layout.stretches.map((stretch) => {
        const face = faces.stretches[stretch.id];
        const isCurrent = current === `${stretch.step}@${stretch.point}`;
        return (
          <g
            key={stretch.id}
            className={onPress === undefined && onStretch === undefined ? undefined : 'pressable'}
            aria-label={`${stretch.name}${face === undefined ? '' : `: ${saidOf(face)}`}`}
            {...(onPress !== undefined
              ? pressing(() => onPress(stretch.step, stretch.point))
              : onStretch !== undefined
                ? pressing(() => onStretch(stretch.id))
                : { role: 'img' })}
          >
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
                y={stretch.label.at[1] - 20}
                width={Math.min(stretch.label.width, 240)}
                height="50"
                fill="transparent"
              />
            )}
            <StretchLabel stretch={stretch} face={face} bare={onStretch !== undefined} />
            {face?.mark === 'failed' ? <Failure stretch={stretch} /> : null}
          </g>
        );
      })}
      {layout.testPoints.map(({ id, number, at }) => (
        <g key={id} pointerEvents="none" aria-hidden="true">
          <circle
            cx={at[0]}
            cy={at[1]}
            r="10.5"
            fill={leads?.red?.at === id || leads?.black?.at === id ? 'var(--ink)' : 'var(--paper)'}
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
          <text
            x={at[0]}
            y={at[1] + 5}
            textAnchor="middle"
            fontSize="14"
            fontWeight="700"
            fill={leads?.red?.at === id || leads?.black?.at === id ? 'var(--paper)' : 'var(--ink)'}
          >
            {number}
          </text>
        </g>
      ))}
      {onPoint === undefined
        ? null
        : placesToTouch(layout).map(({ id, at, touch }) => (
            <g
              key={`touch ${id}`}
              className="joint pressable"
              data-point={id}
              aria-label={`Put the lead on ${touch}`}
              {...pressing(() => onPoint(id))}
            >
              <circle cx={at[0]} cy={at[1]} r="22" fill="transparent" />
              {layout.testPoints.some((point) => point.id === id) ? (
                <circle className="ring" cx={at[0]} cy={at[1]} r="13" fill="none" stroke="none" />
              ) : (
                <circle
                  className="ring"
                  cx={at[0]}
                  cy={at[1]}
                  r="6"
                  fill="var(--paper)"
                  stroke="var(--ink)"
                  strokeWidth="1.5"
                />
              )}
            </g>
          ))}
      {(onPoint === undefined ? layout.joints : []).map(({ id, at }) => {
        const mark = faces.joints[id];
        const press = onPress === undefined ? undefined : () => onPress('start.joint', id);
        const failed = mark === 'failed';
        return (
          <g
            key={id}
            className={press === undefined ? 'joint' : 'joint pressable'}
            aria-label={`Joint, ${pointName(id)}: ${mark === undefined ? 'not yet' : MARK_WORDS[mark]}`}
            {...(press === undefined ? { role: 'img' } : pressing(press))}
          >
            <circle cx={at[0]} cy={at[1]} r="15" fill="transparent" />
            {layout.testPoints.some((point) => point.id === id) ? (
              <circle className="ring" cx={at[0]} cy={at[1]} r="12.5" fill="none" stroke="none" />
            ) : (
              <circle
                className="ring"
                cx={at[0]}
                cy={at[1]}
                r="6"
                fill="var(--paper)"
                stroke="var(--ink)"
                strokeWidth="1.5"
              />
            )}
            {failed ? (
              <>
                <path
                  d={cloudPath(at[0] - 17, at[1] - 17, 34, 34)}
                  fill="none"
                  stroke="var(--failed)"
                  strokeWidth="2.2"
                />
                <g transform={`translate(${at[0] + 12} ${at[1] - 28}) scale(0.8)`}>
                  <MarkShape kind="failed" />
                </g>
              </>
            ) : null}
          </g>
        );
      })}
      {leads === undefined ? null : <PathLeads layout={layout} leads={leads} />}
    </Svg>
  );
};
