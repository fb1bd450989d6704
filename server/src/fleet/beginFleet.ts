import type { NewFleet } from '@vaktman/contract';
import { present, type FleetId } from '@vaktman/core';
import { randomUUID } from 'node:crypto';
import { withTransaction, type Pool } from '../database/pool';
import { ClientError } from '../http/problem';
import { linkOf, useUpLink } from '../signIn/linkStore';
import { checkPassphrase, setOwnWords } from '../signIn/wordStore';
import { findFleetId, holdBeginning, insertFleet } from './fleetStore';

const badLink = (): ClientError =>
  new ClientError(404, 'This link was used or is over. A new one is printed where the server is started.');

export const hasOne = (): ClientError => new ClientError(409, 'There is a fleet here already. Nothing was stored.');

/**
 * One's own fleet is begun by whoever started the server: they alone were told the link.
 * @throws {ClientError} where the link opens nothing
 */
export const checkBeginning = async (pool: Pool, link: string): Promise<void> => {
  if ((await linkOf(pool, link)) === null) throw (await findFleetId(pool)) === null ? badLink() : hasOne();
};

/**
 * Begins a fleet of one's own, once. The first of its people is its lead and has the passphrase.
 * @returns the fleet, and who signs in to it first
 * @throws {ClientError} where there is one already, the link opens nothing, or the passphrase is none
 */
export const beginFleet = async (pool: Pool, { name, timeZone, yards, people, link, passphrase }: NewFleet) => {
  if ((await findFleetId(pool)) !== null) throw hasOne();
  await checkBeginning(pool, link);
  const fleetId: FleetId = randomUUID();
  const staff = people.map((person) => ({ ...person, personId: randomUUID(), endedAt: null }));
  const first = present(staff[0]);
  checkPassphrase(passphrase, [first.name, name]);
  await withTransaction(pool, async (db) => {
    await holdBeginning(db);
    if ((await findFleetId(db)) !== null) throw hasOne();
    await insertFleet(db, {
      fleetId,
      name,
      timeZone,
      profile: 'pile',
      dateCodes: [],
      classes: [],
      demo: false,
      yards: yards.map((yard) => ({ ...yard, yardId: randomUUID(), endedAt: null })),
      people: staff,
    });
    await setOwnWords(db, fleetId, first.personId, { passphrase });
    if (!(await useUpLink(db, link))) throw badLink();
  });
  return { fleetId, first };
};
