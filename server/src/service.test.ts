import { once } from 'node:events';
import { createServer, type AddressInfo } from 'node:net';
import pino from 'pino';
import { setTimeout as pause } from 'node:timers/promises';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { demoDatabase } from '../test/testDatabase';
import { signedInAs } from '../test/signedIn';
import { startService } from './service';
import { settingsOf } from './settings';

let database: Awaited<ReturnType<typeof demoDatabase>>;
beforeEach(async () => {
  database = await demoDatabase();
});
afterEach(async () => database.drop());

const freePort = async (): Promise<number> => {
  const probe = createServer().listen(0, '127.0.0.1');
  await once(probe, 'listening');
  const { port } = probe.address() as AddressInfo;
  probe.close();
  await once(probe, 'close');
  return port;
};

/** A server on the database of the test, and what it has written to its log. */
const service = async () => {
  const lines: string[] = [];
  const port = await freePort();
  const log = pino({ level: 'warn' }, { write: (line: string) => void lines.push(line) });
  const { stop } = await startService(settingsOf({ DATABASE_URL: database.url, PORT: String(port) }), log);
  return { lines, stop, url: `http://127.0.0.1:${port}` };
};

/** Holds the table everybody who is signed in is looked up in, so that no request gets on, until it is let go. */
const held = async () => {
  const client = await database.pool.connect();
  await client.query('BEGIN');
  await client.query('LOCK TABLE session IN ACCESS EXCLUSIVE MODE');
  return async () => {
    await client.query('ROLLBACK');
    client.release();
  };
};

it('ends what is under way before it closes the database, also for somebody who has gone', async () => {
  const { lines, stop, url } = await service();
  const { rows } = await database.pool.query<{ id: string }>('SELECT person_id AS id FROM person LIMIT 1');
  const cookie = await signedInAs(database.pool, rows[0]!.id);
  const letGo = await held();
  const gone = new AbortController();
  const asked = fetch(`${url}/api/watch`, { headers: { cookie }, signal: gone.signal }).catch(() => null);
  await pause(300);
  gone.abort();
  await asked;
  const stopped = stop();
  await pause(300);
  await letGo();
  await stopped;
  expect(lines).toEqual([]);
});
