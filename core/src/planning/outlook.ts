import type { BatteryId } from '../quantity/id';
import { present } from '../quantity/present';
import { coldStart, gains, putRight, type Band, type CurvePoint, type Gain } from '../coldStart/coldest';
import { fitForCold, type ColdFit } from '../coldStart/coldFit';
import { modelCableOhms } from '../circuit/starterModel';
import { FINDINGS } from '../finding/catalogue';
import { forecast, YEAR_MS, type Forecast } from '../history/forecast';
import { batterySegments, sideSegments, type PastVisit, type Segment, type Stay } from '../history/series';
import { theilSen, type RobustTrend } from '../history/theilSen';
import { CABLE_SIDES, type CableSide } from '../history/visitFigures';
import { limitBook } from '../method/book';
import type { LimitOverrides } from '../method/overrides';
import type { ProfileName } from '../method/profile';
import { positions } from '../unit/points';
import type { Unit } from '../unit/unit';
import type { Finding } from '../visit/findings';

/** The coldest start of a unit as far as its readings carry it: now, and once what is open is done. */
export type ColdOutlook =
  | {
      readonly kind: 'said';
      readonly coldest: Band;
      readonly curve: readonly CurvePoint[];
      readonly limitVolts: number;
      readonly gains: readonly Gain[];
      /** Null when nothing that is open changes it. */
      readonly after: { readonly coldest: Band; readonly curve: readonly CurvePoint[] } | null;
    }
  | { readonly kind: 'unsaid'; readonly lacks: readonly string[] };

export interface BatteryOutlook {
  readonly position: string;
  readonly batteryId: BatteryId;
  readonly segments: readonly Segment[];
  readonly forecast: Forecast;
}

/** One side of the starter circuit over the visits. */
export interface SideOutlook {
  readonly side: CableSide;
  readonly segments: readonly Segment[];
  /** Of what was read since it was last repaired, milliohms against years; null from fewer than three visits. */
  readonly trend: RobustTrend | null;
}

/** What will become of a unit: computed from its history, kept beside it, made anew when something is added. */
export interface Outlook {
  readonly cold: ColdOutlook;
  readonly batteries: readonly BatteryOutlook[];
  readonly sides: readonly SideOutlook[];
  /** The battery that falls under its limit first, and when. */
  readonly firstUnder: { readonly position: string; readonly p10Ms: number; readonly p50Ms: number } | null;
}

/** Two visits make a line of anything. */
const LEAST_SIDE_VISITS = 3;

const sideTrend = (segment: Segment | undefined): RobustTrend | null =>
  segment === undefined || segment.points.length < LEAST_SIDE_VISITS
    ? null
    : theilSen(
        segment.points.map(({ ms, value }) => ({ x: (ms - present(segment.points[0]).ms) / YEAR_MS, y: value })),
      );

/** A sound joint at either end of a cable, milliohms together. */
const SOUND_JOINTS_MILLIOHM = 0.1;

const soundSides = (unit: Unit): Record<CableSide, number> => ({
  positive: 1000 * modelCableOhms(unit, 'starterPositive', 20) + SOUND_JOINTS_MILLIOHM,
  negative: 1000 * modelCableOhms(unit, 'starterGround', 20) + SOUND_JOINTS_MILLIOHM,
});

const coldOutlook = (
  unit: Unit,
  visits: readonly PastVisit[],
  stays: readonly Stay[],
  findings: readonly Pick<Finding, 'code' | 'subject' | 'severity'>[],
  profile: ProfileName,
  limits: LimitOverrides,
  nowMs: number,
): ColdOutlook => {
  const present = new Map(stays.flatMap((stay) => (stay.to === null ? [[stay.position, stay] as const] : [])));
  const fitted = fitForCold(
    unit,
    visits,
    (position, { at, batteryId }) => {
      const stay = present.get(position);
      if (stay === undefined) return false;
      return (batteryId === null || batteryId === stay.batteryId) && Date.parse(stay.from) <= Date.parse(at);
    },
    nowMs,
  );
  if (fitted.kind === 'unsaid') return fitted;
  const limitVolts = limitBook(profile, unit.systemVolts, unit.makerLimits, limits).get('crankStarterVolts').value;
  const sound = soundSides(unit);
  const mended = findings
    .filter(({ severity }) => severity !== 'watch')
    .flatMap(({ code, subject }) => FINDINGS[code].mends?.(unit, subject) ?? []);
  const then = mended.reduce((fit: ColdFit, part) => putRight(fit, part, sound), fitted.fit);
  return {
    kind: 'said',
    ...coldStart(unit, fitted.fit, limitVolts),
    gains: gains(unit, fitted.fit, limitVolts, sound),
    after: then === fitted.fit ? null : coldStart(unit, then, limitVolts),
  };
};

/**
 * The outlook of a unit.
 * @param visits of this unit and of others its batteries sat in, latest first
 * @param stays of every battery that sits in it now, here and elsewhere
 * @param findings open after its latest visit
 * @param nowMs moment of asking, milliseconds since 1970
 */
export const outlookOf = (input: {
  readonly unit: Unit;
  readonly visits: readonly PastVisit[];
  readonly stays: readonly Stay[];
  readonly findings: readonly Pick<Finding, 'code' | 'subject' | 'severity'>[];
  readonly profile: ProfileName;
  /** The shop's own, for machines of its class. */
  readonly limits: LimitOverrides;
  readonly nowMs: number;
}): Outlook => {
  const { unit, visits, stays, findings, profile, limits, nowMs } = input;
  const own = visits.filter(({ unitId }) => unitId === unit.id);
  const oldestFirst = [...own].reverse();
  const batteries = positions(unit).flatMap((position): BatteryOutlook[] => {
    const stay = stays.find(
      (candidate) => candidate.unitId === unit.id && candidate.position === position && candidate.to === null,
    );
    if (stay === undefined) return [];
    const segments = batterySegments(
      stays.filter(({ batteryId }) => batteryId === stay.batteryId),
      visits,
    );
    return [{ position, batteryId: stay.batteryId, segments, forecast: forecast(segments.at(-1)?.points ?? []) }];
  });
  const dated = batteries.flatMap(({ position, forecast: told }) => {
    if (told.kind === 'under') return [{ position, p10Ms: nowMs, p50Ms: nowMs }];
    return told.kind === 'dated' && told.p50 !== null
      ? [{ position, p10Ms: Math.max(nowMs, told.p10 ?? told.p50), p50Ms: Math.max(nowMs, told.p50) }]
      : [];
  });
  return {
    cold: coldOutlook(
      unit,
      own,
      stays.filter(({ unitId }) => unitId === unit.id),
      findings,
      profile,
      limits,
      nowMs,
    ),
    batteries,
    sides: CABLE_SIDES.map((side) => {
      const segments = sideSegments(oldestFirst, side);
      return { side, segments, trend: sideTrend(segments.at(-1)) };
    }),
    firstUnder: dated.sort((a, b) => a.p50Ms - b.p50Ms)[0] ?? null,
  };
};
