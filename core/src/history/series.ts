import type { BatteryId, UnitId } from '../quantity/id';
import { isChargeOf, type Repair } from '../judging/repair';
import { ageFromCapability, capabilityFromAge } from '../circuit/batteryAge';
import type { Unit } from '../unit/unit';
import type { BatteryFigure, CableSide, VisitFigures } from './visitFigures';

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
  readonly batteryId: BatteryId;
  readonly unitId: UnitId;
  readonly position: string;
  readonly from: string;
  readonly to: string | null;
}

/** Figures of a unit's visits, oldest first, with what was repaired in each. */
export interface PastVisit {
  readonly unitId: UnitId;
  readonly figures: VisitFigures;
  readonly repairs: readonly Repair[];
}

const covers = (stay: Stay, ms: number): boolean =>
  Date.parse(stay.from) <= ms && (stay.to === null || ms < Date.parse(stay.to));

/** Figures of one stay: those the visit knows to be of this battery, else those read while it sat there. */
const ofStay = (stay: Stay, { unitId, figures }: PastVisit): BatteryFigure[] => {
  if (unitId !== stay.unitId) return [];
  const present = figures.batteries[stay.position];
  const read = [
    ...figures.left.filter(({ position }) => position === stay.position),
    ...(present === undefined ? [] : [present]),
  ];
  return read.filter(({ batteryId, at }) =>
    batteryId === null ? covers(stay, Date.parse(at)) : batteryId === stay.batteryId && covers(stay, Date.parse(at)),
  );
};

/** Capability brought to a full battery on a mild day, percent; as read where its state then is not known. */
const comparable = ({ capabilityPercent, celsius, stateOfChargePercent }: BatteryFigure): number | undefined =>
  capabilityPercent === undefined || celsius === undefined || stateOfChargePercent === undefined
    ? capabilityPercent
    : capabilityFromAge(ageFromCapability(capabilityPercent, celsius, stateOfChargePercent / 100));

/**
 * Capability of one battery through everything it did: a segment for each stay, since a move is another machine, other
 * cables and another load. Readings are its own, each at its own moment, freed of charge and season.
 * @param stays of this battery, in any order
 */
export const batterySegments = (stays: readonly Stay[], visits: readonly PastVisit[]): Segment[] =>
  [...stays]
    .sort((a, b) => Date.parse(a.from) - Date.parse(b.from))
    .map((stay, index) => ({
      points: visits
        .flatMap((visit) => ofStay(stay, visit))
        .flatMap((figure): SeriesPoint[] => {
          const value = comparable(figure);
          return value === undefined ? [] : [{ ms: Date.parse(figure.at), value }];
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

type Repaired = readonly Pick<PastVisit, 'repairs'>[];
const isDoneSince = (visits: Repaired, sinceMs: number, isIt: (repair: Repair) => boolean): boolean =>
  visits.some(({ repairs }) => repairs.some((repair) => Date.parse(repair.at) > sinceMs && isIt(repair)));

/** True when a side was repaired after a moment: what was read of it before says nothing of it now. */
export const isSideChangedSince = (visits: Repaired, side: CableSide, sinceMs: number): boolean =>
  isDoneSince(visits, sinceMs, (repair) => changesSide(repair, side));

const CONTACTS = 'starter.solenoid-contacts';
/** True when a repair put in another starter. */
const isNewStarter = ({ kind, point, closes }: Repair): boolean => {
  if (kind !== 'replace') return false;
  const codes = (closes ?? []).map((finding) => finding.split('@')[0]);
  return codes.length === 0
    ? point === 'starter'
    : codes.some((code) => code !== CONTACTS && code?.startsWith('starter.'));
};
/** Repairs after which the solenoid's contacts are others than before: their own, or of the starter they are part of. */
const changesContacts = (repair: Repair): boolean =>
  isNewStarter(repair) || (repair.closes ?? []).some((finding) => finding.split('@')[0] === CONTACTS);

/** True when the solenoid's contacts were renewed after a moment. */
export const areContactsChangedSince = (visits: Repaired, sinceMs: number): boolean =>
  isDoneSince(visits, sinceMs, changesContacts);

/** True when the starter was replaced after a moment: how it cranked before says nothing of how it cranks now. */
export const isStarterChangedSince = (visits: Repaired, sinceMs: number): boolean =>
  isDoneSince(visits, sinceMs, isNewStarter);

/** True when the battery at a position of a unit was charged after a moment. */
export const isChargedSince = (unit: Unit, visits: Repaired, position: string, sinceMs: number): boolean =>
  isDoneSince(visits, sinceMs, (repair) => isChargeOf(repair, unit, position));

/** Milliohms of one side of the starter circuit, split where it was repaired. Visits oldest first. */
export const sideSegments = (visits: readonly PastVisit[], side: CableSide): Segment[] => {
  const repaired = visits
    .flatMap(({ repairs }) => repairs)
    .filter((repair) => changesSide(repair, side))
    .map(({ at, action }) => ({ ms: Date.parse(at), action }))
    .sort((a, b) => a.ms - b.ms);
  const segments: { points: SeriesPoint[]; began: string | null }[] = [{ points: [], began: null }];
  let next = 0;
  for (const { figures } of visits) {
    const value = figures.starterMilliohm[side];
    if (value === undefined) continue;
    const ms = Date.parse(figures.readAt[`starter.${side}`] ?? figures.at);
    let began: string | null = null;
    while (next < repaired.length && repaired[next]!.ms <= ms) began = repaired[next++]!.action;
    if (began !== null) segments.push({ points: [], began });
    segments.at(-1)!.points.push({ ms, value });
  }
  return segments.filter(({ points }) => points.length > 0);
};
