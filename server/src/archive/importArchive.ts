import type { Archive } from '@vaktman/contract';
import { withTransaction, type Pool } from '../database/pool';
import { insertFleet } from '../fleet/fleetStore';
import { insertBattery, insertPlacement, insertUnit } from '../unit/unitStore';
import { refreshSummary } from '../visit/summarise';
import { insertEvent, insertReading, insertVisit } from '../visit/visitStore';

/** Fills an empty database with a whole fleet and its history, in one transaction. */
export const importArchive = async (pool: Pool, archive: Archive): Promise<void> =>
  withTransaction(pool, async (db) => {
    const { fleetId } = archive.fleet;
    await insertFleet(db, archive.fleet);
    for (const { yardId, unit } of archive.units) await insertUnit(db, fleetId, yardId, unit);
    for (const { batteryId, battery } of archive.batteries) await insertBattery(db, fleetId, batteryId, battery);
    for (const placement of archive.placements) await insertPlacement(db, fleetId, placement);
    for (const { opening, takenBy, readings, events } of archive.visits) {
      await insertVisit(db, fleetId, opening);
      for (const reading of readings) await insertReading(db, fleetId, opening.visit.id, takenBy, reading);
      for (const event of events) await insertEvent(db, fleetId, opening.visit.id, event);
      await refreshSummary(db, fleetId, opening.visit.id);
    }
  });
