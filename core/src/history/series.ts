import type { Repair } from '../file/visitFile';
import type { CableSide, VisitFigures } from './visitFigures';

/** One value of a series at a moment, milliseconds since 1970. */
export interface SeriesPoint {
  readonly ms: number;
  readonly value: number;
}

/** A stretch of time in which nothing happened that a trend must not be drawn across. */
export interface Segment {
  readonly points: readonly SeriesPoint[];
  /** What began it: null for the first one. */
  readonly began: string | null;
}

/** A stay of a battery at a position of a unit; `to` is null while it sits there. */
export interface Stay {
  readonly batteryId: string;
  readonly unitId: string;
  readonly position: string;
  readonly from: string;
  readonly to: string | null;
}

/** Figures of a unit's visits, oldest first, with what was repaired in each. */
export interface PastVisit {
  readonly unitId: string;
  readonly figures: VisitFigures;
  readonly repairs: readonly Repair[];
}

const covers = (stay: Stay, ms: number): boolean =>
  Date.parse(stay.from) <= ms && (stay.to === null || ms < Date.parse(stay.to));

/**
 * Capability of one battery through everything it did: a segment for each stay, since a move is another machine, other
 * cables and another load. Readings are its own: those at the position while it sat there.
 * @param stays of this battery, in any order
 */
export const batterySegments = (stays: readonly Stay[], visits: readonly PastVisit[]): Segment[] =>
  [...stays]
    .sort((a, b) => Date.parse(a.from) - Date.parse(b.from))
    .map((stay, index) => ({
      points: visits
        .flatMap(({ unitId, figures }): SeriesPoint[] => {
          const ms = Date.parse(figures.at);
          const value = figures.batteries[stay.position]?.capabilityPercent;
          return unitId === stay.unitId && value !== undefined && covers(stay, ms) ? [{ ms, value }] : [];
        })
        .sort((a, b) => a.ms - b.ms),
      began: index === 0 ? null : `moved to ${stay.unitId}, ${stay.position}`,
    }));

/** Repairs after which a side of the starter circuit is another than before. */
const changesSide = ({ point, closes }: Repair, side: CableSide): boolean => {
  const sideJoints = side === 'positive' ? /^([A-F]\+|starter\.B\+)$/ : /^([A-F]-|starter\.ground|block\.ground)$/;
  if (sideJoints.test(point)) return true;
  return (closes ?? []).some((finding) => {
    const [code, subject] = finding.split('@');
    return code === `cable.starter-${side}` || (code?.startsWith('joint.') === true && sideJoints.test(subject ?? ''));
  });
};

/** Milliohms of one side of the starter circuit, split where it was repaired. Visits oldest first. */
export const sideSegments = (visits: readonly PastVisit[], side: CableSide): Segment[] => {
  const repaired = visits
    .flatMap(({ repairs }) => repairs)
    .filter((repair) => changesSide(repair, side))
    .map(({ at, action }) => ({ ms: Date.parse(at), action }))
    .sort((a, b) => a.ms - b.ms);
  const segments: { points: SeriesPoint[]; began: string | null }[] = [{ points: [], began: null }];
  let next = 0;
  for (const { figures, repairs } of visits) {
    const value = figures.starterMilliohm[side];
    if (value === undefined) continue;
    // The figure kept of a visit is its last: taken after what was repaired in it.
    const last = Math.max(Date.parse(figures.at), ...repairs.map(({ at }) => Date.parse(at)));
    let began: string | null = null;
    while (next < repaired.length && repaired[next]!.ms <= last) began = repaired[next++]!.action;
    if (began !== null) segments.push({ points: [], began });
    segments.at(-1)!.points.push({ ms: Date.parse(figures.at), value });
  }
  return segments.filter(({ points }) => points.length > 0);
};
