import { type BatteryLast, type StepLast, type VisitDetail } from '@vaktman/contract';
import {
  type FleetId,
  type UnitId,
  type VisitId,
  asSigned,
  headline,
  judge,
  positions,
  signatureOf,
  visitFigures,
  mainValue,
  type Judgement,
  type Verdict,
  present,
  signedJudgement,
} from '@vaktman/core';
import { kindOf } from '../unit/kind';
import type { Queryable } from '../database/pool';
import { batteryIdsAt } from '../unit/placementStore';
import { keepSigned, loadVisit } from './visitStore';

/** Which battery test tells most about a battery, best first. */
const TELLING_STEPS = ['battery.load', 'battery.conductance', 'battery.openCircuit'] as const;

const verdictOf = ({ steps }: Judgement, position: string): Verdict | null => {
  for (const telling of TELLING_STEPS) {
    const found = steps.find(({ step, point }) => step === telling && point === position);
    if (found !== undefined && (telling !== 'battery.openCircuit' || found.verdict !== 'pass')) return found.verdict;
  }
  return null;
};

/** Last values of every battery that was read in a visit. */
const batteryLasts = ({ file }: VisitDetail, judgement: Judgement): Record<string, BatteryLast> => {
  const lasts: Record<string, BatteryLast> = {};
  const current = new Map(judgement.steps.map(({ step, point, readings }) => [`${step}@${point}`, readings[0]]));
  const byId = new Map(file.readings.map((reading) => [reading.id, reading]));
  for (const position of positions(file.unit)) {
    const resting = byId.get(current.get(`battery.openCircuit@${position}`) ?? '');
    const load = byId.get(current.get(`battery.load@${position}`) ?? '');
    if (resting === undefined && load === undefined && judgement.figures[position] === undefined) continue;
    lasts[position] = {
      restingVolts: resting?.step === 'battery.openCircuit' ? resting.volts : null,
      lowestVolts: load?.step === 'battery.load' ? load.lowestVolts : null,
      verdict: verdictOf(judgement, position),
      figures: judgement.figures[position] ?? {},
    };
  }
  return lasts;
};

/** What was last read at each step and point, in words, with its verdict: the unit's own circuit is drawn with it. */
const lastValues = ({ file }: VisitDetail, judgement: Judgement): Record<string, StepLast> => {
  const byId = new Map(file.readings.map((reading) => [reading.id, reading]));
  return Object.fromEntries(
    judgement.steps.flatMap(({ step, point, verdict, readings }): [string, StepLast][] => {
      const reading = byId.get(present(readings[0]));
      const value = reading === undefined ? null : mainValue(reading);
      return value === null ? [] : [[`${step}@${point}`, { value: value.value, unit: value.unit, verdict }]];
    }),
  );
};

/** A discarded visit is in no list, and the unit stands by the visit before it. */
const forgetVisit = async (
  db: Queryable,
  fleetId: FleetId,
  visitId: VisitId,
  unitId: UnitId,
): Promise<{ readonly unitId: UnitId; readonly settled: boolean }> => {
  await db.query('DELETE FROM visit_summary WHERE fleet_id = $1 AND visit_id = $2', [fleetId, visitId]);
  const { rowCount } = await db.query(
    'DELETE FROM unit_standing WHERE fleet_id = $1 AND unit_id = $2 AND visit_id = $3',
    [fleetId, unitId, visitId],
  );
  const { rows } = await db.query<{ visitId: VisitId }>(
    `SELECT visit_id AS "visitId" FROM visit_summary WHERE fleet_id = $1 AND unit_id = $2 ORDER BY started_at DESC LIMIT 2`,
    [fleetId, unitId],
  );
  // The closed visit first: what it owes stands, also where an open one came after it.
  if (rowCount !== 0) for (const before of rows.reverse()) await refreshSummary(db, fleetId, before.visitId);
  return { unitId, settled: true };
};

