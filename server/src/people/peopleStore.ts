import type { Person, PersonDraft, Role } from '@vaktman/contract';
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

/** Somebody who works here, as signing in asks for them. */
type Working = Pick<Person, 'personId' | 'name' | 'role'>;
const WORKING = 'SELECT person_id AS "personId", name, role FROM person WHERE fleet_id = $1 AND ended_at IS NULL';

/** Who works here under a name, however it is written large or small; null when nobody does. */
export const findByName = async (db: Queryable, fleetId: string, name: string): Promise<Working | null> => {
  const { rows } = await db.query<Working>(`${WORKING} AND lower(name) = lower($2) ORDER BY person_id LIMIT 1`, [
    fleetId,
    name.trim(),
  ]);
  return rows[0] ?? null;
};

/** Who works here by id; null when nobody does. */
export const findPerson = async (db: Queryable, fleetId: string, personId: string): Promise<Working | null> => {
  const { rows } = await db.query<Working>(`${WORKING} AND person_id = $2`, [fleetId, personId]);
  return rows[0] ?? null;
};

/** Every name somebody of the fleet goes by, or went by, with what they may do: the most, where two have had one name. */
export const knownRoles = async (db: Queryable, fleetId: string): Promise<ReadonlyMap<string, Role>> => {
  const { rows } = await db.query<{ name: string; role: Role }>(
    `SELECT n.name, p.role FROM person_name n JOIN person p USING (fleet_id, person_id) WHERE fleet_id = $1
     ORDER BY array_position(ARRAY['viewer', 'trainee', 'technician', 'lead'], p.role)`,
    [fleetId],
  );
  return new Map(rows.map(({ name, role }) => [name, role]));
};
