import {
  doubtsSchema,
  problemDetailsSchema,
  unitDetailSchema,
  visitDetailSchema,
  visitMakersSchema,
  type Entry,
} from '@vaktman/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { minute, TestVisit } from '../../test/entries';
import { signingDevice, type SigningDevice } from '../../test/sealing';
import { signedInAs } from '../../test/signedIn';
import { demoApp } from '../../test/testDatabase';
import type { Pool } from '../index';

let app: Awaited<ReturnType<typeof demoApp>>['app'];
let pool: Pool;
let drop: () => Promise<void>;
let [dahl, hask] = ['', ''];
beforeAll(async () => {
  ({ app, pool, drop } = await demoApp());
  const { rows } = await pool.query<{ name: string; id: string }>('SELECT name, person_id AS id FROM person');
  const idOf = (name: string): string => rows.find((row) => row.name === name)?.id ?? '';
  [dahl, hask] = [idOf('I. Dahl'), idOf('R. Hask')];
}, 60_000);
afterAll(async () => drop());

const json = (method: string, body: unknown, cookie?: string) => ({
  method,
  headers: { 'content-type': 'application/json', ...(cookie === undefined ? {} : { cookie }) },
  body: JSON.stringify(body),
});
const problemOf = async (answer: Response) =>
  problemDetailsSchema.parse(await answer.json()).problems?.map(({ path, message }) => `${path}: ${message}`);
/** A tablet on which somebody is signed in, its key told. */
const tablet = async (personId: string, name: string): Promise<SigningDevice & { readonly cookie: string }> => {
  const [device, cookie] = [await signingDevice(), await signedInAs(pool, personId, { device: name, shared: true })];
  const told = await app.request('/api/session/key', json('PUT', { publicKey: device.publicKey }, cookie));
  expect(told.status).toBe(200);
  return { ...device, cookie };
};
const send = async (entries: readonly unknown[], cookie: string): Promise<Response> =>
  app.request('/api/batches', json('POST', { entries }, cookie));
const visitTo = async (unitId: string): Promise<TestVisit> =>
  new TestVisit(app, unitDetailSchema.parse(await (await app.request(`/api/units/${unitId}`)).json()).unit);
const madeIn = async (visit: TestVisit) =>
  visitMakersSchema.parse(await (await app.request(`/api/visits/${visit.id}/makers`)).json());
const by = (entry: Entry, name: string): Entry =>
  entry.kind === 'event' ? { ...entry, event: { ...entry.event, by: name } } : entry;
const waiting = async () => doubtsSchema.parse(await (await app.request('/api/confirmations')).json()).doubts;

