import type { FleetId } from '@vaktman/core';
import type { ProgramKey, ProgramKeyDraft, Scope } from '@vaktman/contract';
import { randomUUID } from 'node:crypto';
import type { Queryable } from '../database/pool';
import { digestOf, newSecret } from './secret';

/** A program that asks by its key. */
export interface Program {
  readonly keyId: string;
  readonly fleetId: FleetId;
  readonly name: string;
  readonly scopes: readonly Scope[];
}

/** When a key was used last is written no oftener. */
const USED_EVERY = `interval '1 minute'`;

/** The program a key stands for, or null; one that was ended is none. */
export const programOf = async (db: Queryable, key: string): Promise<Program | null> => {
  const { rows } = await db.query<Program & { stale: boolean }>(
    `SELECT key_id AS "keyId", fleet_id AS "fleetId", name, scopes, coalesce(used_at < now() - ${USED_EVERY}, true) AS stale
     FROM program_key WHERE digest = $1 AND ended_at IS NULL`,
    [digestOf(key)],
  );
  const found = rows[0];
  if (found === undefined) return null;
  const { stale, ...program } = found;
  if (stale) await db.query('UPDATE program_key SET used_at = now() WHERE key_id = $1', [program.keyId]);
  return program;
};

/** Makes a key. @returns it, told once */
export const insertKey = async (
  db: Queryable,
  fleetId: FleetId,
  { name, scopes }: ProgramKeyDraft,
  by: string,
): Promise<{ readonly keyId: string; readonly key: string }> => {
  const [keyId, key] = [randomUUID(), `vk_${newSecret()}`];
  await db.query(
    'INSERT INTO program_key (fleet_id, key_id, name, scopes, digest, made_by) VALUES ($1, $2, $3, $4, $5, $6)',
    [fleetId, keyId, name, [...new Set(scopes)], digestOf(key), by],
  );
  return { keyId, key };
};

/** Ends a key. False when there is none. */
export const endKey = async (db: Queryable, fleetId: FleetId, keyId: string): Promise<boolean> => {
  const { rowCount } = await db.query(
    'UPDATE program_key SET ended_at = coalesce(ended_at, now()) WHERE fleet_id = $1 AND key_id = $2',
    [fleetId, keyId],
  );
  return rowCount === 1;
};

/** Every key there is or was, in use before ended. */
export const listKeys = async (db: Queryable, fleetId: FleetId): Promise<ProgramKey[]> => {
  const { rows } = await db.query<
    Omit<ProgramKey, 'madeAt' | 'usedAt' | 'endedAt'> & { madeAt: Date; usedAt: Date | null; endedAt: Date | null }
  >(
    `SELECT key_id AS "keyId", name, scopes, made_by AS "madeBy", made_at AS "madeAt", used_at AS "usedAt", ended_at AS "endedAt"
     FROM program_key WHERE fleet_id = $1 ORDER BY ended_at IS NOT NULL, made_at DESC, key_id`,
    [fleetId],
  );
  return rows.map((row) => ({
    ...row,
    madeAt: row.madeAt.toISOString(),
    usedAt: row.usedAt?.toISOString() ?? null,
    endedAt: row.endedAt?.toISOString() ?? null,
  }));
};
