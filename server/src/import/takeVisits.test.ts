import type { UnitDetail, VisitsTaken } from '@vaktman/contract';
import { randomUUID } from 'node:crypto';
import { ZipFile } from 'yazl';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoApp } from '../../test/testDatabase';

let app: Awaited<ReturnType<typeof demoApp>>['app'];
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ app, drop } = await demoApp());
}, 60_000);
afterAll(async () => drop());

const visit = (id: string, unit: string, at = '2026-10-02T08:00:00+02:00', volts: unknown = 12.66) => ({
  format: 'vaktman-visit',
  version: 1,
  unit: {
    id: unit,
    description: 'Plough truck',
    systemVolts: 12,
    bank: { arrangement: '1S1P', batteries: [{ position: 'A', string: 1, chemistry: 'flooded', duty: 'truck' }] },
  },
  method: { profile: 'pile' },
  visit: { id, at, technician: 'Of another shop', reason: 'pm', ambientC: 4 },
  readings: [{ id: 'r-1', step: 'battery.openCircuit', point: 'A', volts, surfaceChargeStripped: true, at }],
});
const zipped = async (files: Readonly<Record<string, unknown>>): Promise<Buffer> => {
  const zip = new ZipFile();
  for (const [name, content] of Object.entries(files))
    zip.addBuffer(Buffer.from(typeof content === 'string' ? content : JSON.stringify(content)), name);
  zip.end();
  const pieces: Buffer[] = [];
  for await (const piece of zip.outputStream) pieces.push(piece as Buffer);
  return Buffer.concat(pieces);
};
const send = async (bytes: Buffer, query: Record<string, string> = {}) => {
  const answer = await app.request(`/api/imports/visits?${new URLSearchParams({ name: 'visits.zip', ...query })}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: new Uint8Array(bytes),
  });
  return {
    status: answer.status,
    body: (await answer.json()) as VisitsTaken & { problems: { path: string | null; message?: string }[] },
  };
};
const visitsOf = async (unitId: string): Promise<number> =>
  ((await (await app.request(`/api/units/${unitId}`)).json()) as UnitDetail).visits.length;

describe('a zip of visit files', () => {
  it('is looked at first, taken in whole with units that are not on record, twice the same, and back whole', async () => {
    const zip = await zipped({
      'a.json': visit('v-1', 'Z-1', '2026-10-03T08:00:00+02:00'),
      'b.json': visit('v-2', 'Z-1'),
      'c/d.json': visit('v-3', 'Z-2'),
      'read me.txt': 'no visit',
    });
    const looked = (await send(zip)).body;
    expect(looked).toMatchObject({ files: 3, good: 3, problems: [], newUnits: ['Z-1', 'Z-2'], added: 0 });
    expect((await app.request('/api/units/Z-1')).status).toBe(404);
    const importId = randomUUID();
    expect((await send(zip, { importId })).status).toBe(422);
    expect((await send(zip, { importId, yardId: 'lower' })).body.added).toBe(3);
    expect([await visitsOf('Z-1'), await visitsOf('Z-2')]).toEqual([2, 1]);
    // Sent again by a press that bounced, and again as another list: nothing is doubled.
    await send(zip, { importId, yardId: 'lower' });
    await send(zip, { importId: randomUUID() });
    expect([await visitsOf('Z-1'), await visitsOf('Z-2')]).toEqual([2, 1]);
    const undo = await app.request(`/api/imports/${importId}/undo`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    });
    expect(undo.status).toBe(200);
    expect((await app.request('/api/units/Z-1')).status).toBe(404);
  });
  it('with something in it that is not as described is not taken in, but for its good ones by choice', async () => {
    const zip = await zipped({ 'good.json': visit('v-9', 'Z-9'), 'bad.json': visit('v-8', 'Z-8', undefined, 'much') });
    const refused = (await send(zip, { importId: randomUUID(), yardId: 'lower' })).body;
    expect(refused).toMatchObject({ good: 1, added: 0, problems: [{ file: 'bad.json', code: 'visit' }] });
    expect((await app.request('/api/units/Z-9')).status).toBe(404);
    expect((await send(zip, { importId: randomUUID(), yardId: 'lower', only: 'good' })).body.added).toBe(1);
    expect(await visitsOf('Z-9')).toBe(1);
    expect((await app.request('/api/units/Z-8')).status).toBe(404);
  });
  it('is told what is wrong with it where it is none, and sent as something else it is not read', async () => {
    expect((await send(Buffer.from('PK\u0003\u0004 no zip'))).body.problems).toMatchObject([{ code: 'archive' }]);
    const answer = await app.request('/api/imports/visits?name=x.zip', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    });
    expect(answer.status).toBe(415);
  });
});
