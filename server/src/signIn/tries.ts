import type { FleetId } from '@vaktman/core';
import { createHash } from 'node:crypto';
import type { Queryable } from '../database/pool';
import { ClientError } from '../http/problem';

export type WordKind = 'passphrase' | 'pin';

/** Wrong words that may follow one another without a wait. */
const FREE = 5;
const FIRST_WAIT_S = 30;
const LONGEST_WAIT_S = 3600;

/** Seconds to wait after so many wrong words in a row: 30 after the fifth, then twice as long each time, up to an hour. */
export const waitSeconds = (wrong: number): number =>
  wrong < FREE ? 0 : Math.min(LONGEST_WAIT_S, FIRST_WAIT_S * 2 ** (wrong - FREE));

/** Kept by a digest: a name that is no one's here may be anything that was typed. */
const keyOf = (who: string): string => createHash('sha256').update(who.trim().toLowerCase()).digest('hex');

/** Under what wrong codes of somebody are counted, apart from their passphrase. */
export const codeOf = (name: string): string => `${name.trim()} code`;

/** Refuses while somebody has to wait after wrong words. @throws {ClientError} 429 with the seconds that are left */
export const checkTries = async (db: Queryable, fleetId: FleetId, kind: WordKind, who: string): Promise<void> => {
  const { rows } = await db.query<{ left: number }>(
    `SELECT ceil(extract(epoch FROM waits_until - now()))::int AS left FROM sign_in_try
     WHERE fleet_id = $1 AND kind = $2 AND who = $3 AND waits_until > now()`,
    [fleetId, kind, keyOf(who)],
  );
  const left = rows[0]?.left;
  if (left !== undefined)
    throw new ClientError(429, `Too many wrong tries. Wait ${left} s; a lead can unlock it.`, [], {
      waitSeconds: left,
    });
};

/** Counts a wrong word. @returns seconds to wait from now on */
export const countWrong = async (db: Queryable, fleetId: FleetId, kind: WordKind, who: string): Promise<number> => {
  const { rows } = await db.query<{ wrong: number }>(
    `INSERT INTO sign_in_try (fleet_id, kind, who, wrong) VALUES ($1, $2, $3, 1)
     ON CONFLICT (fleet_id, kind, who) DO UPDATE SET wrong = sign_in_try.wrong + 1, tried_at = now() RETURNING wrong`,
    [fleetId, kind, keyOf(who)],
  );
  const wait = waitSeconds(rows[0]?.wrong ?? 0);
  if (wait > 0)
    await db.query(
      `UPDATE sign_in_try SET waits_until = now() + make_interval(secs => $4) WHERE fleet_id = $1 AND kind = $2 AND who = $3`,
      [fleetId, kind, keyOf(who), wait],
    );
  return wait;
};

/** Forgets wrong words: the right one was given, or a lead unlocks. */
export const forgetTries = async (db: Queryable, fleetId: FleetId, kind: WordKind, who: string): Promise<void> => {
  await db.query('DELETE FROM sign_in_try WHERE fleet_id = $1 AND kind = $2 AND who = $3', [fleetId, kind, keyOf(who)]);
};

/** Nobody's tries are of use for longer than a day. */
export const dropOldTries = async (db: Queryable): Promise<void> => {
  await db.query(`DELETE FROM sign_in_try WHERE tried_at < now() - interval '1 day'`);
};
