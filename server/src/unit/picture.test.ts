import type { ChangeList, UnitDetail } from '@vaktman/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoApp } from '../../test/testDatabase';

let app: Awaited<ReturnType<typeof demoApp>>['app'];
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ app, drop } = await demoApp());
}, 60_000);
afterAll(async () => drop());

/** The first bytes of a JPEG, and some more. */
const JPEG = Buffer.from([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3, 4, 5]);
const put = async (unitId: string, data: string | null) =>
  app.request(`/api/units/${unitId}/picture`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ data }),
  });
const unit = async (): Promise<UnitDetail> => (await (await app.request('/api/units/P-07')).json()) as UnitDetail;

describe('the picture of a unit', () => {
  it('is kept, taken anew and taken away, each told among its changes without the picture itself', async () => {
    expect((await unit()).pictureAt).toBeNull();
    expect((await app.request('/api/units/P-07/picture')).status).toBe(404);
    expect((await put('P-07', JPEG.toString('base64'))).status).toBe(200);
    const first = (await unit()).pictureAt;
    const answer = await app.request('/api/units/P-07/picture');
    expect(answer.headers.get('content-type')).toBe('image/jpeg');
    expect(Buffer.from(await answer.arrayBuffer()).equals(JPEG)).toBe(true);
    await put('P-07', Buffer.concat([JPEG, JPEG]).toString('base64'));
    expect((await unit()).pictureAt).not.toBe(first);
    await put('P-07', null);
    expect((await unit()).pictureAt).toBeNull();
    const { entries } = (await (await app.request('/api/changes/kept?unitId=P-07')).json()) as ChangeList;
    expect(entries.map(({ verb }) => verb)).toEqual(['removed', 'changed', 'added']);
    expect(JSON.stringify(entries)).not.toContain('jpeg');
  });
  it.each([
    ['no base64', 'Å'],
    ['another kind of file', Buffer.from('GIF89a').toString('base64')],
  ])('is refused where it is %s', async (_what, data) => expect((await put('P-07', data)).status).toBe(422));
  it('of a unit that is not there is not kept', async () =>
    expect((await put('NONE-1', JPEG.toString('base64'))).status).toBe(404));
});
