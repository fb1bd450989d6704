import type { FleetId, PersonId } from '@vaktman/core';
import { CODE_DIGITS, type NewBrowsers } from '@vaktman/contract';
import { randomInt } from 'node:crypto';
import type { Queryable } from '../database/pool';
import { digestOf } from './secret';

/** How long a code stands. */
const CODE_MINUTES = 10;

/** What a browser that is not on record is asked for besides the passphrase. */
export const newBrowsersOf = async (db: Queryable, fleetId: FleetId): Promise<NewBrowsers> => {
  const { rows } = await db.query<{ ask: NewBrowsers }>('SELECT new_browsers AS ask FROM fleet WHERE fleet_id = $1', [
    fleetId,
  ]);
  return rows[0]?.ask ?? 'passphrase';
};

export const setNewBrowsers = async (db: Queryable, fleetId: FleetId, ask: NewBrowsers): Promise<void> => {
  await db.query('UPDATE fleet SET new_browsers = $2 WHERE fleet_id = $1', [fleetId, ask]);
};

/** Makes a code for somebody, in place of the one before. @returns it, told once, and until when it stands */
export const makeCode = async (
  db: Queryable,
  fleetId: FleetId,
  personId: PersonId,
): Promise<{ readonly code: string; readonly endsAt: string }> => {
  const code = String(randomInt(10 ** CODE_DIGITS)).padStart(CODE_DIGITS, '0');
  const { rows } = await db.query<{ endsAt: Date }>(
    `INSERT INTO sign_in_code (fleet_id, person_id, digest, ends_at) VALUES ($1, $2, $3, now() + make_interval(mins => $4))
     ON CONFLICT (fleet_id, person_id) DO UPDATE SET digest = excluded.digest, ends_at = excluded.ends_at RETURNING ends_at AS "endsAt"`,
    [fleetId, personId, digestOf(`${personId} ${code}`), CODE_MINUTES],
  );
  return { code, endsAt: rows[0]?.endsAt.toISOString() ?? '' };
};

/** True when a code is the one that was made for somebody; it is used up by that. */
export const useUpCode = async (
  db: Queryable,
  fleetId: FleetId,
  personId: PersonId,
  code: string,
): Promise<boolean> => {
  const { rowCount } = await db.query(
    'DELETE FROM sign_in_code WHERE fleet_id = $1 AND person_id = $2 AND digest = $3 AND ends_at > now()',
    [fleetId, personId, digestOf(`${personId} ${code}`)],
  );
  return rowCount === 1;
};
