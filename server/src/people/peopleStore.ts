import type { FleetId, PersonId } from '@vaktman/core';
import type { Person, PersonDraft, Role } from '@vaktman/contract';
import type { Queryable } from '../database/pool';

/** Everybody who works or worked in the fleet, by name. */
export const listPeople = async (db: Queryable, fleetId: FleetId): Promise<Person[]> => {
  const { rows } = await db.query<Omit<Person, 'endedAt'> & { endedAt: Date | null }>(
    'SELECT person_id AS "personId", name, role, ended_at AS "endedAt" FROM person WHERE fleet_id = $1 ORDER BY name',
    [fleetId],
  );
  return rows.map((row) => ({ ...row, endedAt: row.endedAt?.toISOString() ?? null }));
};

export const insertPerson = async (
  db: Queryable,
  fleetId: FleetId,
  personId: PersonId,
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
  fleetId: FleetId,
  personId: PersonId,
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
export const endPerson = async (
  db: Queryable,
  fleetId: FleetId,
  personId: PersonId,
  ended: boolean,
): Promise<boolean> => {
  const { rowCount } = await db.query(
    `UPDATE person SET ended_at = CASE WHEN $3 THEN coalesce(ended_at, now()) END WHERE fleet_id = $1 AND person_id = $2`,
    [fleetId, personId, ended],
  );
  return rowCount === 1;
};

/** Somebody who works here, as signing in asks for them. */
export type Working = Pick<Person, 'personId' | 'name' | 'role'>;
const WORKING = 'SELECT person_id AS "personId", name, role FROM person WHERE fleet_id = $1 AND ended_at IS NULL';

/** Who works here under a name, however it is written large or small; null when nobody does. */
export const findByName = async (db: Queryable, fleetId: FleetId, name: string): Promise<Working | null> => {
  const { rows } = await db.query<Working>(`${WORKING} AND lower(name) = lower($2) ORDER BY person_id LIMIT 1`, [
    fleetId,
    name.trim(),
  ]);
  return rows[0] ?? null;
};

/** Who works here by id; null when nobody does. */
export const findPerson = async (db: Queryable, fleetId: FleetId, personId: PersonId): Promise<Working | null> => {
  const { rows } = await db.query<Working>(`${WORKING} AND person_id = $2`, [fleetId, personId]);
  return rows[0] ?? null;
};

/** Somebody who works or worked here, with what they might do when. */
export interface KnownPerson {
  readonly personId: PersonId;
  readonly name: string;
  /** Every name they go by or went by. */
  readonly names: readonly string[];
  readonly endedMs: number | null;
  /** What they might do, and since when, milliseconds since 1970; the latest first. */
  readonly roles: readonly { readonly role: Role; readonly fromMs: number }[];
}

/** Those who work or worked in the fleet under some ids or names, with what they might do when. */
export const knownPeople = async (
  db: Queryable,
  fleetId: FleetId,
  { personIds, names }: { readonly personIds: readonly PersonId[]; readonly names: readonly string[] },
): Promise<readonly KnownPerson[]> => {
  const { rows } = await db.query<{
    personId: PersonId;
    name: string;
    names: string[];
    endedAt: Date | null;
    roles: { role: Role; from: number | null }[];
  }>(
    `SELECT person_id AS "personId", name, ended_at AS "endedAt",
            (SELECT array_agg(n.name) FROM person_name n WHERE n.fleet_id = p.fleet_id AND n.person_id = p.person_id) AS names,
            coalesce((SELECT json_agg(json_build_object('role', r.role, 'from', CASE WHEN isfinite(r.from_at) THEN extract(epoch FROM r.from_at) * 1000 END) ORDER BY r.from_at DESC)
             FROM person_role r WHERE r.fleet_id = p.fleet_id AND r.person_id = p.person_id),
              json_build_array(json_build_object('role', role, 'from', NULL))) AS roles
     FROM person p WHERE fleet_id = $1 AND (person_id = ANY($2)
       OR person_id IN (SELECT o.person_id FROM person_name o WHERE o.fleet_id = $1 AND o.name = ANY($3)))`,
    [fleetId, personIds, names],
  );
  return rows.map(({ endedAt, roles, ...row }) => ({
    ...row,
    endedMs: endedAt?.getTime() ?? null,
    roles: roles.map(({ role, from }) => ({ role, fromMs: from ?? -Infinity })),
  }));
};

/** What somebody might do at a moment, milliseconds since 1970. */
export const roleAt = ({ roles }: KnownPerson, ms: number): Role | null =>
  roles.find(({ fromMs }) => fromMs <= ms)?.role ?? null;
