import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { appOn, demoDatabase } from '../../test/testDatabase';
import type { Pool } from '../database/pool';

let app: ReturnType<typeof appOn>;
let pool: Pool;
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ pool, drop } = await demoDatabase());
  app = appOn(pool, { publicAddress: 'https://vaktman.tindra.example' });
});
afterAll(async () => drop());

const renew = async (yardId: string): Promise<{ status: number; path: string }> => {
  const answer = await app.request(`/api/calendars/${yardId}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: '{}',
  });
  return { status: answer.status, path: ((await answer.json()) as { path: string }).path };
};
/** Long lines are folded; unfolded, one property a line. */
const linesOf = (text: string): string[] => text.replace(/\r\n[ \t]/g, '').split('\r\n');

describe('the calendar of a yard', () => {
  it('has one whole day for each unit that is due there, in a file every calendar reads', async () => {
    const { status, path } = await renew('lower');
    expect([status, path]).toEqual([201, expect.stringMatching(/^\/calendar\/[\w-]{43}\.ics$/)]);
    const answer = await app.request(path);
    expect(answer.headers.get('content-type')).toBe('text/calendar; charset=utf-8');
    const lines = linesOf(await answer.text());
    expect([lines[0], lines.at(-2)]).toEqual(['BEGIN:VCALENDAR', 'END:VCALENDAR']);
    const { rows } = await pool.query<{ unit_id: string; due: string }>(
      `SELECT unit_id, replace(coalesce(o.due_on, s.due_date)::text, '-', '') AS due FROM unit JOIN unit_standing s USING (fleet_id, unit_id)
       LEFT JOIN unit_outlook o USING (fleet_id, unit_id) WHERE yard_id = 'lower' AND coalesce(o.due_on, s.due_date) IS NOT NULL ORDER BY 2, 1`,
    );
    expect(rows.length).toBeGreaterThan(2);
    expect(lines.filter((line) => line.startsWith('DTSTART'))).toEqual(
      rows.map(({ due }) => `DTSTART;VALUE=DATE:${due}`),
    );
    expect(lines.filter((line) => line.startsWith('UID'))).toEqual(
      rows.map(({ unit_id: id }) => `UID:due-${id}@vaktman`),
    );
    expect(lines).toContain(`URL:https://vaktman.tindra.example/units/${rows[0]?.unit_id}`);
  });
  it('is the same file as long as nothing changed', async () => {
    const { path } = await renew('lower');
    expect(await (await app.request(path)).text()).toBe(await (await app.request(path)).text());
  });
  it('is at one address: the one before leads nowhere, and neither does a guess', async () => {
    const first = await renew('summit');
    const second = await renew('summit');
    expect((await app.request(first.path)).status).toBe(404);
    expect((await app.request(second.path)).status).toBe(200);
    for (const guess of ['/calendar/summit.ics', '/calendar/.ics', `/calendar/${"a' OR '1'='1"}.ics`])
      expect((await app.request(guess)).status, guess).toBe(404);
    expect(
      (await pool.query('SELECT 1 FROM calendar_address WHERE digest = $1', [second.path.slice(10, -4)])).rowCount,
    ).toBe(0);
    await app.request('/api/calendars/summit', {
      method: 'DELETE',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    });
    expect((await app.request(second.path)).status).toBe(404);
  });
  it('is not made for a yard that is not there', async () => {
    expect((await renew('nowhere')).status).toBe(404);
  });
});
