import type { UnitHistory } from '@vaktman/contract';
import { type FleetId, baselines, type Outlook, type Unit } from '@vaktman/core';
import type { Queryable } from '../database/pool';
import { kindOf } from '../unit/kind';
import { loadFirstMilliohms, loadKnownGood, loadPast, loadStays } from './historyStore';
import { isOutlookDue } from './outlookQueue';

/** What the page of a unit draws besides its description and visits. */
export const loadUnitHistory = async (db: Queryable, fleetId: FleetId, unit: Unit): Promise<UnitHistory> => {
  const { rows } = await db.query<{ outlook: Outlook; actions: UnitHistory['actions'] }>(
    'SELECT body AS outlook, actions FROM unit_outlook WHERE fleet_id = $1 AND unit_id = $2',
    [fleetId, unit.id],
  );
  const past = await loadPast(db, fleetId, [unit.id]);
  const stays = await loadStays(db, fleetId, unit.id);
  return {
    outlook: rows[0]?.outlook ?? null,
    isDue: await isOutlookDue(db, fleetId, unit.id),
    actions: rows[0]?.actions ?? [],
    figures: past.map(({ visitId, figures, repairs }) => ({ ...figures, visitId, repairs })),
    meters: past.map(({ meters }) => meters).find(({ engineHours, odometerKm }) => engineHours ?? odometerKm) ?? null,
    baselines: Object.fromEntries(baselines(await loadKnownGood(db, fleetId, kindOf(unit)))),
    elsewhere: stays.filter(({ unitId }) => unitId !== unit.id),
    firstMilliohms: await loadFirstMilliohms(db, fleetId, unit.id),
  };
};