describe('what a device signs', () => {
  it('is of whoever recorded it, whoever sends it', async () => {
    const [bay, visit] = [await tablet(dahl, 'Bay 2 tablet'), await visitTo('S-04')];
    const entries = [
      await bay.seal(visit.opening(), dahl),
      await bay.seal(visit.rest('A', 12.7, minute(1)), hask, 'pin-offline'),
    ];
    expect((await send(entries, bay.cookie)).status).toBe(200);
    const { makers, doubts } = await madeIn(visit);
    expect(makers.map(({ person, device, way, isSigned }) => [person, device, way, isSigned])).toEqual([
      ['I. Dahl', 'Bay 2 tablet', 'session', true],
      ['R. Hask', 'Bay 2 tablet', 'pin-offline', true],
    ]);
    expect(doubts).toEqual([]);
  });
  it('may travel in any order of fields', async () => {
    const [bay, visit] = [await tablet(dahl, 'Any order'), await visitTo('S-04')];
    const turned = (value: unknown): unknown =>
      Array.isArray(value)
        ? value.map(turned)
        : value !== null && typeof value === 'object'
          ? Object.fromEntries(
              Object.entries(value)
                .reverse()
                .map(([key, inner]) => [key, turned(inner)]),
            )
          : value;
    const entries = [turned(await bay.seal(visit.opening(), dahl))];
    expect((await send(entries, bay.cookie)).status).toBe(200);
  });
  it('is refused when a figure, the person or the way was changed afterwards, and nothing is stored', async () => {
    const [bay, visit] = [await tablet(dahl, 'Changed'), await visitTo('S-04')];
    expect((await send([await bay.seal(visit.opening(), dahl)], bay.cookie)).status).toBe(200);
    const sealed = await bay.seal(visit.rest('A', 12.7, minute(1)), hask);
    if (sealed.kind !== 'reading' || sealed.seal === undefined) throw new Error('expected a sealed reading');
    const changed = [
      { ...sealed, reading: { ...sealed.reading, volts: 12.71 } },
      { ...sealed, takenBy: 'I. Dahl' },
      { ...sealed, seal: { ...sealed.seal, personId: dahl } },
      { ...sealed, seal: { ...sealed.seal, way: 'pin-offline' } },
    ];
    for (const entry of changed) {
      const answer = await send([entry], bay.cookie);
      expect(answer.status).toBe(422);
      expect(await problemOf(answer)).toEqual([
        'entries[0].seal.signature: expected a signature by the key of Changed',
      ]);
    }
    const { file } = visitDetailSchema.parse(await (await app.request(`/api/visits/${visit.id}`)).json());
    expect(file.readings).toEqual([]);
  });
  it('is held to the role as it was when it was recorded', async () => {
    const [bay, visit] = [await tablet(dahl, 'Roles'), await visitTo('P-12')];
    const now = Date.now();
    const at = (minutes: number): string => new Date(now + minutes * 60_000).toISOString();
    const person = (role: string) => app.request(`/api/people/${dahl}`, json('PUT', { name: 'I. Dahl', role }));
    const before = await bay.seal(visit.opening(at(-30)), dahl);
    expect((await person('trainee')).status).toBe(200);
    // The change of role signed everybody out who goes by that name; somebody else carries the tablet in.
    const other = await signedInAs(pool, hask, { device: 'Another' });
    expect((await send([before], other)).status).toBe(200);
    const since = await visitTo('P-12');
    const after = await bay.seal(since.opening(new Date().toISOString()), dahl);
    expect(await problemOf(await send([after], other))).toEqual([
      'entries[0].opening.visit.technician: expected a technician or more, received I. Dahl, who was a trainee',
    ]);
    expect((await person('technician')).status).toBe(200);
  });
});

