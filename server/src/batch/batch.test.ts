import {
  batteryDetailSchema,
  batteryListSchema,
  entriesOf,
  problemDetailsSchema,
  watchSchema,
  unitDetailSchema,
  visitDetailSchema,
  type Entry,
} from '@vaktman/contract';
import { signatureOf, visitFileSchema, signedJudgement, visitRecord } from '@vaktman/core';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { fitting, minute, sendBatch, TestVisit } from '../../test/entries';
import { demoApp } from '../../test/testDatabase';
import { rebuild, type Pool } from '../index';

let app: Awaited<ReturnType<typeof demoApp>>['app'];
let pool: Pool;
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ app, pool, drop } = await demoApp());
}, 60_000);
afterAll(async () => drop());

const unitOf = async (unitId: string) =>
  unitDetailSchema.parse(await (await app.request(`/api/units/${unitId}`)).json());
const visitOf = async (visitId: string) =>
  visitDetailSchema.parse(await (await app.request(`/api/visits/${visitId}`)).json());
const problemOf = async (answer: Response) => problemDetailsSchema.parse(await answer.json());
const opened = async (unitId: string): Promise<TestVisit> => {
  const visit = new TestVisit(app, (await unitOf(unitId)).unit);
  expect((await visit.send([visit.opening()])).status).toBe(200);
  return visit;
};
const batteryBy = async (serial: string) => {
  const { batteries } = batteryListSchema.parse(await (await app.request(`/api/batteries?q=${serial}`)).json());
  return batteries[0];
};
const batteryOf = async (id: string) =>
  batteryDetailSchema.parse(await (await app.request(`/api/batteries/${id}`)).json());

describe('readings belong to the battery that was there', () => {
  it('when one is replaced in the middle of a visit: each keeps its own', async () => {
    const visit = await opened('P-09');
    const old = (await unitOf('P-09')).placements.find(({ position, to }) => position === 'C' && to === null)!;
    const next = fitting('C', 'NEW-C');
    const answer = await visit.send([
      visit.rest('C', 12.72, minute(1)),
      visit.load('C', 8.1, 465, minute(2)),
      visit.replaced({ ...next, old: 'claim' }, minute(10)),
      visit.rest('C', 12.8, minute(20)),
      visit.load('C', 10.76, 465, minute(21)),
    ]);
    expect(answer.status).toBe(200);
    const [gone, come] = [await batteryOf(old.batteryId), await batteryOf(next.batteryId)];
    expect(gone.state).toBe('claimed');
    expect(gone.figures.at(-1)).toMatchObject({ visitId: visit.id, restingVolts: 12.72, at: minute(2) });
    expect(gone.figures.at(-1)!.capabilityPercent!).toBeLessThan(70);
    expect(come.figures).toHaveLength(1);
    expect(come.figures[0]).toMatchObject({ restingVolts: 12.8, at: minute(21) });
    // Both serials stand in the record.
    const pdf = await app.request(`/api/visits/${visit.id}/record.pdf`);
    expect(pdf.status).toBe(200);
    const { file } = await visitOf(visit.id);
    expect(file.unitAtOpening?.bank.batteries.find(({ position }) => position === 'C')?.serial).toBe(
      old.battery.serial,
    );
  });
  it('when a device without network fitted one at a position that changed meanwhile: both facts are kept', async () => {
    const visit = await opened('P-12');
    const here = (await unitOf('P-12')).placements.find(({ position, to }) => position === 'A' && to === null)!;
    const [early, late] = [fitting('A', 'EARLY-1'), fitting('A', 'LATE-1')];
    expect((await visit.send([visit.replaced(late, minute(60))])).status).toBe(200);
    expect((await visit.send([visit.replaced(early, minute(30))])).status).toBe(200);
    const stays = (await unitOf('P-12')).placements.filter(({ position }) => position === 'A');
    const stayOf = (id: string) => stays.find(({ batteryId }) => batteryId === id);
    expect(stayOf(late.batteryId)).toMatchObject({ to: null });
    expect(stayOf(early.batteryId)).toMatchObject({ from: minute(30), to: minute(60) });
    expect(stayOf(here.batteryId)?.to).toBe(minute(30));
    expect((await batteryOf(early.batteryId)).state).toBe('store');
  });
  it('when the serial typed is of a battery on record: it is that one, and moves', async () => {
    const visit = await opened('G-03');
    const spare = (await batteryBy('BR-31208'))!;
    expect((await visit.send([visit.replaced(fitting('B', ' br-31208 '), minute(5))])).status).toBe(200);
    expect(await batteryBy('BR-31208')).toMatchObject({ batteryId: spare.batteryId, unitId: 'G-03', position: 'B' });
  });
});

