import { archiveSchema, newFleetSchema, type Beginning } from '@vaktman/contract';
import { present } from '@vaktman/core';
import { Hono } from 'hono';
import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { importArchive } from '../archive/importArchive';
import { withTransaction, type Pool } from '../database/pool';
import { bringWhole } from '../export/bringWhole';
import { rebuild } from '../outlook/rebuild';
import { sqlState } from '../database/sqlState';
import { checkedBody } from '../http/body';
import { ClientError } from '../http/problem';
import type { Cookies } from '../signIn/cookies';
import { linkOf, useUpLink } from '../signIn/linkStore';
import { signIn } from '../signIn/signer';
import { checkPassphrase, setOwnWords } from '../signIn/wordStore';
import { findFleetId, holdBeginning, insertFleet } from './fleetStore';

const UNIQUE_VIOLATION = '23505';

const badLink = (): ClientError =>
  new ClientError(404, 'This link was used or is over. A new one is printed where the server is started.');

const hasOne = (): ClientError => new ClientError(409, 'There is a fleet here already. Nothing was stored.');

/** Loads the made-up fleet from its file into an empty database. @returns false when there is a fleet already */
export const loadDemo = async (pool: Pool, file: string): Promise<boolean> => {
  if ((await findFleetId(pool)) !== null) return false;
  try {
    await importArchive(pool, archiveSchema.parse(JSON.parse(await readFile(file, 'utf8'))));
    return true;
  } catch (error) {
    // Of two that load it at once, the second finds it there.
    if (sqlState(error) === UNIQUE_VIOLATION) return false;
    throw error;
  }
};

/**
 * The first page of an empty database: look at the made-up fleet, or begin one's own.
 * @param demoFile the made-up fleet; null where it is not to be had
 * @param onLaterError told what goes wrong after an answer was given
 */
export const beginRoutes = (
  pool: Pool,
  cookies: Cookies,
  demoFile: string | null,
  onLaterError: (error: unknown) => void,
): Hono => {
  const routes = new Hono();
  /** One's own fleet is begun by whoever started the server: they alone were told the link. */
  const checkLink = async (link: string): Promise<void> => {
    if ((await linkOf(pool, link)) === null) throw (await findFleetId(pool)) === null ? badLink() : hasOne();
  };
  routes.get('/', async (c) => {
    const answer: Beginning = { hasFleet: (await findFleetId(pool)) !== null, hasDemo: demoFile !== null };
    return c.json(answer);
  });
  routes.post('/demo', async (c) => {
    if (demoFile === null) throw new ClientError(404, 'The made-up fleet is not to be had here.');
    if (!(await loadDemo(pool, demoFile))) throw hasOne();
    return c.json({ hasFleet: true }, 201);
  });
  routes.post('/fleet', async (c) => {
    const { name, timeZone, yards, people, link, passphrase } = await checkedBody(c, newFleetSchema);
    if ((await findFleetId(pool)) !== null) throw hasOne();
    await checkLink(link);
    const fleetId = randomUUID();
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
    await signIn(c, pool, fleetId, cookies, first, false);
    return c.json({ fleetId }, 201);
  });
  routes.post('/record', async (c) => {
    // The link is not used up: with it a lead of the record chooses a passphrase afterwards.
    await checkLink(c.req.header('x-vaktman-link') ?? '');
    const body = c.req.raw.body;
    if (body === null) throw new ClientError(422, 'Nothing was brought here: the body is empty.');
    const rows = await bringWhole(pool, body);
    // What is computed from the facts follows; a server that ends before goes on with it when it starts.
    rebuild(pool).catch(onLaterError);
    return c.json({ rows }, 201);
  });
  return routes;
};