describe('what a lead is to confirm', () => {
  it('is what comes in another name without a signature: it counts, and is told apart until then', async () => {
    const visit = await visitTo('G-03');
    const cookie = await signedInAs(pool, dahl, { device: 'Without a key' });
    const rest = visit.rest('A', 12.7, minute(1));
    expect((await send([visit.opening(), rest], cookie)).status).toBe(200);
    const { file } = visitDetailSchema.parse(await (await app.request(`/api/visits/${visit.id}`)).json());
    expect(file.readings).toHaveLength(1);
    const mine = (await waiting()).filter(({ visitId }) => visitId === visit.id);
    expect(mine.map(({ person, why, unitId }) => [person, why, unitId])).toEqual([
      ['R. Hask', 'in the name of R. Hask, sent by I. Dahl without a signature of its device', 'G-03'],
    ]);
    // Sent once more it waits once.
    expect((await send([rest], cookie)).status).toBe(200);
    const confirm = async () => (await app.request(`/api/confirmations/${visit.id}`, json('PUT', {}))).json();
    expect(await confirm()).toEqual({ confirmed: 1 });
    expect(await confirm()).toEqual({ confirmed: 0 });
    expect((await madeIn(visit)).doubts[0]?.confirmedBy).toBe('M. Holt');
    expect((await waiting()).some(({ visitId }) => visitId === visit.id)).toBe(false);
    const kept = await (await app.request(`/api/changes/kept?thing=visit&thingId=${visit.id}`)).json();
    expect(kept).toMatchObject({
      entries: [{ person: 'M. Holt', unitId: 'G-03', after: { confirmed_by: 'M. Holt' } }],
    });
  });
  it('is what somebody and a device ended since had recorded, and it holds up nothing', async () => {
    const [bay, visit] = [await tablet(dahl, 'Lost tablet'), await visitTo('G-03')];
    const entries = [await bay.seal(visit.opening(), dahl), await bay.seal(visit.rest('A', 12.6, minute(1)), hask)];
    await pool.query(`UPDATE device SET ended_at = '2026-11-26T10:00:00Z' WHERE name = 'Lost tablet'`);
    await pool.query(`UPDATE person SET ended_at = '2026-11-26T11:00:00Z' WHERE person_id = $1`, [hask]);
    const other = await signedInAs(pool, dahl, { device: 'Found again' });
    expect((await send(entries, other)).status).toBe(200);
    const { doubts } = await madeIn(visit);
    expect(doubts.map(({ why }) => why).sort()).toEqual([
      'Lost tablet was ended on 2026-11-26',
      'R. Hask was ended on 2026-11-26; Lost tablet was ended on 2026-11-26',
    ]);
    await pool.query('UPDATE person SET ended_at = NULL WHERE person_id = $1', [hask]);
  });
  it('is what was signed with a key that was never told: it proves nothing, and nothing of it is lost', async () => {
    const [unknown, visit] = [await signingDevice(), await visitTo('G-03')];
    const cookie = await signedInAs(pool, dahl, { device: 'Restored' });
    const entries = [
      await unknown.seal(visit.opening(), dahl),
      await unknown.seal(visit.rest('A', 12.7, minute(1)), hask),
    ];
    expect((await send(entries, cookie)).status).toBe(200);
    const { makers, doubts } = await madeIn(visit);
    expect(makers.map(({ person, isSigned }) => [person, isSigned])).toEqual([
      ['I. Dahl', false],
      ['I. Dahl', false],
    ]);
    expect(doubts.map(({ why }) => why)).toEqual([
      'in the name of R. Hask, sent by I. Dahl without a signature of its device',
    ]);
  });
  it('is what was signed by one in the name of another', async () => {
    const [bay, visit] = [await tablet(dahl, 'Two names'), await visitTo('G-03')];
    await send([await bay.seal(visit.opening(), dahl)], bay.cookie);
    const skipped = by(visit.event({ kind: 'wait-skipped', at: minute(2), wait: 'cool', reason: 'late' }), 'R. Hask');
    expect((await send([await bay.seal(skipped, dahl)], bay.cookie)).status).toBe(200);
    expect((await madeIn(visit)).doubts.map(({ why }) => why)).toEqual(['in the name of R. Hask, signed by I. Dahl']);
  });
});

describe('a key', () => {
  it('is one device alone’s, and told any number of times', async () => {
    const bay = await tablet(dahl, 'First');
    const tell = async (cookie: string, publicKey: string) =>
      app.request('/api/session/key', json('PUT', { publicKey }, cookie));
    expect((await tell(bay.cookie, bay.publicKey)).status).toBe(200);
    const other = await signedInAs(pool, hask, { device: 'Second' });
    expect((await tell(other, bay.publicKey)).status).toBe(409);
    const noPoint = Buffer.alloc(65, 4).toString('base64url');
    expect(await problemOf(await tell(other, noPoint))).toEqual(['publicKey: expected a point of P-256']);
    expect(await problemOf(await tell(other, 'short'))).toEqual([
      'publicKey: expected a point of P-256, 65 bytes as base64url, received "short"',
    ]);
  });
});

it('takes a file’s entries, with people of other shops, from a lead alone', async () => {
  const visit = await visitTo('S-04');
  const cookie = await signedInAs(pool, dahl, { device: 'No lead' });
  const answer = await app.request(
    '/api/batches',
    json('POST', { entries: [visit.opening()], origin: 'file' }, cookie),
  );
  expect(answer.status).toBe(403);
});
