import type { Fleet, Person, Yard } from '@vaktman/contract';
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
  const fleet = await db.query<{ name: string; timeZone: string }>(
    'SELECT name, time_zone AS "timeZone" FROM fleet WHERE fleet_id = $1',
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
  await db.query('INSERT INTO fleet (fleet_id, name, time_zone) VALUES ($1, $2, $3)', [
    fleet.fleetId,
    fleet.name,
    fleet.timeZone,
  ]);
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