describe('the order of what a device recorded', () => {
  const device = v7();
  it('does not hang on its clock: two days ahead and then put right, the later reading still counts', async () => {
    const visit = await opened('S-01');
    const ahead = new Date(Date.now() + 2 * 86_400_000).toISOString();
    const now = new Date().toISOString();
    const answer = await visit.send(
      [visit.rest('A', 12.1, ahead, { device, sequence: 1 }), visit.rest('A', 12.7, now, { device, sequence: 2 })],
      { sentAt: now },
    );
    expect(answer.status).toBe(200);
    const { file } = await visitOf(visit.id);
    expect(file.readings.map((reading) => 'volts' in reading && reading.volts)).toEqual([12.1, 12.7]);
    expect(Date.parse(file.readings[0]!.at)).toBeLessThanOrEqual(Date.now());
  });
  it('is put right by how far the clock was off when it sent, and the device is told', async () => {
    const visit = await opened('S-01');
    const shown = Date.now() + 3 * 3_600_000;
    const answer = await visit.send(
      [visit.rest('A', 12.7, new Date(shown - 60_000).toISOString(), { device, sequence: 3 })],
      { sentAt: new Date(shown).toISOString() },
    );
    const receipt = (await answer.json()) as { clockAheadMs: number };
    expect(Math.abs(receipt.clockAheadMs - 3 * 3_600_000)).toBeLessThan(5000);
    const { file } = await visitOf(visit.id);
    expect(Math.abs(Date.parse(file.readings[0]!.at) - (Date.now() - 60_000))).toBeLessThan(10_000);
  });
  it('is by its own count where two things happened in the same moment', async () => {
    const visit = await opened('S-01');
    const at = minute(3);
    const later = visit.rest('A', 12.7, at, { device, sequence: 11 });
    const earlier = visit.rest('A', 12.2, at, { device, sequence: 10 });
    await visit.send([later, earlier]);
    const { file } = await visitOf(visit.id);
    expect(file.readings.map((reading) => 'volts' in reading && reading.volts)).toEqual([12.2, 12.7]);
  });
  it('lets no visit of the future hide what comes after it', async () => {
    const { unit } = await unitOf('L-02');
    const [fast, right] = [new TestVisit(app, unit), new TestVisit(app, unit)];
    const ahead = new Date(Date.now() + 2 * 86_400_000).toISOString();
    const tagged = (entry: object, sequence: number) => ({ ...entry, made: { device, sequence } });
    await fast.send([tagged(fast.opening(ahead), 20)], { sentAt: new Date().toISOString() });
    const now = new Date().toISOString();
    await right.send([tagged(right.opening(now), 21)], { sentAt: now });
    expect((await unitOf('L-02')).visits[0]?.visitId).toBe(right.id);
  });
});

