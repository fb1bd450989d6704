import { visitDetailSchema } from '@vaktman/contract';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { minute, TestVisit } from '../../test/entries';
import { demoApp } from '../../test/testDatabase';
import { unitDetailSchema } from '@vaktman/contract';

let drop: () => Promise<void>;
let app: Awaited<ReturnType<typeof demoApp>>['app'];
beforeAll(async () => {
  ({ app, drop } = await demoApp());
}, 60_000);
afterAll(async () => drop());

const JPEG = Buffer.from([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3, 4, 0xff, 0xd9]);
const opened = async () => {
  const { unit } = unitDetailSchema.parse(await (await app.request('/api/units/P-09')).json());
  const visit = new TestVisit(app, unit);
  const picture = visit.event({
    kind: 'photographed',
    at: minute(3),
    step: 'look.case',
    point: 'A',
    data: JPEG.toString('base64'),
  });
  return { visit, picture };
};

describe('a picture taken in a visit', () => {
  it('is kept as it was taken, apart from the visit that tells of it', async () => {
    const { visit, picture } = await opened();
    expect((await visit.send([visit.opening(), picture])).status).toBe(200);
    const { events } = visitDetailSchema.parse(await (await app.request(`/api/visits/${visit.id}`)).json());
    const told = events.find(({ kind }) => kind === 'photographed');
    expect(told).toMatchObject({ point: 'A' });
    expect(told).not.toHaveProperty('data');
    const answer = await app.request(`/api/visits/${visit.id}/pictures/${told?.eventId}`);
    expect(answer.headers.get('content-type')).toBe('image/jpeg');
    expect(Buffer.from(await answer.arrayBuffer())).toEqual(JPEG);
  });
  it('changes nothing when it is sent again', async () => {
    const { visit, picture } = await opened();
    await visit.send([visit.opening(), picture]);
    expect(await (await visit.send([picture])).json()).toMatchObject({ added: 0, known: 1 });
  });
  it('is refused when it is no picture in base64, or too large, with the field', async () => {
    for (const data of ['not base64!', Buffer.alloc(700_000).toString('base64')]) {
      const { visit, picture } = await opened();
      const wrong = { ...picture, event: { ...(picture as { event: object }).event, data } };
      const answer = await visit.send([visit.opening(), wrong]);
      expect(answer.status).toBe(422);
      const { problems } = (await answer.json()) as { problems: { path: string }[] };
      expect(problems[0]?.path).toBe('entries[1].event.data');
    }
  });
  it('is not there for another visit, nor under what is no id', async () => {
    const { visit, picture } = await opened();
    await visit.send([visit.opening(), picture]);
    const { eventId } = (picture as { event: { eventId: string } }).event;
    for (const path of [`${randomUUID()}/pictures/${eventId}`, `${visit.id}/pictures/nothing`])
      expect((await app.request(`/api/visits/${path}`)).status).toBe(404);
  });
});
