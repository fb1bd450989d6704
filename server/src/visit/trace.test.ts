import { visitDetailSchema, unitDetailSchema } from '@vaktman/contract';
import { randomUUID } from 'node:crypto';
import { gunzipSync, gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { minute, TestVisit } from '../../test/entries';
import { demoApp } from '../../test/testDatabase';

let drop: () => Promise<void>;
let app: Awaited<ReturnType<typeof demoApp>>['app'];
let pool: Awaited<ReturnType<typeof demoApp>>['pool'];
beforeAll(async () => {
  ({ app, pool, drop } = await demoApp());
}, 60_000);
afterAll(async () => drop());

const CSV = 'Time (s),Bank (V),Clamp (A)\n0,12.6,0\n0.001,12.61,0\n';
const PICTURE = {
  fromS: 0,
  toS: 5,
  volts: { low: [12.5, 9.9], high: [12.6, 10.6] },
  amps: { low: [0, 380], high: [1, 460] },
  pegs: [{ number: 2, atS: 0.8, words: 'contacts close' }],
};
const traced = async (data = gzipSync(CSV).toString('base64')) => {
  const { unit } = unitDetailSchema.parse(await (await app.request('/api/units/P-09')).json());
  const visit = new TestVisit(app, unit);
  const reading = visit.reading({
    step: 'start.trace',
    point: 'bank',
    at: minute(4),
    restVolts: 12.7,
    plateauVolts: 10.6,
    plateauAmps: 415,
  });
  const { id } = (reading as { reading: { id: string } }).reading;
  const samples = visit.event({
    kind: 'traced',
    at: minute(4),
    reading: id,
    name: 'crank.csv',
    picture: PICTURE,
    data,
  });
  const { eventId } = (samples as { event: { eventId: string } }).event;
  return { visit, reading, samples, eventId };
};

describe('the samples of a crank', () => {
  it('are kept as they came, apart from the visit, which keeps figures and picture', async () => {
    const { visit, reading, samples, eventId } = await traced();
    expect((await visit.send([visit.opening(), reading, samples])).status).toBe(200);
    const { events } = visitDetailSchema.parse(await (await app.request(`/api/visits/${visit.id}`)).json());
    const told = events.find(({ kind }) => kind === 'traced');
    expect(told).toMatchObject({ name: 'crank.csv', picture: PICTURE });
    expect(told).not.toHaveProperty('data');
    const answer = await app.request(`/api/visits/${visit.id}/traces/${eventId}`);
    expect(answer.headers.get('content-encoding')).toBe('gzip');
    expect(answer.headers.get('content-disposition')).toContain('.csv');
    expect(gunzipSync(Buffer.from(await answer.arrayBuffer())).toString()).toBe(CSV);
    expect((await app.request(`/api/visits/${randomUUID()}/traces/${eventId}`)).status).toBe(404);
    expect((await app.request(`/api/visits/${visit.id}/traces/none`)).status).toBe(404);
  });
  it('change nothing when they are sent again', async () => {
    const { visit, reading, samples } = await traced();
    await visit.send([visit.opening(), reading, samples]);
    expect(await (await visit.send([samples])).json()).toMatchObject({ added: 0, known: 1 });
  });
  it.each([
    ['no base64', 'not base64!'],
    ['not compressed', Buffer.from(CSV).toString('base64')],
    ['too large', `H4sI${'A'.repeat(1_600_000)}`],
  ])('are refused when they are %s, with the field', async (_name, data) => {
    const { visit, reading, samples } = await traced(data);
    const answer = await visit.send([visit.opening(), reading, samples]);
    expect(answer.status).toBe(422);
    const { problems } = (await answer.json()) as { problems: { path: string }[] };
    expect(problems[0]?.path).toBe('entries[2].event.data');
  });
  it('stand on the record as a picture, on screen and in print', async () => {
    const { visit, reading, samples } = await traced();
    await visit.send([visit.opening(), reading, samples]);
    const pdf = await app.request(`/api/visits/${visit.id}/record.pdf`);
    expect(pdf.status).toBe(200);
    expect(
      Buffer.from(await pdf.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
  });
  it('lie behind the next ones once their visit found nothing wrong, and not before', async () => {
    const good = async (besides: string) =>
      (await (await app.request(`/api/units/P-09/good-trace?besides=${besides}`)).json()) as {
        trace: { visitId: string; picture: typeof PICTURE } | null;
      };
    const { visit, reading, samples } = await traced();
    await visit.send([visit.opening(), reading, samples]);
    expect((await good('')).trace).toBeNull();
    await pool.query(`UPDATE visit_summary SET disposition = 'ready' WHERE visit_id = $1`, [visit.id]);
    expect((await good('')).trace).toMatchObject({ visitId: visit.id, picture: PICTURE });
    expect((await good(visit.id)).trace).toBeNull();
  });
});