describe('what is taken in is whole', () => {
  it.each([
    [
      'somebody unknown',
      (v: TestVisit) => ({ ...v.rest('A', 12.7, minute(1)), takenBy: 'N. Obody' }),
      'entries[0].takenBy',
    ],
    ['a year that was not', (v: TestVisit) => v.rest('A', 12.7, '1999-12-31T10:00:00Z'), 'entries[0].reading.at'],
    ['a time after tomorrow', (v: TestVisit) => v.rest('A', 12.7, '2199-01-01T10:00:00Z'), 'entries[0].reading.at'],
    [
      'a NUL in a note',
      (v: TestVisit) =>
        v.reading({ step: 'battery.openCircuit', point: 'A', volts: 12.7, at: minute(1), note: 'a\0b' }),
      'entries[0].reading.note',
    ],
    [
      'half a character in a note',
      (v: TestVisit) =>
        v.reading({ step: 'battery.openCircuit', point: 'A', volts: 12.7, at: minute(1), note: 'a\ud800b' }),
      'entries[0].reading.note',
    ],
    [
      'a remark too long',
      (v: TestVisit) => v.event({ kind: 'closed', at: minute(9), remark: 'x'.repeat(2001), signedBy: 'M. Holt' }),
      'entries[0].event.remark',
    ],
    [
      'a sign-off by nobody of the fleet',
      (v: TestVisit) => v.event({ kind: 'closed', at: minute(9), remark: '', signedBy: 'N. Obody' }),
      'entries[0].event.signedBy',
    ],
  ])('and so not with %s', async (_name, entry, path) => {
    const visit = await opened('S-04');
    const answer = await visit.send([entry(visit)]);
    expect(answer.status).toBe(422);
    expect((await problemOf(answer)).problems?.map((problem) => problem.path)).toEqual([path]);
  });
  it('takes readings, waits and pictures of a trainee, and no opening, repair or signature', async () => {
    const by = <Made extends Entry>(entry: Made, name: string): Entry =>
      entry.kind === 'event'
        ? { ...entry, event: { ...entry.event, by: name } }
        : entry.kind === 'reading'
          ? { ...entry, takenBy: name }
          : { ...entry, opening: { ...entry.opening, visit: { ...entry.opening.visit, technician: name } } };
    const visit = await opened('S-04');
    const told = [
      visit.rest('A', 12.7, minute(1)),
      visit.event({ kind: 'wait-skipped', at: minute(2), wait: 'cool', reason: 'late' }),
    ];
    for (const entry of told) expect((await visit.send([by(entry, 'R. Hask')])).status).toBe(200);
    const refused = [
      visit.replaced(fitting('A', 'TRAINEE-1'), minute(3)),
      visit.event({ kind: 'closed', at: minute(4), remark: '' }),
      new TestVisit(app, (await unitOf('S-04')).unit).opening(),
    ];
    for (const entry of refused) {
      const answer = await visit.send([by(entry, 'R. Hask')]);
      const problem = (await problemOf(answer)).problems?.[0];
      expect([answer.status, problem?.message]).toEqual([
        422,
        'expected a technician or more, received R. Hask, who was a trainee',
      ]);
    }
    // Whoever only sees reads nothing.
    const seen = await visit.send([by(visit.rest('B', 12.7, minute(5)), 'A. Lien')]);
    expect((await problemOf(seen)).problems?.[0]?.message).toBe(
      'expected a trainee or more, received A. Lien, who was a viewer',
    );
    expect((await visit.send([visit.event({ kind: 'closed', at: minute(6), remark: '' })])).status).toBe(200);
  });
  it('keeps a name that was corrected since the device went out of reach', async () => {
    const fleet = (await (await app.request('/api/fleet')).json()) as { people: { personId: string; name: string }[] };
    const hask = fleet.people.find(({ name }) => name === 'R. Hask')!;
    const put = (name: string) =>
      app.request(`/api/people/${hask.personId}`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ name, role: 'trainee' }),
      });
    await put('R. Hask-Lie');
    const visit = await opened('S-04');
    expect((await visit.send([visit.rest('A', 12.7, minute(1))])).status).toBe(200);
    await put('R. Hask');
  });
  it('takes ids in capitals as the same ids', async () => {
    const visit = await opened('S-04');
    const entry = visit.event({ kind: 'wait-skipped', at: minute(1), wait: 'cool', reason: 'late' });
    if (entry.kind !== 'event') throw new Error('an event was made');
    expect((await visit.send([entry])).status).toBe(200);
    const loud = { ...entry, event: { ...entry.event, eventId: entry.event.eventId.toUpperCase() } };
    expect(await (await visit.send([loud])).json()).toMatchObject({ added: 0, known: 1 });
  });
  it('takes entries of the version before, without device and time of sending', async () => {
    const visit = await opened('S-04');
    expect(await (await visit.send([visit.rest('B', 12.6, minute(2))])).json()).toMatchObject({
      added: 1,
      clockAheadMs: null,
    });
  });
});

