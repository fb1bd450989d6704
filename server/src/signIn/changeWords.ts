import type { LinkOffer, LinkUse, OwnWords } from '@vaktman/contract';
import type { FleetId } from '@vaktman/core';
import { withTransaction, type Pool } from '../database/pool';
import { asWho } from '../database/who';
import { ClientError } from '../http/problem';
import { linkOf, peopleOfLink, useUpLink } from './linkStore';
import { endOtherSessions, type SignedIn } from './sessionStore';
import { forgetTries } from './tries';
import { checkPassphrase, setOwnWords } from './wordStore';

const badLink = (): ClientError =>
  new ClientError(
    404,
    'This link was used or is over. A lead makes another one; the first lead finds it where the server was started.',
  );

/** Changes one's own words. Whoever knew the old ones is out. @throws {ClientError} where the passphrase is none */
export const changeOwnWords = async (
  pool: Pool,
  fleetId: FleetId,
  { personId, name, sessionId }: SignedIn,
  words: OwnWords,
): Promise<void> => {
  if (words.passphrase !== undefined) checkPassphrase(words.passphrase, [name]);
  await withTransaction(pool, async (db) => {
    await setOwnWords(db, fleetId, personId, words);
    await endOtherSessions(db, fleetId, personId, sessionId);
  });
};

/** Who may choose words by a link; nobody where there is no fleet yet. @throws {ClientError} where the link opens nothing */
export const offeredByLink = async (
  pool: Pool,
  fleetId: FleetId | null,
  link: string,
): Promise<LinkOffer['people']> => {
  const found = await linkOf(pool, link);
  if (found === null) throw badLink();
  return fleetId === null ? [] : peopleOfLink(pool, fleetId, found);
};

/**
 * Chooses words by a link, once. Sessions of before end, and wrong tries are forgotten.
 * @returns who they are of
 * @throws {ClientError} where the link opens nothing for that person, or the passphrase is none
 */
export const wordsByLink = async (
  pool: Pool,
  fleetId: FleetId,
  { link, personId, ...words }: LinkUse,
): Promise<LinkOffer['people'][number]> => {
  const person = (await offeredByLink(pool, fleetId, link)).find((one) => one.personId === personId);
  if (person === undefined) throw badLink();
  checkPassphrase(words.passphrase, [person.name]);
  await asWho({ person: person.name, device: '' }, async () =>
    withTransaction(pool, async (db) => {
      if (!(await useUpLink(db, link))) throw badLink();
      await setOwnWords(db, fleetId, person.personId, words);
      await endOtherSessions(db, fleetId, person.personId, null);
      await forgetTries(db, fleetId, 'passphrase', person.name);
      await forgetTries(db, fleetId, 'pin', person.personId);
    }),
  );
  return person;
};
