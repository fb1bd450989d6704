import type { Person, PersonDraft } from '@vaktman/contract';
import type { Queryable } from '../database/pool';

/** Everybody who works or worked in the fleet, by name. */
export const listPeople = async (db: Queryable, fleetId: string): Promise<Person[]> => {
  const { rows } = await db.query<Omit<Person, 'endedAt'> & { endedAt: Date | null }>(
    'SELECT person_id AS "personId", name, role, ended_at AS "endedAt" FROM person WHERE fleet_id = $1 ORDER BY name',
    [fleetId],
  );
  return rows.map((row) => ({ ...row, endedAt: row.endedAt?.toISOString() ?? null }));
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

/** Somebody leaves, or comes back. False when nobody has the id. */
export const endPerson = async (db: Queryable, fleetId: string, personId: string, ended: boolean): Promise<boolean> => {
  const { rowCount } = await db.query(
    `UPDATE person SET ended_at = CASE WHEN $3 THEN coalesce(ended_at, now()) END WHERE fleet_id = $1 AND person_id = $2`,
    [fleetId, personId, ended],
  );
  return rowCount === 1;
};

/** Every name somebody of the fleet goes by, or went by. */
export const knownNames = async (db: Queryable, fleetId: string): Promise<ReadonlySet<string>> => {
  const { rows } = await db.query<{ name: string }>('SELECT name FROM person_name WHERE fleet_id = $1', [fleetId]);
  return new Set(rows.map(({ name }) => name));
};
