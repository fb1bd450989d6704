import { instrumentsSchema } from '@vaktman/contract';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoApp } from '../../test/testDatabase';

let drop: () => Promise<void>;
let app: Awaited<ReturnType<typeof demoApp>>['app'];
beforeAll(async () => {
  ({ app, drop } = await demoApp());
}, 60_000);
afterAll(async () => drop());

const send = (path: string, method: string, body: object) =>
  app.request(`/api/instruments${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
const all = async () => instrumentsSchema.parse(await (await app.request('/api/instruments')).json()).instruments;
const problems = async (answer: Response) =>
  ((await answer.json()) as { problems: { path: string; message: string }[] }).problems;

describe('what the shop reads with', () => {
  it('is listed by kind, what is no longer used last', async () => {
    const kinds = (await all()).map(({ instrument: { kind } }) => kind);
    expect(kinds.slice(0, 3)).toEqual(['meter', 'meter', 'clamp']);
    const [first] = await all();
    await send(`/${first?.instrumentId}`, 'PUT', { instrument: first?.instrument, retired: true });
    expect((await all()).at(-1)).toMatchObject({ instrumentId: first?.instrumentId, retired: true });
  });
  it('is added and checked', async () => {
    const clamp = { name: 'Clamp 3', kind: 'clamp', scaleMvPerA: 10 };
    const { instrumentId } = (await (await send('', 'POST', { instrument: clamp })).json()) as { instrumentId: string };
    const checked = { ...clamp, checked: '2026-11-20', checkMonths: 12 };
    expect((await send(`/${instrumentId}`, 'PUT', { instrument: checked })).status).toBe(200);
    expect((await all()).find((row) => row.instrumentId === instrumentId)?.instrument).toEqual(checked);
  });
  it('has each name once, however it is written', async () => {
    const answer = await send('', 'POST', { instrument: { name: 'CLAMP 2', kind: 'clamp' } });
    expect(answer.status).toBe(409);
    expect(await problems(answer)).toEqual([
      { path: 'instrument.name', message: 'CLAMP 2 is taken; expected a name no other instrument has' },
    ]);
  });
  it('is refused with what is wrong at each field', async () => {
    const answer = await send('', 'POST', {
      instrument: { name: ' ', kind: 'ruler', scaleMvPerA: 0, checked: '1 May', checkMonths: 1.5 },
    });
    expect(answer.status).toBe(422);
    expect((await problems(answer)).map(({ path }) => path).sort()).toEqual(
      ['checkMonths', 'checked', 'kind', 'name', 'scaleMvPerA'].map((field) => `instrument.${field}`),
    );
  });
  it('says so of what it does not have', async () => {
    for (const id of [randomUUID(), 'nothing'])
      expect((await send(`/${id}`, 'PUT', { instrument: { name: 'Pile 9', kind: 'pile' } })).status).toBe(404);
  });
});
