import { afterAll, beforeAll, expect, it } from 'vitest';
import { demoApp } from '../../test/testDatabase';

let app: Awaited<ReturnType<typeof demoApp>>['app'];
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ app, drop } = await demoApp());
}, 60_000);
afterAll(async () => drop());

const figures = async (): Promise<string> => (await app.request('/api/metrics')).text();

it('counts requests by their route and status, never by an id, and those that were refused', async () => {
  await app.request('/api/units/P-07');
  await app.request('/api/units/P-12');
  await app.request('/api/units/nobody');
  await app.request('/api/watch', { headers: { cookie: '' } });
  await app.request('/no/such/page');
  const text = await figures();
  expect(text).toContain('vaktman_request_seconds_count{route="/api/units/{unitId}",status="200"} 2');
  expect(text).toContain('vaktman_request_seconds_count{route="/api/units/{unitId}",status="404"} 1');
  expect(text).toContain('vaktman_refused_total{status="401"} 1');
  expect(text).not.toContain('P-07');
  expect(text).toMatch(/vaktman_database_connections\{state="open"\} \d/);
  expect(text).toContain('vaktman_streams_open 0');
  expect(text).toContain('nodejs_eventloop_lag_seconds');
});
it('are not for everybody', async () => {
  expect((await app.request('/api/metrics', { headers: { cookie: '' } })).status).toBe(401);
});