describe('a signed record', () => {
  const noForeignId = (name: string): string => {
    throw new Error(`Our own file has an id that is none: ${name}`);
  };
  const signedVisit = async () => {
    const visit = await opened('L-11');
    await visit.send([
      visit.rest('A', 12.7, minute(1)),
      visit.event({ kind: 'closed', at: minute(9), remark: 'as seen', signedBy: 'M. Holt' }),
    ]);
    return visit;
  };
  it('stays what was signed: nothing joins it, but what was sent before may be sent again', async () => {
    const visit = await opened('L-11');
    const first = visit.rest('A', 12.7, minute(1));
    await visit.send([first, visit.event({ kind: 'closed', at: minute(9), remark: '', signedBy: 'M. Holt' })]);
    expect(await (await visit.send([first])).json()).toMatchObject({ added: 0, known: 1 });
    const late = await visit.send([visit.rest('A', 12.1, minute(5))]);
    expect(late.status).toBe(409);
    expect((await problemOf(late)).problems?.[0]).toMatchObject({
      path: 'entries[0].amends',
      message: expect.stringContaining('was signed off at') as string,
    });
    expect((await visitOf(visit.id)).file.readings).toHaveLength(1);
  });
  it('is discarded while nothing was read in it, and then counts nowhere and takes nothing', async () => {
    const before = await unitOf('C-01');
    const visit = await opened('C-01');
    expect((await unitOf('C-01')).visits.map(({ visitId }) => visitId)).toContain(visit.id);
    const discarded = visit.event({ kind: 'discarded', at: minute(2), reason: 'wrong unit' });
    expect((await visit.send([discarded])).status).toBe(200);
    const after = await unitOf('C-01');
    expect(after.visits.map(({ visitId }) => visitId)).toEqual(before.visits.map(({ visitId }) => visitId));
    const { units } = watchSchema.parse(await (await app.request('/api/watch')).json());
    expect(units.find(({ unitId }) => unitId === 'C-01')).toMatchObject({
      openVisitId: null,
      disposition: before.visits[0]?.disposition,
    });
    const late = await visit.send([visit.rest('A', 12.7, minute(3))]);
    expect(late.status).toBe(409);
    expect((await problemOf(late)).problems?.[0]?.message).toContain('was discarded at');
    // A rebuild makes no more of it than was there.
    await rebuild(pool);
    expect((await unitOf('C-01')).visits).toHaveLength(before.visits.length);
  });
  it('is kept once something was read in it', async () => {
    const visit = await opened('S-04');
    await visit.send([visit.rest('A', 12.7, minute(1))]);
    const answer = await visit.send([visit.event({ kind: 'discarded', at: minute(2), reason: 'not now' })]);
    expect(answer.status).toBe(409);
    expect((await problemOf(answer)).problems?.[0]).toMatchObject({
      path: 'entries[0].event.kind',
      message: 'expected a visit without readings and repairs: this one is kept',
    });
  });
  it('goes on saying how it came out when it was signed, whatever the method says later', async () => {
    const visit = await signedVisit();
    const [eventId, judged] = Object.entries((await visitOf(visit.id)).signedAs)[0]!;
    expect(judged.disposition).toBe('unfinished');
    // A later method would have let it go.
    await pool.query(
      `UPDATE signed_judgement SET body = jsonb_set(body, '{disposition}', '"ready"') WHERE event_id = $1`,
      [eventId],
    );
    const detail = await visitOf(visit.id);
    expect(signedJudgement(detail)?.disposition).toBe('ready');
    expect(visitRecord(detail, (iso) => iso).disposition).toBe('ready');
    await rebuild(pool);
    const { rows } = await pool.query('SELECT disposition FROM visit_summary WHERE visit_id = $1', [visit.id]);
    expect(rows).toEqual([{ disposition: 'ready' }]);
    // What was kept is never written over.
    expect(signedJudgement(await visitOf(visit.id))?.disposition).toBe('ready');
  });
  it('is amended by name, with a reason, and the amendment is signed off itself', async () => {
    const visit = await signedVisit();
    const opening = visit.event({ kind: 'amended', at: minute(20), reason: 'joint forgotten' });
    if (opening.kind !== 'event') throw new Error('an event was made');
    const amends = opening.event.eventId;
    const unnamed = await visit.send([opening, visit.rest('A', 12.1, minute(21))]);
    expect(unnamed.status).toBe(409);
    const named = visit.reading(
      { step: 'look.joint', point: 'A+', condition: 'corroded', at: minute(21) },
      undefined,
      amends,
    );
    const signing = visit.event({ kind: 'closed', at: minute(22), remark: '', signedBy: 'M. Holt', amends });
    expect((await visit.send([opening, named, signing])).status).toBe(200);
    expect((await visit.send([visit.rest('A', 12.1, minute(23))])).status).toBe(409);
    const detail = await visitOf(visit.id);
    expect(signatureOf(detail.events).status).toBe('signed');
    expect(Object.values(detail.amended)).toEqual([amends]);
  });
  it('is handed over whole, and taken in again it changes nothing', async () => {
    const visit = await signedVisit();
    const file = (await (await app.request(`/api/visits/${visit.id}/file`)).json()) as {
      events: { kind: string }[];
      takenBy: object;
    };
    expect(file.events.map(({ kind }) => kind)).toEqual(['closed']);
    expect(Object.values(file.takenBy)).toEqual(['R. Hask']);
    const again = await sendBatch(app, {
      entries: entriesOf(visitFileSchema.parse(file), noForeignId),
      origin: 'file',
    });
    expect(await again.json()).toMatchObject({ added: 0, known: 3 });
  });
  it('changes nothing either where the clock of its device was put right', async () => {
    const shown = Date.now() + 7 * 60_000;
    const at = (minutesAgo: number) => new Date(shown - minutesAgo * 60_000).toISOString();
    const visit = new TestVisit(app, (await unitOf('L-11')).unit);
    const sent = await visit.send(
      [
        visit.opening(at(40)),
        visit.rest('A', 12.7, at(30)),
        visit.replaced(fitting('A', 'CLOCK-1'), at(20)),
        visit.event({ kind: 'closed', at: at(10), remark: '', signedBy: 'M. Holt' }),
      ],
      { sentAt: new Date(shown).toISOString() },
    );
    expect(sent.status).toBe(200);
    const file = visitFileSchema.parse(await (await app.request(`/api/visits/${visit.id}/file`)).json());
    expect(Math.abs(Date.parse(file.visit.at) - (Date.now() - 40 * 60_000))).toBeLessThan(10_000);
    const again = await sendBatch(app, { entries: entriesOf(file, noForeignId), origin: 'file' });
    expect(await again.json()).toMatchObject({ added: 0, known: 4 });
  });
});

