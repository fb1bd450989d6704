import type { FleetId, PersonId } from '@vaktman/core';
import type { OwnWords, Session } from '@vaktman/contract';
import type { Queryable } from '../database/pool';
import { ClientError } from '../http/problem';
import { isCommon } from './commonWords';
import type { WordKind } from './tries';
import { hashWord } from './wordHash';

/** The hash of somebody's word, or null where they chose none. */
export const wordOf = async (
  db: Queryable,
  fleetId: FleetId,
  personId: PersonId,
  kind: WordKind,
): Promise<string | null> => {
  const { rows } = await db.query<{ hash: string }>(
    'SELECT hash FROM sign_in_word WHERE fleet_id = $1 AND person_id = $2 AND kind = $3',
    [fleetId, personId, kind],
  );
  return rows[0]?.hash ?? null;
};

/** Refuses a passphrase that would be tried first. @param path of the field, for the answer */
export const checkPassphrase = (passphrase: string, own: readonly string[], path = 'passphrase'): void => {
  if (isCommon(passphrase, [...own.flatMap((name) => [name, ...name.split(/[^\p{L}]+/u)]), 'vaktman']))
    throw new ClientError(422, 'Some fields are not as expected. Nothing was stored.', [
      { path, message: 'expected words that are not tried first; four words that do not belong together do well' },
    ]);
};

/** Keeps a word; where it is a made-up person's it is also kept as it is, to be shown. */
export const setWord = async (
  db: Queryable,
  fleetId: FleetId,
  personId: PersonId,
  kind: WordKind,
  word: string,
  shown = false,
): Promise<void> => {
  await db.query(
    `INSERT INTO sign_in_word (fleet_id, person_id, kind, hash, shown) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (fleet_id, person_id, kind) DO UPDATE SET hash = excluded.hash, shown = excluded.shown, set_at = now()`,
    [fleetId, personId, kind, await hashWord(word), shown ? word : null],
  );
};

/** Keeps what somebody chose: their passphrase, their PIN, or both. */
export const setOwnWords = async (
  db: Queryable,
  fleetId: FleetId,
  personId: PersonId,
  { passphrase, pin }: OwnWords,
): Promise<void> => {
  if (passphrase !== undefined) await setWord(db, fleetId, personId, 'passphrase', passphrase);
  if (pin !== undefined) await setWord(db, fleetId, personId, 'pin', pin);
};

/** Made-up people and the words they sign in with, as long as the demo is there and the words are still its own. */
export const demoWords = async (db: Queryable, fleetId: FleetId): Promise<Session['demo']> => {
  const { rows } = await db.query<Session['demo'][number]>(
    `SELECT person_id AS "personId", p.name, role, w.shown AS passphrase, n.shown AS pin
     FROM person p JOIN fleet f USING (fleet_id)
       JOIN sign_in_word w USING (fleet_id, person_id) JOIN sign_in_word n USING (fleet_id, person_id)
     WHERE fleet_id = $1 AND p.demo AND f.demo AND p.ended_at IS NULL AND w.kind = 'passphrase' AND n.kind = 'pin'
       AND w.shown IS NOT NULL AND n.shown IS NOT NULL
     ORDER BY array_position(ARRAY['technician', 'trainee', 'lead', 'viewer'], role), p.name`,
    [fleetId],
  );
  return rows;
};

/** True when a lead could sign in; where none can, the server prints a link. */
export const hasLead = async (db: Queryable, fleetId: FleetId): Promise<boolean> => {
  const { rows } = await db.query(
    `SELECT 1 FROM person p JOIN sign_in_word w USING (fleet_id, person_id)
     WHERE fleet_id = $1 AND role = 'lead' AND ended_at IS NULL AND w.kind = 'passphrase' LIMIT 1`,
    [fleetId],
  );
  return rows.length > 0;
};
