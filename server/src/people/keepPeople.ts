import type { PersonDraft } from '@vaktman/contract';
import type { FleetId, PersonId } from '@vaktman/core';
import { randomUUID } from 'node:crypto';
import { withTransaction, type Pool, type Queryable } from '../database/pool';
import { ClientError, notFound } from '../http/problem';
import { linkPath } from '../signIn/leadLink';
import { isSecondAsking, makeLink } from '../signIn/linkStore';
import { codeOf, forgetTries } from '../signIn/tries';
import { hasLead, wordOf } from '../signIn/wordStore';
import { endPerson, findPerson, insertPerson, updatePerson, type Working } from './peopleStore';

/** Refuses what would leave nobody who could sign in as a lead; where there was nobody before, nothing is lost. */
const keepingALead = async (db: Queryable, fleetId: FleetId, change: () => Promise<boolean>): Promise<boolean> => {
  const hadOne = await hasLead(db, fleetId);
  const isKnown = await change();
  if (hadOne && !(await hasLead(db, fleetId)))
    throw new ClientError(409, 'Nothing was stored: nobody could sign in as a lead then. Let another lead in first.');
  return isKnown;
};

const working = async (db: Queryable, fleetId: FleetId, personId: PersonId): Promise<Working> => {
  const person = await findPerson(db, fleetId, personId);
  if (person === null) throw notFound(`Person ${personId}`);
  return person;
};

/** Takes somebody new in. @returns their id */
export const addPerson = async (pool: Pool, fleetId: FleetId, draft: PersonDraft): Promise<PersonId> => {
  const personId = randomUUID();
  await withTransaction(pool, async (db) => insertPerson(db, fleetId, personId, draft));
  return personId;
};

/**
 * Changes what somebody is called and may do.
 * @throws {ClientError} 404 when nobody has the id, 409 when nobody could sign in as a lead then
 */
export const changePerson = async (
  pool: Pool,
  fleetId: FleetId,
  personId: PersonId,
  draft: PersonDraft,
): Promise<void> =>
  withTransaction(pool, async (db) => {
    const isKnown = await keepingALead(db, fleetId, async () => updatePerson(db, fleetId, personId, draft));
    if (!isKnown) throw notFound(`Person ${personId}`);
  });

/**
 * Ends somebody who leaves, or takes them back.
 * @throws {ClientError} 404 when nobody has the id, 409 when nobody could sign in as a lead then
 */
export const setEnded = async (pool: Pool, fleetId: FleetId, personId: PersonId, ended: boolean): Promise<void> =>
  withTransaction(pool, async (db) => {
    const isKnown = await keepingALead(db, fleetId, async () => endPerson(db, fleetId, personId, ended));
    if (!isKnown) throw notFound(`Person ${personId}`);
  });

/**
 * A link by which somebody chooses a passphrase and a PIN. A lead who had one comes back by two others.
 * @param askedBy who asks for it
 * @throws {ClientError} 404 when nobody works here by that id, 409 when it is not theirs alone to ask
 */
export const linkFor = async (
  pool: Pool,
  fleetId: FleetId,
  personId: PersonId,
  askedBy: PersonId,
): Promise<{ readonly path: string; readonly endsAt: string }> => {
  const person = await working(pool, fleetId, personId);
  const isLostLead = person.role === 'lead' && (await wordOf(pool, fleetId, personId, 'passphrase')) !== null;
  if (isLostLead && personId === askedBy)
    throw new ClientError(409, 'You are signed in: choose a new passphrase under your own name.');
  if (isLostLead && !(await isSecondAsking(pool, fleetId, personId, askedBy)))
    throw new ClientError(
      409,
      `A lead comes back by two leads: another one asks for ${person.name}'s link within the hour. Or a link is printed on the server.`,
    );
  const { secret, endsAt } = await makeLink(pool, fleetId, personId);
  return { path: linkPath(secret), endsAt };
};

/** Forgets the wrong tries somebody has to wait for. @throws {ClientError} 404 when nobody works here by that id */
export const unlock = async (pool: Pool, fleetId: FleetId, personId: PersonId): Promise<void> => {
  const { name } = await working(pool, fleetId, personId);
  await forgetTries(pool, fleetId, 'passphrase', name);
  await forgetTries(pool, fleetId, 'passphrase', codeOf(name));
  await forgetTries(pool, fleetId, 'pin', personId);
};
