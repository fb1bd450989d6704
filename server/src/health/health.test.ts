import { createServer, type AddressInfo, type Server, type Socket } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { appOn } from '../../test/testDatabase';
import { DATABASE_LIMITS } from '../database/pool';
import { openPool } from '../index';

/** A database that takes connections and then says nothing, as one does whose machine is frozen. */
let frozen: Server;
const sockets = new Set<Socket>();
beforeAll(async () => {
  frozen = createServer((socket) => {
    sockets.add(socket);
    socket.on('error', () => undefined);
  });
  await new Promise<void>((resolve) => frozen.listen(0, '127.0.0.1', resolve));
});
afterAll(() => {
  for (const socket of sockets) socket.destroy();
  frozen.close();
});

describe('a database that does not answer', () => {
  it('is told by health and by every request, and nothing waits for it for ever', async () => {
    const frozenUrl = `postgres://a:b@127.0.0.1:${(frozen.address() as AddressInfo).port}/c`;
    const pool = openPool(frozenUrl, () => undefined, 10, { ...DATABASE_LIMITS, connect: 200 });
    const app = appOn(pool);
    const [health, watch] = await Promise.all([app.request('/healthz'), app.request('/api/watch')]);
    expect(health.status).toBe(503);
    expect(await health.json()).toEqual({ status: 'failing', database: 'away' });
    expect(watch.status).toBe(503);
    expect(await watch.json()).toMatchObject({ title: expect.stringContaining('may be sent again') as string });
    await pool.end();
  });
  it('is told as well when nobody listens there', async () => {
    const pool = openPool('postgres://a:b@127.0.0.1:9/c', () => undefined);
    expect((await appOn(pool).request('/api/fleet')).status).toBe(503);
    await pool.end();
  });
});
