import { knownPartsSchema, partStaysSchema, unitDetailSchema } from '@vaktman/contract';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { minute, TestVisit } from '../../test/entries';
import { demoApp } from '../../test/testDatabase';

let drop: () => Promise<void>;
let app: Awaited<ReturnType<typeof demoApp>>['app'];
beforeAll(async () => {
  ({ app, drop } = await demoApp());
}, 60_000);
afterAll(async () => drop());

const send = (path: string, method: string, body: object) =>
  app.request(path, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
const stays = async (unitId: string, place: string) =>
  partStaysSchema
    .parse(await (await app.request(`/api/units/${unitId}/parts`)).json())
    .stays.filter((stay) => stay.place === place);
const unitOf = async (unitId: string) =>
  unitDetailSchema.parse(await (await app.request(`/api/units/${unitId}`)).json());
const draft = (place: string, fittedAt: string, part: object = {}, because = 'bearing loud') => ({
  partId: randomUUID(),
  place,
  part,
  because,
  fittedAt,
});

describe('alternators and starters as things', () => {
  it('that were put in before are entered with their day, and what was there before them is on record as gone', async () => {
    expect((await send('/api/units/S-04/parts', 'POST', draft('ALT1', '2025-03-10T12:00:00Z'))).status).toBe(201);
    const [now, before] = await stays('S-04', 'ALT1');
    expect(now).toMatchObject({ from: '2025-03-10T12:00:00.000Z', to: null });
    expect(before).toMatchObject({ from: null, to: '2025-03-10T12:00:00.000Z', leftBecause: 'bearing loud' });
  });
  it('stand in the order of their days, in whatever order they are entered', async () => {
    await send('/api/units/S-01/parts', 'POST', draft('starter', '2026-02-01T12:00:00Z', { serial: 'third' }));
    await send('/api/units/S-01/parts', 'POST', draft('starter', '2025-01-01T12:00:00Z', { serial: 'second' }));
    const told = (await stays('S-01', 'starter')).map(({ part, to }) => [part.serial, to?.slice(0, 10) ?? 'now']);
    expect(told).toEqual([
      ['third', 'now'],
      ['second', '2026-02-01'],
      [undefined, '2025-01-01'],
    ]);
  });
  it('bring their rating into the unit, where the last one sits; one entered late does not', async () => {
    const rated = async () => (await unitOf('R-02')).unit.alternators?.[0]?.ratedAmps;
    await send(
      '/api/units/R-02/parts',
      'POST',
      draft('ALT1', '2026-05-01T12:00:00Z', { ratedAmps: 180, type: 'AX-180', make: 'Torvik' }),
    );
    expect(await rated()).toBe(180);
    await send('/api/units/R-02/parts', 'POST', draft('ALT1', '2024-05-01T12:00:00Z', { ratedAmps: 90 }));
    expect(await rated()).toBe(180);
  });
  it('are looked up by make and type once they are on record', async () => {
    const { parts } = knownPartsSchema.parse(await (await app.request('/api/parts/known')).json());
    expect(parts).toContainEqual({ make: 'Torvik', type: 'AX-180', ratedAmps: 180 });
    expect(parts.every((part) => part.serial === undefined)).toBe(true);
  });
  it('come in with a repair of a visit, once however often it is sent', async () => {
    const { unit } = await unitOf('L-08');
    const visit = new TestVisit(app, unit);
    const part = {
      partId: randomUUID(),
      place: 'ALT1',
      part: { ratedAmps: 120, serial: 'TV-9' },
      because: 'lost phase',
    };
    const fitted = visit.event({
      kind: 'repaired',
      at: minute(30),
      repair: { id: randomUUID(), at: minute(30), point: 'ALT1', action: 'Replace ALT1', kind: 'replace' },
      part,
    });
    await visit.send([visit.opening(), fitted]);
    expect((await visit.send([fitted])).status).toBe(200);
    expect((await stays('L-08', 'ALT1')).map(({ part: { serial }, leftBecause }) => [serial, leftBecause])).toEqual([
      ['TV-9', null],
      [undefined, 'lost phase'],
    ]);
    const { file } = (await (await app.request(`/api/visits/${visit.id}`)).json()) as { file: { unit: typeof unit } };
    expect(file.unit.alternators?.[0]?.ratedAmps).toBe(120);
  });
  it.each([
    ['a place the unit has not', { place: 'ALT7' }, 'place', /expected one of ALT1, starter, received ALT7/],
    ['no reason', { because: ' ' }, 'because', /say why/],
    ['a day to come', { fittedAt: '2099-01-01T00:00:00Z' }, 'fittedAt', /a day that has been/],
    ['a rating of nothing', { part: { ratedAmps: 0 } }, 'part.ratedAmps', /more than 0 A/],
  ])('are refused with %s, and nothing is stored', async (_what, wrong, path, words) => {
    const answer = await send('/api/units/G-05/parts', 'POST', { ...draft('ALT1', '2026-01-01T12:00:00Z'), ...wrong });
    expect(answer.status).toBe(422);
    const { problems } = (await answer.json()) as { problems: { path: string; message: string }[] };
    expect(problems).toEqual([{ path, message: expect.stringMatching(words) as string }]);
    expect(await stays('G-05', 'ALT1')).toEqual([]);
  });
  it('have their plate corrected, and only of the unit they are in', async () => {
    const [now] = await stays('S-04', 'ALT1');
    const at = (unitId: string) => `/api/units/${unitId}/parts/${now?.partId}`;
    expect((await send(at('S-04'), 'PUT', { make: 'Torvik', serial: 'TV-1' })).status).toBe(200);
    expect((await send(at('S-01'), 'PUT', { make: 'Other' })).status).toBe(404);
    expect((await stays('S-04', 'ALT1'))[0]?.part).toEqual({ make: 'Torvik', serial: 'TV-1' });
  });
});
