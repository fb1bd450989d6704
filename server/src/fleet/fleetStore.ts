import type { Fleet, FleetDraft } from '@vaktman/contract';
import { present, type FleetId, type DateCode, type MachineClass, type ProfileName } from '@vaktman/core';
import type { Queryable } from '../database/pool';
import { insertPerson, listPeople } from '../people/peopleStore';
import { insertYard, listYards } from '../yard/yardStore';

/** Id of the fleet this database serves, or null when it is empty. */
export const findFleetId = async (db: Queryable): Promise<string | null> => {
  const { rows } = await db.query<{ fleetId: FleetId }>(
    'SELECT fleet_id AS "fleetId" FROM fleet ORDER BY created_at LIMIT 1',
  );
  return rows[0]?.fleetId ?? null;
};

/** Two presses at once begin one fleet: whoever holds this begins it. Any number will do that all servers take. */
const BEGIN_LOCK = 7_214_090_113;

/** Lets nobody else begin a fleet until the transaction ends. */
export const holdBeginning = async (db: Queryable): Promise<void> => {
  await db.query('SELECT pg_advisory_xact_lock($1)', [BEGIN_LOCK]);
};

/** The fleet with its yards and people, or null when the id is not known. */
export const loadFleet = async (db: Queryable, fleetId: FleetId): Promise<Fleet | null> => {
  const { rows } = await db.query<Omit<Fleet, 'fleetId' | 'yards' | 'people'>>(
    `SELECT name, time_zone AS "timeZone", method_profile AS profile, date_codes AS "dateCodes", classes, demo
     FROM fleet WHERE fleet_id = $1`,
    [fleetId],
  );
  const head = rows[0];
  if (head === undefined) return null;
  return { fleetId, ...head, yards: await listYards(db, fleetId), people: await listPeople(db, fleetId) };
};

export const insertFleet = async (db: Queryable, fleet: Fleet): Promise<void> => {
  await db.query(
    'INSERT INTO fleet (fleet_id, name, time_zone, method_profile, date_codes, classes, demo) VALUES ($1, $2, $3, $4, $5, $6, $7)',
    [
      fleet.fleetId,
      fleet.name,
      fleet.timeZone,
      fleet.profile,
      JSON.stringify(fleet.dateCodes),
      JSON.stringify(fleet.classes),
      fleet.demo,
    ],
  );
  for (const { yardId, name } of fleet.yards) await insertYard(db, fleet.fleetId, yardId, { name });
  for (const { personId, name, role } of fleet.people) await insertPerson(db, fleet.fleetId, personId, { name, role });
};

/** What the fleet is called and where its clocks stand. */
export const setFleetHead = async (db: Queryable, fleetId: FleetId, { name, timeZone }: FleetDraft): Promise<void> => {
  await db.query('UPDATE fleet SET name = $2, time_zone = $3 WHERE fleet_id = $1', [fleetId, name, timeZone]);
};

/** What is changed as a whole, held until the transaction ends. */
export const heldFleet = async (db: Queryable, fleetId: FleetId): Promise<Pick<Fleet, 'dateCodes' | 'classes'>> => {
  const { rows } = await db.query<Pick<Fleet, 'dateCodes' | 'classes'>>(
    'SELECT date_codes AS "dateCodes", classes FROM fleet WHERE fleet_id = $1 FOR UPDATE',
    [fleetId],
  );
  return present(rows[0]);
};

/** Sets the shop's intervals and limits by class of machine, all of them. Visits already opened keep theirs. */
export const setClasses = async (db: Queryable, fleetId: FleetId, classes: readonly MachineClass[]): Promise<void> => {
  await db.query('UPDATE fleet SET classes = $2 WHERE fleet_id = $1', [fleetId, JSON.stringify(classes)]);
};

/** Chooses the method new visits are judged by. Visits already opened keep theirs. */
export const setFleetProfile = async (db: Queryable, fleetId: FleetId, profile: ProfileName): Promise<void> => {
  await db.query('UPDATE fleet SET method_profile = $2 WHERE fleet_id = $1', [fleetId, profile]);
};

/** Sets the codes on batteries that this shop reads besides the usual one. */
export const setDateCodes = async (db: Queryable, fleetId: FleetId, dateCodes: readonly DateCode[]): Promise<void> => {
  await db.query('UPDATE fleet SET date_codes = $2 WHERE fleet_id = $1', [fleetId, JSON.stringify(dateCodes)]);
};
