import {
  type FleetId,
  type MachineClass,
  type UnitId,
  classRules,
  dueOn,
  openActions,
  outlookOf,
  timesIn,
  type Finding,
  type Outlook,
  type ProfileName,
} from '@vaktman/core';
import type { Queryable } from '../database/pool';
import { loadUnit } from '../unit/unitStore';
import { loadPast, loadStays } from './historyStore';

/** What is open after a unit's latest visit. */
const loadOpen = async (
  db: Queryable,
  fleetId: FleetId,
  unitId: UnitId,
): Promise<{
  findings: Pick<Finding, 'code' | 'subject' | 'severity'>[];
  planned: Map<string, string>;
  due: { date?: string; engineHours?: number; odometerKm?: number };
}> => {
  const { rows } = await db.query<{
    findings: Finding[] | null;
    planned: { finding: string; action: string }[] | null;
    dueDate: string | null;
    dueHours: number | null;
    dueKm: number | null;
  }>(
    `SELECT v.body -> 'findings' AS findings, v.body -> 'planned' AS planned, s.due_date::text AS "dueDate",
            s.due_engine_hours AS "dueHours", s.due_odometer_km AS "dueKm"
     FROM unit_standing s JOIN visit_summary v ON v.fleet_id = s.fleet_id AND v.visit_id = s.visit_id
     WHERE s.fleet_id = $1 AND s.unit_id = $2`,
    [fleetId, unitId],
  );
  const row = rows[0];
  return {
    findings: row?.findings ?? [],
    planned: new Map((row?.planned ?? []).map(({ finding, action }) => [finding, action])),
    due: {
      ...(row?.dueDate == null ? {} : { date: row.dueDate }),
      ...(row?.dueHours == null ? {} : { engineHours: row.dueHours }),
      ...(row?.dueKm == null ? {} : { odometerKm: row.dueKm }),
    },
  };
};

const coldColumns = ({ cold }: Outlook): (number | null)[] =>
  cold.kind === 'unsaid'
    ? [null, null, null, null, null]
    : [
        cold.coldest.p10,
        cold.coldest.p50,
        cold.coldest.p90,
        cold.after?.coldest.p50 ?? null,
        cold.after?.coldest.p90 ?? null,
      ];

/**
 * Computes what will become of a unit from its history, and stores it in place of what stood there. A unit that left
 * the fleet has none.
 * @param nowMs moment of asking, milliseconds since 1970
 */
export const refreshOutlook = async (db: Queryable, fleetId: FleetId, unitId: UnitId, nowMs: number): Promise<void> => {
  const stored = await loadUnit(db, fleetId, unitId);
  if (stored === null || stored.retired !== null) {
    await db.query('DELETE FROM unit_outlook WHERE fleet_id = $1 AND unit_id = $2', [fleetId, unitId]);
    return;
  }
  const stays = await loadStays(db, fleetId, unitId);
  const { rows: fleets } = await db.query<{ profile: ProfileName; timeZone: string; classes: readonly MachineClass[] }>(
    'SELECT method_profile AS profile, time_zone AS "timeZone", classes FROM fleet WHERE fleet_id = $1',
    [fleetId],
  );
  const visits = await loadPast(db, fleetId, [...new Set([unitId, ...stays.map((stay) => stay.unitId)])]);
  const { findings, planned, due } = await loadOpen(db, fleetId, unitId);
  const outlook = outlookOf({
    unit: stored.unit,
    visits,
    stays,
    findings,
    profile: stored.profile ?? fleets[0]?.profile ?? 'pile',
    limits: classRules(fleets[0]?.classes ?? [], stored.card.class ?? '').limits,
    nowMs,
  });
  const { metersOn, engineHours, odometerKm } = stored.card;
  const onCard = metersOn === undefined ? [] : [{ at: `${metersOn}T12:00:00Z`, engineHours, odometerKm }];
  const atVisits = visits.filter((visit) => visit.unitId === unitId).map(({ meters }) => meters);
  const owed = dueOn(due, [...onCard, ...atVisits]);
  await db.query(
    `INSERT INTO unit_outlook (fleet_id, unit_id, computed_at, cold_p10, cold_p50, cold_p90, after_p50, after_p90,
       under_position, under_on, due_on, due_by, actions, body)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14)
     ON CONFLICT (fleet_id, unit_id) DO UPDATE SET computed_at = excluded.computed_at, cold_p10 = excluded.cold_p10,
       cold_p50 = excluded.cold_p50, cold_p90 = excluded.cold_p90, after_p50 = excluded.after_p50, after_p90 = excluded.after_p90,
       under_position = excluded.under_position, under_on = excluded.under_on, due_on = excluded.due_on, due_by = excluded.due_by,
       actions = excluded.actions, body = excluded.body`,
    [
      fleetId,
      unitId,
      new Date(nowMs).toISOString(),
      ...coldColumns(outlook),
      outlook.firstUnder?.position ?? null,
      outlook.firstUnder === null ? null : timesIn(fleets[0]?.timeZone ?? 'UTC').date(outlook.firstUnder.p50Ms),
      owed?.date ?? null,
      owed?.by ?? null,
      JSON.stringify(openActions(stored.unit, findings, planned)),
      JSON.stringify(outlook),
    ],
  );
};
