import type { FleetId } from '@vaktman/core';
import {
  confirmSchema,
  deviceKeySchema,
  linkQuerySchema,
  linkUseSchema,
  ownWordsSchema,
  signInSchema,
  switchSchema,
} from '@vaktman/contract';
import { Hono } from 'hono';
import type { Pool } from '../database/pool';
import { findFleetId } from '../fleet/fleetStore';
import { checkedBody } from '../http/body';
import { ClientError, notFound } from '../http/problem';
import { findByName, findPerson } from '../people/peopleStore';
import type { Cookies } from './cookies';
import { changeOwnWords, offeredByLink, wordsByLink } from './changeWords';
import { keepOwnKey } from './ownKey';
import { personAsking } from './requester';
import { confirmSession, dropOldSessions, endSession, sessionsOf } from './sessionStore';
import { sessionAnswer } from './sessionAnswer';
import { makeCode } from './codeStore';
import { deviceHere, signIn } from './signer';
import { dropOldTries } from './tries';
import { wordChecks } from './wordChecks';

/** The same for a name that is nobody's and for a word that is not right. */
const WRONG = { passphrase: 'Name or passphrase is not right.', pin: 'The PIN is not right.' } as const;

/** Who is signed in where: in by name and passphrase, by PIN on a shared device, by a link once; and out. */
export const sessionRoutes = (pool: Pool, fleetId: () => Promise<FleetId>, cookies: Cookies): Hono => {
  const routes = new Hono();
  const { checkWord, asksCode, checkCode } = wordChecks(pool, fleetId, cookies);

  routes.get('/', async (c) => {
    const fleet = await findFleetId(pool);
    if (fleet === null) return c.json(await sessionAnswer(pool, null, null, null));
    const requester = c.get('requester');
    return c.json(
      await sessionAnswer(
        pool,
        fleet,
        requester?.kind === 'person' ? requester : null,
        await deviceHere(c, pool, fleet, cookies),
      ),
    );
  });
  routes.post('/', async (c) => {
    const { name, passphrase, code } = await checkedBody(c, signInSchema);
    const fleet = await fleetId();
    await dropOldTries(pool);
    await dropOldSessions(pool);
    const person = await findByName(pool, fleet, name);
    await checkWord('passphrase', name, person?.personId ?? null, passphrase, WRONG.passphrase);
    if (person === null) throw new ClientError(401, WRONG.passphrase);
    if (await asksCode(c, fleet, person.personId)) await checkCode(fleet, person, code);
    return c.json(await signIn(c, pool, fleet, cookies, person, false));
  });
  routes.post('/code', async (c) => c.json(await makeCode(pool, await fleetId(), personAsking(c).personId)));
  routes.post('/switch', async (c) => {
    const { personId, pin } = await checkedBody(c, switchSchema);
    const fleet = await fleetId();
    const device = await deviceHere(c, pool, fleet, cookies);
    if (device?.shared !== true)
      throw new ClientError(403, 'A PIN opens shared devices alone: sign in by name and passphrase.');
    const person = await findPerson(pool, fleet, personId);
    await checkWord('pin', personId, person?.personId ?? null, pin, WRONG.pin);
    if (person === null) throw new ClientError(401, WRONG.pin);
    return c.json(await signIn(c, pool, fleet, cookies, person, true));
  });
  routes.post('/end', async (c) => {
    const requester = c.get('requester');
    const fleet = await fleetId();
    if (requester?.kind === 'person') await endSession(pool, fleet, requester.personId, requester.sessionId);
    cookies.dropSession(c);
    return c.json(await sessionAnswer(pool, fleet, null, await deviceHere(c, pool, fleet, cookies)));
  });
  routes.post('/confirmation', async (c) => {
    const { passphrase } = await checkedBody(c, confirmSchema);
    const { personId, name, sessionId } = personAsking(c);
    await checkWord('passphrase', name, personId, passphrase, 'The passphrase is not right.');
    const { secret, hours } = await confirmSession(pool, sessionId);
    cookies.setSession(c, secret, hours);
    return c.json({ confirmed: true });
  });
  routes.put('/words', async (c) => {
    const words = await checkedBody(c, ownWordsSchema);
    await changeOwnWords(pool, await fleetId(), personAsking(c), words);
    return c.json({ changed: true });
  });
  routes.put('/key', async (c) => {
    const key = await checkedBody(c, deviceKeySchema);
    const { deviceId } = personAsking(c);
    return c.json({ key: await keepOwnKey(pool, await fleetId(), deviceId, key) });
  });
  routes.get('/own', async (c) => {
    const { personId, sessionId } = personAsking(c);
    const sessions = await sessionsOf(pool, await fleetId(), personId);
    return c.json({ sessions: sessions.map((one) => ({ ...one, isThis: one.sessionId === sessionId })) });
  });
  routes.put('/own/:sessionId/ending', async (c) => {
    const { personId } = personAsking(c);
    const sessionId = c.req.param('sessionId');
    if (!(await endSession(pool, await fleetId(), personId, sessionId))) throw notFound(`Session ${sessionId}`);
    return c.json({ ended: true });
  });
  routes.post('/link', async (c) => {
    const { link } = await checkedBody(c, linkQuerySchema);
    return c.json({ people: await offeredByLink(pool, await findFleetId(pool), link) });
  });
  routes.put('/link', async (c) => {
    const use = await checkedBody(c, linkUseSchema);
    const fleet = await fleetId();
    const person = await wordsByLink(pool, fleet, use);
    return c.json(await signIn(c, pool, fleet, cookies, person, false));
  });
  return routes;
};
