import type { Archive } from '@vaktman/contract';
import { setMade, setWarranty } from '../battery/batteryStore';
import { insertBenchReading } from '../battery/benchStore';
import { withTransaction, type Pool } from '../database/pool';
import { insertFleet } from '../fleet/fleetStore';
import { refreshOutlook } from '../outlook/refreshOutlook';
import { projectionsMade } from '../outlook/rebuild';
import { insertInstrument } from '../instrument/instrumentStore';
import { insertPartStay } from '../part/partStore';
import { setWord } from '../signIn/wordStore';
import { insertBattery, insertPlacement } from '../unit/placementStore';
import { insertUnit } from '../unit/unitStore';
import { refreshSummary } from '../visit/summarise';
import { insertEvent, insertReadings, insertVisit } from '../visit/visitStore';

/**
 * Fills an empty database with a whole fleet and its history, in one transaction.
 * @param nowMs moment the units' outlooks are computed for
 */
export const importArchive = async (pool: Pool, archive: Archive, nowMs: number = Date.now()): Promise<void> =>
  withTransaction(pool, async (db) => {
    const { fleetId } = archive.fleet;
    // A fleet that comes whole is no change anybody made here.
    await db.query(`SELECT set_config('vaktman.tells_nothing', 'yes', true)`);
    // What a made-up fleet brings is marked, so that it can be taken away and leave what is one's own.
    if (archive.fleet.demo) await db.query(`SELECT set_config('vaktman.brings_demo', 'yes', true)`);
    await insertFleet(db, archive.fleet);
    for (const { personId, passphrase, pin } of archive.words) {
      await setWord(db, fleetId, personId, 'passphrase', passphrase, archive.fleet.demo);
      await setWord(db, fleetId, personId, 'pin', pin, archive.fleet.demo);
    }
    for (const { yardId, unit, card = {} } of archive.units) await insertUnit(db, fleetId, { yardId, unit, card });
    for (const { batteryId, battery, warrantyUntil, made } of archive.batteries) {
      await insertBattery(db, fleetId, batteryId, battery);
      await setWarranty(db, fleetId, batteryId, warrantyUntil);
      await setMade(db, fleetId, batteryId, made);
    }
    for (const placement of archive.placements) await insertPlacement(db, fleetId, placement);
    for (const { batteryId, ...reading } of archive.bench) await insertBenchReading(db, fleetId, batteryId, reading);
    for (const { instrumentId, instrument } of archive.instruments)
      await insertInstrument(db, fleetId, instrumentId, instrument);
    for (const { unitId, ...stay } of archive.parts) await insertPartStay(db, fleetId, unitId, stay);
    for (const { opening, takenBy, readings, events } of archive.visits) {
      await insertVisit(db, fleetId, opening);
      await insertReadings(
        db,
        fleetId,
        opening.visit.id,
        readings.map((reading) => ({ reading, takenBy })),
      );
      for (const event of events) await insertEvent(db, fleetId, opening.visit.id, event);
      await refreshSummary(db, fleetId, opening.visit.id);
    }
    for (const { unit } of archive.units) await refreshOutlook(db, fleetId, unit.id, nowMs);
    await projectionsMade(db);
  });
