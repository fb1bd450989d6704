import type { Fleet, Person, PersonDraft, Yard } from '@vaktman/contract';
import type { DateCode, ProfileName } from '@vaktman/core';
import type { Queryable } from '../database/pool';

/** Id of the fleet this database serves, or null when it is empty. */
export const findFleetId = async (db: Queryable): Promise<string | null> => {
  const { rows } = await db.query<{ fleetId: string }>(
    'SELECT fleet_id AS "fleetId" FROM fleet ORDER BY created_at LIMIT 1',
  );
  return rows[0]?.fleetId ?? null;
};

/** The fleet with its yards and people, or null when the id is not known. */
export const loadFleet = async (db: Queryable, fleetId: string): Promise<Fleet | null> => {
  const fleet = await db.query<{ name: string; timeZone: string; profile: ProfileName; dateCodes: DateCode[] }>(
    'SELECT name, time_zone AS "timeZone", method_profile AS profile, date_codes AS "dateCodes" FROM fleet WHERE fleet_id = $1',
    [fleetId],
  );
  const head = fleet.rows[0];
  if (head === undefined) return null;
  const yards = await db.query<Yard>(
    'SELECT yard_id AS "yardId", name FROM yard WHERE fleet_id = $1 ORDER BY ordinal, name',
    [fleetId],
  );
  const people = await db.query<Person>(
    'SELECT person_id AS "personId", name, role FROM person WHERE fleet_id = $1 ORDER BY name',
    [fleetId],
  );
  return { fleetId, ...head, yards: yards.rows, people: people.rows };
};

export const insertFleet = async (db: Queryable, fleet: Fleet): Promise<void> => {
  await db.query(
    'INSERT INTO fleet (fleet_id, name, time_zone, method_profile, date_codes) VALUES ($1, $2, $3, $4, $5)',
    [fleet.fleetId, fleet.name, fleet.timeZone, fleet.profile, JSON.stringify(fleet.dateCodes)],
  );
  for (const [ordinal, { yardId, name }] of fleet.yards.entries()) {
    await db.query('INSERT INTO yard (fleet_id, yard_id, name, ordinal) VALUES ($1, $2, $3, $4)', [
      fleet.fleetId,
      yardId,
      name,
      ordinal,
    ]);
  }
  for (const { personId, name, role } of fleet.people) {
    await db.query('INSERT INTO person (fleet_id, person_id, name, role) VALUES ($1, $2, $3, $4)', [
      fleet.fleetId,
      personId,
      name,
      role,
    ]);
  }
};

/** Chooses the method new visits are judged by. Visits already opened keep theirs. */
export const setFleetProfile = async (db: Queryable, fleetId: string, profile: ProfileName): Promise<void> => {
  await db.query('UPDATE fleet SET method_profile = $2 WHERE fleet_id = $1', [fleetId, profile]);
};

/** Sets the codes on batteries that this shop reads besides the usual one. */
export const setDateCodes = async (db: Queryable, fleetId: string, dateCodes: readonly DateCode[]): Promise<void> => {
  await db.query('UPDATE fleet SET date_codes = $2 WHERE fleet_id = $1', [fleetId, JSON.stringify(dateCodes)]);
};

export const insertPerson = async (
  db: Queryable,
  fleetId: string,
  personId: string,
  { name, role }: PersonDraft,
): Promise<void> => {
  await db.query('INSERT INTO person (fleet_id, person_id, name, role) VALUES ($1, $2, $3, $4)', [
    fleetId,
    personId,
    name,
    role,
  ]);
};

/** Changes a name or role; readings keep the name they were taken under. False when nobody has the id. */
export const updatePerson = async (
  db: Queryable,
  fleetId: string,
  personId: string,
  { name, role }: PersonDraft,
): Promise<boolean> => {
  const { rowCount } = await db.query('UPDATE person SET name = $3, role = $4 WHERE fleet_id = $1 AND person_id = $2', [
    fleetId,
    personId,
    name,
    role,
  ]);
  return rowCount === 1;
};

/** Every name somebody of the fleet goes by, or went by. */
export const knownNames = async (db: Queryable, fleetId: string): Promise<ReadonlySet<string>> => {
  const { rows } = await db.query<{ name: string }>('SELECT name FROM person_name WHERE fleet_id = $1', [fleetId]);
  return new Set(rows.map(({ name }) => name));
};
