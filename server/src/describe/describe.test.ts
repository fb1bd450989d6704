import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { TestVisit } from '../../test/entries';
import { demoApp } from '../../test/testDatabase';
import { EXAMPLES } from './examples';
import { OPERATIONS } from './operations';
import { openApi } from './openApi';

let app: Awaited<ReturnType<typeof demoApp>>['app'];
let drop: () => Promise<void>;
/** What stands for the variables of a path. */
const known: Record<string, string> = { unitId: 'P-07', file: 'units.csv' };
beforeAll(async () => {
  ({ app, drop } = await demoApp());
  const { visits } = (await (await app.request('/api/visits?unitId=P-07')).json()) as { visits: { visitId: string }[] };
  known['visitId'] = visits[0]?.visitId ?? '';
  known['batteryId'] = '01932a00-0000-7000-9000-000000000001';
}, 60_000);
afterAll(async () => drop());

const filled = (path: string): string => path.replaceAll(/\{(\w+)\}/g, (_all, name: string) => known[name] ?? '');

describe('the description of what programs can ask', () => {
  it('names every route there is, and none that is not', () => {
    const routed = new Set(
      app.routes
        .filter(
          ({ method, path }) =>
            method !== 'ALL' && path !== '/healthz' && path !== '/api' && path !== '/api/openapi.json',
        )
        .map(({ method, path }) => `${method.toLowerCase()} ${path.replaceAll(/:(\w+)(\{[^}]*\})?/g, '{$1}')}`),
    );
    expect([...routed].sort()).toEqual(OPERATIONS.map(({ method, path }) => `${method} ${path}`).sort());
  });
  it('is an OpenAPI 3.1 document whose operations have names of their own and whose variables are all described', async () => {
    const answer = await app.request('/api/openapi.json');
    const document = (await answer.json()) as {
      openapi: string;
      paths: Record<string, Record<string, { operationId: string; parameters: { name: string; in: string }[] }>>;
    };
    expect(document).toEqual(JSON.parse(JSON.stringify(openApi())));
    expect(document.openapi).toBe('3.1.0');
    const operations = Object.entries(document.paths).flatMap(([path, methods]) =>
      Object.values(methods).map((operation) => ({ path, ...operation })),
    );
    expect(new Set(operations.map(({ operationId }) => operationId)).size).toBe(OPERATIONS.length);
    for (const { path, parameters } of operations)
      expect(parameters.filter((own) => own.in === 'path').map(({ name }) => `{${name}}`)).toEqual(
        path.match(/\{\w+\}/g) ?? [],
      );
  });
  it('is there to be read as a page', async () => {
    const text = await (await app.request('/api')).text();
    for (const { path } of OPERATIONS) expect(text).toContain(path);
  });
  it.each(
    OPERATIONS.filter(
      ({ method, answer, path }) =>
        method === 'get' && typeof answer === 'object' && !/\{(eventId|importId|yardId|partId)\}/.test(path),
    ).map(({ path, answer }) => [path, answer] as const),
  )('is true of %s', async (path, answer) => {
    const response = await app.request(filled(path));
    expect(response.status).toBe(200);
    const parsed = (answer as { safeParse: (body: unknown) => { success: boolean; error?: unknown } }).safeParse(
      await response.json(),
    );
    expect(parsed.success, JSON.stringify(parsed.error)).toBe(true);
  });
});

describe('the examples', () => {
  it.each(EXAMPLES)('$words: $path', async ({ scope, path, body }) => {
    const made = await app.request('/api/keys', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'A program', scopes: [scope] }),
    });
    const { key } = (await made.json()) as { key: string };
    const ask = async (): Promise<Response> =>
      app.request(path, {
        headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json' },
        ...(body === undefined ? {} : { method: 'POST', body: JSON.stringify(body) }),
      });
    const answer = await ask();
    expect([200, 201]).toContain(answer.status);
    expect((await answer.text()).length).toBeGreaterThan(10);
    const again = await ask();
    await again.text();
    expect(again.status).toBe(answer.status);
    // As it stands on the page, without what a page has to write otherwise.
    const page = await (await app.request('/api')).text();
    expect(page).toContain(path.replaceAll('&', '&amp;'));
  });
});

describe('visits, page by page', () => {
  interface Page {
    readonly visits: readonly { readonly visitId: string; readonly startedAt: string; readonly unitId: string }[];
    readonly next: string | null;
  }
  const page = async (query: string): Promise<Page> =>
    (await app.request(`/api/visits?${query}`)).json() as Promise<Page>;
  it('come once each, latest first, whatever is added meanwhile', async () => {
    const all = await page('limit=500');
    const seen: string[] = [];
    let next: string | null = '';
    while (next !== null) {
      const part: Page = await page(`limit=70${next === '' ? '' : `&after=${next}`}`);
      seen.push(...part.visits.map(({ visitId }) => visitId));
      next = part.next;
      if (seen.length === 70) {
        const { unit } = (await (await app.request('/api/units/P-09')).json()) as { unit: never };
        const visit = new TestVisit(app, unit);
        expect((await visit.send([visit.opening('2026-11-24T12:00:00+01:00')])).status).toBe(200);
      }
    }
    expect(seen.slice(0, all.visits.length)).toEqual(all.visits.map(({ visitId }) => visitId));
    expect(new Set(seen).size).toBe(seen.length);
  });
  it('of one unit, since a moment', async () => {
    const { visits } = await page('unitId=P-07&since=2026-01-01T00:00:00Z');
    expect(visits.length).toBeGreaterThan(0);
    expect(visits.every(({ unitId, startedAt }) => unitId === 'P-07' && startedAt >= '2026')).toBe(true);
  });
  it.each(['after=nowhere', 'limit=0', 'since=yesterday'])('refuse ?%s and say why', async (query) => {
    expect((await app.request(`/api/visits?${query}`)).status).toBe(422);
  });
});

describe('what did not change', () => {
  it.each(['/api/units/P-12', '/api/batteries?state=store', '/api/fleet'])('is not sent again: %s', async (path) => {
    const first = await app.request(path);
    const tag = first.headers.get('etag') ?? '';
    expect(tag).not.toBe('');
    const again = await app.request(path, { headers: { 'if-none-match': tag } });
    expect([again.status, await again.text()]).toEqual([304, '']);
  });
  it('is sent once it did', async () => {
    const tag = (await app.request('/api/fleet')).headers.get('etag') ?? '';
    await app.request('/api/yards', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'North Yard' }),
    });
    expect((await app.request('/api/fleet', { headers: { 'if-none-match': tag } })).status).toBe(200);
  });
});
