import { pathLayout, type Leads, type PathLayout, type Unit } from '@vaktman/core';
import { useMemo } from 'react';
import type { BatteryFace } from './BankDrawing';
import { isUnderTag, spotOf } from './needles';
import { PathBattery } from './PathBattery';
import { Cable, lineOf } from './PathCable';
import type { PathFaces } from './pathFaces';
import { PathJoint } from './PathJoint';
import { PathLeads, Pile } from './PathLeads';
import { PathPart } from './PathParts';
import { PathStretch } from './PathStretch';
import { PathSvg } from './PathSvg';
import { PathTouch } from './PathTouch';

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

const withoutValue = (face: BatteryFace | undefined): BatteryFace | undefined =>
  face === undefined ? undefined : { ...face, value: null };

const TestPoints = ({ layout, leads }: { layout: PathLayout; leads: Leads | undefined }) => (
  <>
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
  </>
);

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
  onPoint?: ((id: string, dragged: string | null) => void) | undefined;
  /** A stretch a clamp may go round. */
  onStretch?: ((id: string) => void) | undefined;
}) => {
  const layout = useMemo(() => pathLayout(unit), [unit]);
  return (
    <PathSvg
      viewBox={crop ? cropRound(layout, leads) : `0 -6 ${layout.width} ${layout.height + 6}`}
      role="group"
      aria-label={`Circuit of ${unit.id}: bank, starter and charging`}
      style={crop ? { maxHeight: 190 } : { overflow: 'visible' }}
    >
      {layout.parts
        .filter(({ kind }) => kind === 'frame' || kind === 'block')
        .map((part) => (
          <PathPart key={part.id} part={part} />
        ))}
      {layout.boxes.map((box) => (
        <rect key={`${box.x} ${box.y}`} {...box} rx="3" fill="none" stroke="var(--ink)" strokeWidth="1.4" />
      ))}
      {leads?.pile == null ? null : (
        <g pointerEvents="none" aria-hidden="true">
          <Pile layout={layout} at={leads.pile.at} />
        </g>
      )}
      {layout.batteries.map((battery) => (
        <PathBattery
          key={battery.position}
          battery={battery}
          face={
            isUnderTag(battery, layout, leads) ? withoutValue(batteries[battery.position]) : batteries[battery.position]
          }
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
      {layout.stretches.map((stretch) => (
        <PathStretch
          key={stretch.id}
          stretch={stretch}
          face={faces.stretches[stretch.id]}
          isCurrent={current === `${stretch.step}@${stretch.point}`}
          bare={onStretch !== undefined}
          onPress={
            onPress !== undefined
              ? () => onPress(stretch.step, stretch.point)
              : onStretch !== undefined
                ? () => onStretch(stretch.id)
                : undefined
          }
        />
      ))}
      <TestPoints layout={layout} leads={leads} />
      {onPoint === undefined ? (
        layout.joints.map(({ id, at }) => (
          <PathJoint
            key={id}
            id={id}
            at={at}
            mark={faces.joints[id]}
            // By the place: a joint of an alternator has another name than the stud of it that is touched.
            numbered={layout.testPoints.some((point) => point.at[0] === at[0] && point.at[1] === at[1])}
            onPress={onPress === undefined ? undefined : () => onPress('start.joint', id)}
          />
        ))
      ) : (
        <PathTouch layout={layout} put={onPoint} />
      )}
      {leads === undefined ? null : <PathLeads layout={layout} leads={leads} />}
    </PathSvg>
  );
};
