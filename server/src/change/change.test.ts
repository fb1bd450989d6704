import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { unitDetailSchema } from '@vaktman/contract';
import { minute, TestVisit } from '../../test/entries';
import { appOn, demoDatabase } from '../../test/testDatabase';
import { ChangeHub, type Pool } from '../index';

let pool: Pool;
let drop: () => Promise<void>;
let url: string;
const hubs: ChangeHub[] = [];
beforeAll(async () => {
  ({ pool, url, drop } = await demoDatabase());
}, 60_000);
afterAll(async () => {
  for (const hub of hubs) await hub.stop();
  await drop();
});

const server = () => {
  const hub = new ChangeHub(url, () => undefined);
  hubs.push(hub);
  return { hub, app: appOn(pool, { hub }) };
};

/** What a reader of the changes hears. */
const listen = async (app: ReturnType<typeof appOn>) => {
  const answer = await app.request('/api/changes?device=tablet');
  const reader = answer.body!.getReader();
  let heard = '';
  const reading = (async () => {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) return;
      heard += new TextDecoder().decode(value);
    }
  })();
  await expect.poll(() => heard).toContain('event: ready');
  return { heard: () => heard, ended: reading, cancel: () => reader.cancel() };
};

const everyHubListens = async () => {
  await expect
    .poll(
      async () =>
        (await pool.query("SELECT 1 FROM pg_stat_activity WHERE datname = current_database() AND query LIKE 'LISTEN%'"))
          .rowCount,
    )
    .toBeGreaterThanOrEqual(hubs.length);
};

describe('a change', () => {
  it('made through one server is heard through another within two seconds', async () => {
    const [one, two] = [server(), server()];
    // Before, a change may be told as missed instead, which has everything asked for again.
    await everyHubListens();
    const listening = await listen(two.app);
    const { unit } = unitDetailSchema.parse(await (await one.app.request('/api/units/P-07')).json());
    const visit = new TestVisit(one.app, unit);
    expect((await visit.send([visit.opening(), visit.rest('A', 12.7, minute(1))])).status).toBe(200);
    await expect.poll(() => listening.heard(), { timeout: 2000 }).toContain(`"visitId":"${visit.id}"`);
    expect(listening.heard()).toContain('"watch":true');
    await listening.cancel();
  });
  it('of a night typed in is heard, so that every screen shows the same nights', async () => {
    const { app } = server();
    await everyHubListens();
    const listening = await listen(app);
    const night = { yardId: 'lower', date: '2026-12-24', lowestC: -31 };
    const send = (lowestC: number | null) =>
      app.request('/api/weather', {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ ...night, lowestC }),
      });
    for (const lowestC of [-31, -28, null]) {
      const before = listening.heard().split('"weather":true').length;
      expect((await send(lowestC)).status).toBe(200);
      await expect.poll(() => listening.heard().split('"weather":true').length, { timeout: 2000 }).toBe(before + 1);
    }
    await listening.cancel();
  });
  it('of names, yards, the method or an instrument is heard, so that no screen goes by what was before', async () => {
    const { app } = server();
    await everyHubListens();
    const listening = await listen(app);
    const count = (told: string) => listening.heard().split(`"${told}":true`).length;
    const send = (method: string, path: string, body: object) =>
      app.request(path, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
    for (const [told, method, path, body] of [
      ['shop', 'POST', '/api/people', { name: 'R. Hask', role: 'trainee' }],
      ['shop', 'POST', '/api/yards', { name: 'Valley' }],
      ['shop', 'PUT', '/api/fleet/method', { profile: 'conductance' }],
      ['instruments', 'POST', '/api/instruments', { instrument: { name: 'Meter nine', kind: 'meter' } }],
    ] as const) {
      const before = count(told);
      expect((await send(method, path, body)).ok, path).toBe(true);
      await expect.poll(() => count(told), { timeout: 2000 }).toBe(before + 1);
    }
    await listening.cancel();
  });
  it('that may have been missed while the connection was lost is told, and streams end with the server', async () => {
    const { hub, app } = server();
    const listening = await listen(app);
    await everyHubListens();
    await pool.query(
      "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND query LIKE 'LISTEN%' AND pid <> pg_backend_pid()",
    );
    await expect.poll(() => listening.heard(), { timeout: 5000 }).toContain('event: missed');
    await hub.stop();
    await listening.ended;
  });
});
