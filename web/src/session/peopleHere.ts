import type { PersonId } from '@vaktman/core';
import type { Colleague } from '@vaktman/contract';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

/** Somebody who signed in by PIN on this device, and what their PIN is checked against while the server is out of reach. */
export interface PersonHere extends Pick<Colleague, 'personId' | 'name' | 'role'> {
  readonly salt: Uint8Array<ArrayBuffer>;
  readonly check: ArrayBuffer;
  /** When the server last let them in here, milliseconds since 1970. */
  readonly letInMs: number;
  /** Wrong PINs in a row, and until when they wait. */
  readonly wrong: number;
  readonly waitsUntilMs: number;
}

/** What became of a PIN that was typed without network. */
export type Checked =
  | { readonly kind: 'right'; readonly person: PersonHere }
  | { readonly kind: 'wrong'; readonly waitSeconds: number }
  /** Nobody who was let in here lately, or a browser that cannot check. */
  | { readonly kind: 'unknown' };

interface PeopleSchema extends DBSchema {
  people: { key: string; value: PersonHere };
  secret: { key: 'pepper'; value: CryptoKey };
}

/** How long somebody may go on here without the server having let them in anew. */
export const LET_IN_DAYS = 14;
/** As many rounds as OWASP names for PBKDF2 with SHA-256. */
const ROUNDS = 600_000;
const FREE_TRIES = 5;
const FIRST_WAIT_S = 30;
const LONGEST_WAIT_S = 3600;

/** Seconds to wait after so many wrong PINs in a row, as the server counts them: 30 after the fifth, then twice as long. */
const waitSeconds = (wrong: number): number =>
  wrong < FREE_TRIES ? 0 : Math.min(LONGEST_WAIT_S, FIRST_WAIT_S * 2 ** (wrong - FREE_TRIES));

const opened = (): Promise<IDBPDatabase<PeopleSchema>> =>
  openDB<PeopleSchema>('vaktman-people', 1, {
    upgrade: (database) => {
      database.createObjectStore('people', { keyPath: 'personId' });
      database.createObjectStore('secret');
    },
  });

const used = async <T>(work: (database: IDBPDatabase<PeopleSchema>) => Promise<T>): Promise<T> => {
  const database = await opened();
  try {
    return await work(database);
  } finally {
    database.close();
  }
};

/** Undefined where a page came over plain http from another machine: nobody is checked there. */
const subtle = (): SubtleCrypto | undefined => (globalThis.crypto as { readonly subtle?: SubtleCrypto }).subtle;

/** A key of this browser alone, which nobody can read: what is kept of a PIN is of no use elsewhere. */
const pepper = async (database: IDBPDatabase<PeopleSchema>, crypto: SubtleCrypto): Promise<CryptoKey> => {
  const kept = await database.get('secret', 'pepper');
  if (kept !== undefined) return kept;
  const made = await crypto.generateKey({ name: 'HMAC', hash: 'SHA-256' }, false, ['sign']);
  await database.put('secret', made, 'pepper');
  return made;
};

const checkOf = async (
  crypto: SubtleCrypto,
  key: CryptoKey,
  pin: string,
  salt: Uint8Array<ArrayBuffer>,
): Promise<ArrayBuffer> => {
  const typed = await crypto.importKey('raw', new TextEncoder().encode(pin), 'PBKDF2', false, ['deriveBits']);
  const slow = await crypto.deriveBits({ name: 'PBKDF2', hash: 'SHA-256', salt, iterations: ROUNDS }, typed, 256);
  return crypto.sign('HMAC', key, slow);
};

const isSame = (one: ArrayBuffer, other: ArrayBuffer): boolean => {
  const [left, right] = [new Uint8Array(one), new Uint8Array(other)];
  return left.length === right.length && left.reduce((diff, byte, at) => diff | (byte ^ (right[at] ?? 0)), 0) === 0;
};

/** Keeps what a PIN is checked against without network, once the server has found it right. */
export const keepPerson = async (
  person: Pick<Colleague, 'personId' | 'name' | 'role'>,
  pin: string,
  nowMs: number,
): Promise<void> => {
  const crypto = subtle();
  if (crypto === undefined) return;
  await used(async (database) => {
    const salt = globalThis.crypto.getRandomValues(new Uint8Array(16));
    const check = await checkOf(crypto, await pepper(database, crypto), pin, salt);
    const { personId, name, role } = person;
    await database.put('people', { personId, name, role, salt, check, letInMs: nowMs, wrong: 0, waitsUntilMs: 0 });
  });
};

/** Who may go on here without network, the last let in first. */
export const peopleHere = async (nowMs: number): Promise<readonly PersonHere[]> =>
  used(async (database) =>
    (await database.getAll('people'))
      .filter(({ letInMs }) => nowMs - letInMs < LET_IN_DAYS * 86_400_000)
      .sort((one, other) => other.letInMs - one.letInMs),
  );

/** Checks a PIN against what this device keeps, and counts the wrong ones here. */
export const checkPin = async (personId: PersonId, pin: string, nowMs: number): Promise<Checked> => {
  const crypto = subtle();
  if (crypto === undefined) return { kind: 'unknown' };
  return used(async (database) => {
    const known = await database.get('people', personId);
    if (known === undefined || nowMs - known.letInMs >= LET_IN_DAYS * 86_400_000) return { kind: 'unknown' };
    const left = Math.ceil((known.waitsUntilMs - nowMs) / 1000);
    if (left > 0) return { kind: 'wrong', waitSeconds: left };
    const isRight = isSame(await checkOf(crypto, await pepper(database, crypto), pin, known.salt), known.check);
    const transaction = database.transaction('people', 'readwrite');
    // Counted on what stands there now: another tab may have counted meanwhile.
    const now = (await transaction.store.get(personId)) ?? known;
    const wrong = isRight ? 0 : now.wrong + 1;
    const wait = waitSeconds(wrong);
    const person = { ...now, wrong, waitsUntilMs: wait > 0 ? nowMs + wait * 1000 : 0 };
    await transaction.store.put(person);
    await transaction.done;
    return isRight ? { kind: 'right', person } : { kind: 'wrong', waitSeconds: wait };
  });
};

/**
 * Takes over what the server says of the people here: names and roles of those who still have a PIN; who is not among them
 * goes on no more.
 */
export const followServer = async (colleagues: readonly Colleague[]): Promise<void> =>
  used(async (database) => {
    const transaction = database.transaction('people', 'readwrite');
    for (const kept of await transaction.store.getAll()) {
      const now = colleagues.find(({ personId, hasPin }) => hasPin && personId === kept.personId);
      if (now === undefined) await transaction.store.delete(kept.personId);
      else await transaction.store.put({ ...kept, name: now.name, role: now.role });
    }
    await transaction.done;
  });

/** Nobody goes on here without network any more. */
export const forgetPeople = async (): Promise<void> => used((database) => database.clear('people'));