/** Times each of those that come at once does what it does; more by hand: VAKTMAN_TURNS=100 npx vitest run server/src/batch */
const TURNS = Number(process.env['VAKTMAN_TURNS'] ?? 12);

describe('the database', () => {
  it('may take a connection away in the middle of a write: the request fails or is tried again, the server goes on', async () => {
    for (let round = 0; round < 8; round++) {
      const visit = await opened('C-01');
      const entries = Array.from({ length: 60 }, (_, index) => visit.rest('A', 12.5, minute(index)));
      const sending = visit.send(entries);
      await pool.query(
        'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid()',
      );
      const answer = await sending;
      expect([200, 503]).toContain(answer.status);
      const again = await visit.send(entries);
      expect(again.status).toBe(200);
      expect((await visitOf(visit.id)).file.readings).toHaveLength(60);
    }
  });
  it('takes unit edits, moves and batches at once without a failure of the server', async () => {
    const statuses = new Map<number, number>();
    const count = ({ status }: Response): void => void statuses.set(status, (statuses.get(status) ?? 0) + 1);
    const json = (method: string, path: string, body: unknown) =>
      app.request(path, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
    const edits = async (unitId: string): Promise<void> => {
      for (let turn = 0; turn < TURNS; turn++) {
        const { unit, yardId, revision } = await unitOf(unitId);
        count(await json('PUT', `/api/units/${unitId}`, { yardId, revision, unit }));
      }
    };
    const swaps = async (): Promise<void> => {
      for (let turn = 0; turn < TURNS; turn++) {
        const [a, b] = [await unitOf('P-07'), await unitOf('P-09')];
        const at = (unit: typeof a) =>
          unit.placements.find(({ position, to }) => position === 'A' && to === null)!.batteryId;
        count(
          await json('POST', `/api/batteries/${at(a)}/moves`, { kind: 'swap', withBatteryId: at(b), because: 'x' }),
        );
      }
    };
    const batches = async (unitId: string, serial: string): Promise<void> => {
      for (let turn = 0; turn < TURNS; turn++) {
        const visit = await opened(unitId);
        count(
          await visit.send([
            visit.rest('A', 12.5, minute(1)),
            visit.replaced(fitting('A', `${serial}-${turn}`), minute(turn + 2)),
          ]),
        );
      }
    };
    await Promise.all([
      edits('P-07'),
      edits('P-09'),
      swaps(),
      swaps(),
      batches('P-07', 'RUN-1'),
      batches('P-09', 'RUN-2'),
    ]);
    const seen = [...statuses.keys()];
    expect(seen.every((status) => status < 500)).toBe(true);
    // An edit or a move may find the unit changed meanwhile; what was recorded at a machine is always taken.
    expect(statuses.get(200)!).toBeGreaterThanOrEqual(2 * TURNS);
  }, 60_000);
});