/** Keeps what lists show of a visit, and how its unit stands by it, in one statement. */
const KEEP = `
  WITH summary AS (
    INSERT INTO visit_summary (fleet_id, visit_id, unit_id, started_at, closed_at, technician, disposition, headline, finding_count, kind, body)
    VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)
    ON CONFLICT (fleet_id, visit_id) DO UPDATE SET closed_at = excluded.closed_at, technician = excluded.technician,
      disposition = excluded.disposition, headline = excluded.headline, finding_count = excluded.finding_count, kind = excluded.kind, body = excluded.body
  )
  INSERT INTO unit_standing (fleet_id, unit_id, visit_id, started_at, closed_at, disposition, headline, finding_count,
    due_date, due_engine_hours, due_odometer_km)
  VALUES ($1, $3, $2, $4, $5, $7, $8, $9, $12, $13, $14)
  ON CONFLICT (fleet_id, unit_id) DO UPDATE SET visit_id = excluded.visit_id, started_at = excluded.started_at,
    closed_at = excluded.closed_at, disposition = excluded.disposition, headline = excluded.headline,
    finding_count = excluded.finding_count,
    -- What was signed off stands until the next visit is closed: an open one owes nothing yet.
    due_date = CASE WHEN excluded.closed_at IS NULL THEN unit_standing.due_date ELSE excluded.due_date END,
    due_engine_hours = CASE WHEN excluded.closed_at IS NULL THEN unit_standing.due_engine_hours ELSE excluded.due_engine_hours END,
    due_odometer_km = CASE WHEN excluded.closed_at IS NULL THEN unit_standing.due_odometer_km ELSE excluded.due_odometer_km END
  -- A visit older than the one the unit stands by changes nothing here.
  WHERE excluded.started_at >= unit_standing.started_at`;

/**
 * Computes what lists show of a visit from its facts, and stores it in place of what stood there.
 * @returns the unit, and whether the visit tells its outlook something: it is closed, or something was repaired in it
 */
export const refreshSummary = async (
  db: Queryable,
  fleetId: FleetId,
  visitId: VisitId,
): Promise<{ readonly unitId: UnitId; readonly settled: boolean }> => {
  const detail = await loadVisit(db, fleetId, visitId);
  if (detail === null) throw new Error(`Visit ${visitId} vanished while its summary was made.`);
  const { file, events } = detail;
  if (signatureOf(events).status === 'discarded') return forgetVisit(db, fleetId, visitId, file.unit.id);
  const judgement = signedJudgement(detail) ?? judge(file);
  // An amendment that is not signed off leaves the visit closed as it was.
  const closed = events.findLast((event) => event.kind === 'closed');
  const closedAt = closed?.at ?? null;
  const signedFirst = events.find((event) => event.kind === 'closed' && event.amends === undefined);
  if (signedFirst !== undefined && detail.signedAs[signedFirst.eventId] === undefined)
    await keepSigned(db, fleetId, visitId, signedFirst.eventId, judge(asSigned(file) ?? file));
  if (closed !== undefined && closed !== signedFirst && signatureOf(events).status === 'signed')
    await keepSigned(db, fleetId, visitId, closed.eventId, judgement);
  await db.query(KEEP, [
    fleetId,
    visitId,
    file.unit.id,
    file.visit.at,
    closedAt,
    file.visit.technician,
    judgement.disposition,
    headline(judgement),
    judgement.findings.length,
    kindOf(file.unit),
    JSON.stringify({
      batteries: batteryLasts(detail, judgement),
      findings: judgement.findings,
      planned: events.flatMap((event) =>
        event.kind === 'planned' ? [{ finding: event.finding, action: event.action }] : [],
      ),
      past: visitFigures(file, judgement, await batteryIdsAt(db, fleetId, file.unit.id, file.visit.at)),
      repairs: file.repairs ?? [],
      meters: {
        at: file.visit.at,
        ...(file.visit.engineHours === undefined ? {} : { engineHours: file.visit.engineHours }),
        ...(file.visit.odometerKm === undefined ? {} : { odometerKm: file.visit.odometerKm }),
      },
      lasts: lastValues(detail, judgement),
    }),
    closed?.nextDue?.date ?? null,
    closed?.nextDue?.engineHours ?? null,
    closed?.nextDue?.odometerKm ?? null,
  ]);
  return { unitId: file.unit.id, settled: closed !== undefined || (file.repairs ?? []).length > 0 };
};
