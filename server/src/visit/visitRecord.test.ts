import { problemDetailsSchema, unitDetailSchema, visitDetailSchema, type Entry } from '@vaktman/contract';
import { type Fitting, parseVisitText, type Unit } from '@vaktman/core';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { appOn, demoDatabase } from '../../test/testDatabase';
import { type Pool } from '../index';

let pool: Pool;
let drop: () => Promise<void>;
let app: ReturnType<typeof appOn>;

beforeAll(async () => {
  ({ pool, drop } = await demoDatabase());
  app = appOn(pool);
});
afterAll(() => drop());

const send = (method: string, path: string, body: unknown) =>
  app.request(path, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
const unitOf = async (unitId: string) =>
  unitDetailSchema.parse(await (await app.request(`/api/units/${unitId}`)).json());
const visitOf = async (visitId: string) =>
  visitDetailSchema.parse(await (await app.request(`/api/visits/${visitId}`)).json());

const opened = async (unit: Unit): Promise<string> => {
  const id = v7();
  const entry: Entry = {
    kind: 'visit',
    opening: {
      unit,
      method: { profile: 'pile' },
      visit: { id, at: '2026-11-24T09:00:00+01:00', technician: 'I. Dahl', reason: 'pm', ambientC: -4 },
    },
  };
  expect((await send('POST', '/api/batches', { entries: [entry] })).status).toBe(200);
  return id;
};
const replaced = (visitId: string, fitted: Fitting[]): Entry => ({
  kind: 'event',
  visitId,
  event: {
    kind: 'repaired',
    eventId: v7(),
    at: '2026-11-24T10:00:00+01:00',
    by: 'I. Dahl',
    repair: { id: v7(), at: '2026-11-24T10:00:00+01:00', point: 'B', action: 'Replace battery B', kind: 'replace' },
    fitted,
  },
});
const newBattery = (position: string): Fitting => ({
  position,
  batteryId: v7(),
  battery: { chemistry: 'agm', duty: 'truck', rating: { value: 1000, standard: 'SAE' }, serial: 'NEW-1' },
});

describe('a battery replaced in a visit', () => {
  it('takes its position from the repair on, ends the life of the old one, and shows in the visit as judged now', async () => {
    const before = await unitOf('S-01');
    const visitId = await opened(before.unit);
    const entry = replaced(visitId, [newBattery('B')]);
    expect(await (await send('POST', '/api/batches', { entries: [entry] })).json()).toMatchObject({
      added: 1,
      known: 0,
    });
    // Sent again, nothing doubles.
    expect(await (await send('POST', '/api/batches', { entries: [entry] })).json()).toMatchObject({
      added: 0,
      known: 1,
    });
    const after = await unitOf('S-01');
    const old = before.placements.find(({ position, to }) => position === 'B' && to === null)!;
    const lives = after.placements.filter(({ position }) => position === 'B');
    expect(lives.find(({ to }) => to === null)?.battery.serial).toBe('NEW-1');
    expect(lives.find(({ batteryId }) => batteryId === old.batteryId)).toMatchObject({
      to: '2026-11-24T09:00:00.000Z',
      removedBecause: 'Replace battery B',
    });
    const visit = await visitOf(visitId);
    expect(visit.file.unit.bank.batteries.find(({ position }) => position === 'B')?.rating?.value).toBe(1000);
    expect(visit.unitAtOpening).toEqual(before.unit);
  });
  it('is refused whole at a position the unit has not', async () => {
    const { unit } = await unitOf('S-01');
    const visitId = await opened(unit);
    const answer = await send('POST', '/api/batches', { entries: [replaced(visitId, [newBattery('F')])] });
    expect(answer.status).toBe(422);
    expect(problemDetailsSchema.parse(await answer.json()).problems?.[0]?.path).toBe(
      'entries[0].event.fitted[0].position',
    );
    expect((await visitOf(visitId)).events).toEqual([]);
  });
});

describe('what a visit is handed over as', () => {
  it('is a file that reads back, and a PDF on the paper asked for', async () => {
    const { visits } = await unitOf('P-07');
    const { visitId } = visits[1]!;
    const file = parseVisitText(await (await app.request(`/api/visits/${visitId}/file`)).text());
    expect(file.ok && file.value.readings.length).toBeGreaterThan(5);
    for (const paper of ['A4', 'letter']) {
      const pdf = await app.request(`/api/visits/${visitId}/record.pdf?paper=${paper}`);
      expect(pdf.headers.get('content-type')).toBe('application/pdf');
      expect(
        Buffer.from(await pdf.arrayBuffer())
          .subarray(0, 5)
          .toString(),
      ).toBe('%PDF-');
    }
    const odd = await app.request(`/api/visits/${visitId}/record.pdf?paper=A0`);
    expect(odd.status).toBe(422);
    expect(problemDetailsSchema.parse(await odd.json()).problems?.[0]).toMatchObject({ path: 'paper' });
  });
});

describe('people and method of the fleet', () => {
  it('adds and renames people, and refuses a role it does not know', async () => {
    const added = (await (await send('POST', '/api/people', { name: 'S. Nes', role: 'trainee' })).json()) as {
      personId: string;
    };
    expect((await send('PUT', `/api/people/${added.personId}`, { name: 'S. Nes', role: 'lead' })).status).toBe(200);
    const fleet = (await (await app.request('/api/fleet')).json()) as { people: { name: string; role: string }[] };
    expect(fleet.people).toContainEqual({ personId: added.personId, name: 'S. Nes', role: 'lead', endedAt: null });
    const refused = await send('POST', '/api/people', { name: ' ', role: 'boss' });
    expect(problemDetailsSchema.parse(await refused.json()).problems?.map(({ path }) => path)).toEqual([
      'name',
      'role',
    ]);
    expect((await send('PUT', '/api/people/nobody', { name: 'X', role: 'lead' })).status).toBe(404);
  });
  it('changes the method for new visits only', async () => {
    const { unit } = await unitOf('S-01');
    const visitId = await opened(unit);
    expect((await send('PUT', '/api/fleet/method', { profile: 'starter' })).status).toBe(200);
    expect(((await (await app.request('/api/fleet')).json()) as { profile: string }).profile).toBe('starter');
    expect((await visitOf(visitId)).file.method.profile).toBe('pile');
    expect((await send('PUT', '/api/fleet/method', { profile: 'guess' })).status).toBe(422);
  });
});
