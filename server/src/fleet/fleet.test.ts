import { NO_FLEET, type ChangeList, type Fleet, type UnitDetail, type UnitEntry } from '@vaktman/contract';
import { PROFILE_NAMES } from '@vaktman/core';
import { demoFleet } from '../../../demo/test/demoFleet';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { appOn, demoDatabase, freshDatabase } from '../../test/testDatabase';
import { TestVisit } from '../../test/entries';
import { signedInAs } from '../../test/signedIn';
import type { Pool } from '../database/pool';
import { makeLink } from '../signIn/linkStore';
import { setWord } from '../signIn/wordStore';
import { findFleetId } from './fleetStore';

type App = ReturnType<typeof appOn>;
const ask = async (app: App, method: string, path: string, body?: unknown, headers: Record<string, string> = {}) => {
  const answer = await app.request(path, {
    method,
    headers: { 'content-type': 'application/json', ...headers },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  return { status: answer.status, body: await answer.json() };
};

const OWN = {
  name: 'Summit road crew',
  timeZone: 'Europe/Oslo',
  yards: [{ name: 'Lower Yard' }, { name: 'Summit Station' }],
  people: [{ name: 'K. Moen', role: 'lead' }],
  passphrase: 'ravine copper teacup',
};

const plough = (id: string) => ({
  id,
  description: 'Plough truck',
  systemVolts: 12,
  bank: { arrangement: '1S1P', batteries: [{ position: 'A', string: 1, chemistry: 'flooded', duty: 'truck' }] },
});

describe('an empty database', () => {
  let app: App;
  let pool: Pool;
  let drop: () => Promise<void>;
  let folder: string;
  let link = '';
  beforeAll(async () => {
    const made = await freshDatabase();
    ({ drop, pool } = made);
    link = (await makeLink(pool, null, null)).secret;
    folder = mkdtempSync(join(tmpdir(), 'vaktman-demo-'));
    writeFileSync(join(folder, 'fleet.json'), JSON.stringify(demoFleet()));
    app = appOn(made.pool, { demoFile: join(folder, 'fleet.json') });
  });
  afterAll(async () => {
    rmSync(folder, { recursive: true });
    await drop();
  });

  it('says that there is no fleet yet, by a kind of problem of its own', async () => {
    expect(await ask(app, 'GET', '/api/begin')).toEqual({ status: 200, body: { hasFleet: false, hasDemo: true } });
    const { status, body } = await ask(app, 'GET', '/api/fleet');
    expect([status, body.type]).toEqual([503, NO_FLEET]);
  });
  it.each([
    [{ ...OWN, name: ' ' }, 'name', 'expected a name'],
    [{ ...OWN, timeZone: 'Oslo' }, 'timeZone', 'expected a time zone such as Europe/Oslo, received "Oslo"'],
    [{ ...OWN, yards: [] }, 'yards', 'expected at least one yard'],
    [
      { ...OWN, yards: [{ name: 'Lower' }, { name: 'lower' }] },
      'yards[1].name',
      'lower is there twice; expected each yard once',
    ],
    [{ ...OWN, people: [] }, 'people', 'expected at least one name'],
    [
      { ...OWN, people: [{ name: 'K. Moen', role: 'boss' }] },
      'people[0].role',
      'expected one of viewer, trainee, technician, lead',
    ],
    [
      { ...OWN, people: [{ name: 'K. Moen', role: 'technician' }] },
      'people[0].role',
      'expected the first one to be a lead',
    ],
    [{ ...OWN, passphrase: 'short' }, 'passphrase', 'expected 12 letters or more; four words do well'],
    [{ ...OWN, passphrase: 'passwordpassword' }, 'passphrase', 'expected words that are not tried first'],
  ])('refuses a beginning that is not whole and stores nothing', async (draft, path, words) => {
    const { status, body } = await ask(app, 'POST', '/api/begin/fleet', { link, ...draft });
    expect(status).toBe(422);
    const told = (body.problems as { path: string; message: string }[]).find((problem) => problem.path === path);
    expect(told?.message).toContain(words.split(', received')[0]);
    expect((await ask(app, 'GET', '/api/begin')).body.hasFleet).toBe(false);
  });
  it("begins one's own fleet for nobody but who was told the link", async () => {
    expect((await ask(app, 'POST', '/api/begin/fleet', { ...OWN, link: 'a guess' })).status).toBe(404);
    expect((await ask(app, 'GET', '/api/begin')).body.hasFleet).toBe(false);
  });
  it("begins one's own fleet once, whoever presses how often", async () => {
    const answers = await Promise.all([1, 2, 3].map(() => ask(app, 'POST', '/api/begin/fleet', { ...OWN, link })));
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 409, 409]);
    const fleet: Fleet = (await ask(app, 'GET', '/api/fleet')).body;
    expect([fleet.name, fleet.demo, fleet.yards.map(({ name }) => name), fleet.people.map(({ name }) => name)]).toEqual(
      ['Summit road crew', false, ['Lower Yard', 'Summit Station'], ['K. Moen']],
    );
    expect((await ask(app, 'POST', '/api/begin/demo')).status).toBe(409);
  });
  it('renames the fleet, its yards and people, and keeps who did', async () => {
    const fleet: Fleet = (await ask(app, 'GET', '/api/fleet')).body;
    const name = { cookie: await signedInAs(pool, fleet.people[0]?.personId ?? '', { device: 'Bay 2 tablet' }) };
    await ask(app, 'PUT', '/api/fleet', { name: 'Pass crew', timeZone: 'Europe/Stockholm' }, name);
    const [lower] = fleet.yards;
    await ask(app, 'PUT', `/api/yards/${lower?.yardId}`, { name: 'Valley Yard' }, name);
    const after: Fleet = (await ask(app, 'GET', '/api/fleet')).body;
    expect([after.name, after.timeZone, after.yards[0]?.name]).toEqual([
      'Pass crew',
      'Europe/Stockholm',
      'Valley Yard',
    ]);
    const kept: ChangeList = (await ask(app, 'GET', '/api/changes/kept?thing=yard')).body;
    expect(kept.entries[0]).toMatchObject({
      person: 'K. Moen',
      device: 'Bay 2 tablet',
      verb: 'changed',
      thingId: lower?.yardId,
      before: { name: 'Lower Yard' },
      after: { name: 'Valley Yard' },
    });
  });
  it('refuses two yards of one name and closes a yard only once nothing stands there', async () => {
    const fleet: Fleet = (await ask(app, 'GET', '/api/fleet')).body;
    const [valley, summit] = fleet.yards;
    const same = await ask(app, 'POST', '/api/yards', { name: 'SUMMIT STATION' });
    expect([same.status, same.body.problems[0].path]).toEqual([409, 'name']);
    expect((await ask(app, 'POST', '/api/units', { yardId: summit?.yardId, unit: plough('P-01') })).status).toBe(201);
    const stays = await ask(app, 'PUT', `/api/yards/${summit?.yardId}/ending`, { ended: true });
    expect(stays.status).toBe(409);
    expect(stays.body.problems[0].message).toBe('P-01 stands there; expected a yard without units');
    expect((await ask(app, 'PUT', `/api/yards/${valley?.yardId}/ending`, { ended: true })).status).toBe(200);
    const closed = await ask(app, 'POST', '/api/units', { yardId: valley?.yardId, unit: plough('P-02') });
    expect([closed.status, closed.body.problems[0].path]).toEqual([422, 'yardId']);
    expect((await ask(app, 'PUT', `/api/yards/${valley?.yardId}/ending`, { ended: false })).status).toBe(200);
    expect((await ask(app, 'POST', '/api/units', { yardId: valley?.yardId, unit: plough('P-02') })).status).toBe(201);
    expect((await ask(app, 'PUT', '/api/yards/none/ending', { ended: true })).status).toBe(404);
  });
  it('ends somebody without removing them', async () => {
    const { personId } = (await ask(app, 'POST', '/api/people', { name: 'R. Hask', role: 'trainee' })).body;
    await ask(app, 'PUT', `/api/people/${personId}/ending`, { ended: true });
    const fleet: Fleet = (await ask(app, 'GET', '/api/fleet')).body;
    expect(fleet.people.find((person) => person.personId === personId)?.endedAt).not.toBeNull();
    expect((await ask(app, 'PUT', '/api/people/nobody/ending', { ended: true })).status).toBe(404);
  });
  it.each(PROFILE_NAMES)('is judged by %s when a lead says so', async (profile) => {
    expect((await ask(app, 'PUT', '/api/fleet/method', { profile })).status).toBe(200);
    expect(((await ask(app, 'GET', '/api/fleet')).body as Fleet).profile).toBe(profile);
  });
  it('keeps intervals and limits by class of machine, each class once', async () => {
    const classes = [
      { name: '', intervals: {}, limits: { cableTotalDrop: 0.6 } },
      { name: 'Plough truck', intervals: { ready: { days: 90, hours: 250, km: 8000 } }, limits: {} },
    ];
    const known = await ask(app, 'PUT', '/api/fleet/classes', { classes: [classes[1]] });
    expect(known.status).toBe(200);
    const unknown = await ask(app, 'PUT', '/api/fleet/classes', { classes });
    expect(unknown.status).toBe(422);
    const twice = await ask(app, 'PUT', '/api/fleet/classes', { classes: [classes[1], { name: 'plough TRUCK' }] });
    expect(twice.body.problems[0]).toEqual({
      path: 'classes[1].name',
      message: 'plough TRUCK is there twice; expected each class once',
    });
    expect((await ask(app, 'GET', '/api/fleet')).body.classes).toEqual([classes[1]]);
  });
  it('does not let one change of all classes, or all codes, undo another unseen', async () => {
    const [first, second] = [{ name: 'Grader' }, { name: 'Loader' }].map((named) => ({
      ...named,
      intervals: {},
      limits: {},
    }));
    const [code, other] = ['LY', 'WWYY'].map((pattern) => ({ name: `Code ${pattern}`, pattern }));
    for (const [path, key, one, two] of [
      ['/api/fleet/classes', 'classes', first, second],
      ['/api/fleet/date-codes', 'dateCodes', code, other],
    ] as const) {
      const was = (await ask(app, 'GET', '/api/fleet')).body[key];
      expect((await ask(app, 'PUT', path, { [key]: [...was, one], was })).status).toBe(200);
      const late = await ask(app, 'PUT', path, { [key]: [...was, two], was });
      expect([late.status, late.body.title]).toEqual([
        409,
        'Nothing was stored: somebody else changed them meanwhile. Load the page anew, and change what stands now.',
      ]);
      expect((await ask(app, 'GET', '/api/fleet')).body[key]).toEqual([...was, one]);
      expect((await ask(app, 'PUT', path, { [key]: was, was: [...was, one] })).status).toBe(200);
    }
  });
  it('takes what was stored before a field was added for what it is read as', async () => {
    const stored = [{ name: 'Crusher' }];
    await pool.query('UPDATE fleet SET classes = $1', [JSON.stringify(stored)]);
    expect((await ask(app, 'PUT', '/api/fleet/classes', { classes: [], was: stored })).status).toBe(200);
  });
  it("keeps a unit's card, and what was on it before", async () => {
    const card = { plate: 'TP 4107', year: 2016, make: 'Storfonn', class: 'Plough truck', answers: 'K. Moen' };
    const detail: UnitDetail = (await ask(app, 'GET', '/api/units/P-01')).body;
    const draft = { yardId: detail.yardId, unit: detail.unit, revision: detail.revision };
    expect((await ask(app, 'PUT', '/api/units/P-01', { ...draft, card })).status).toBe(200);
    const wrong = await ask(app, 'PUT', '/api/units/P-01', { ...draft, card: { ...card, engineHours: 4100 } });
    expect(wrong.body.problems).toEqual([
      { path: 'card.metersOn', message: 'expected the day hours or distance were read' },
    ]);
    const after: UnitDetail = (await ask(app, 'GET', '/api/units/P-01')).body;
    expect(after.card).toEqual(card);
    // What says nothing of the card leaves it alone.
    await ask(app, 'PUT', '/api/units/P-01', { ...draft, revision: after.revision });
    expect(((await ask(app, 'GET', '/api/units/P-01')).body as UnitDetail).card).toEqual(card);
    const { units }: { units: UnitEntry[] } = (await ask(app, 'GET', '/api/units')).body;
    expect(units.find(({ unitId }) => unitId === 'P-01')).toMatchObject({ plate: 'TP 4107', class: 'Plough truck' });
    const kept: ChangeList = (await ask(app, 'GET', '/api/changes/kept?unitId=P-01')).body;
    expect(kept.entries[0]).toMatchObject({ thing: 'unit', verb: 'changed', before: { card: {} }, after: { card } });
    expect(kept.entries.at(-1)).toMatchObject({ verb: 'added' });
  });
  it('gives changes page by page and says what it does not understand', async () => {
    const first: ChangeList = (await ask(app, 'GET', '/api/changes/kept?limit=2')).body;
    const second: ChangeList = (await ask(app, 'GET', `/api/changes/kept?limit=2&before=${first.next}`)).body;
    expect(first.entries).toHaveLength(2);
    expect(second.entries[0]?.entryId).toBeLessThan(first.entries[1]?.entryId ?? 0);
    expect((await ask(app, 'GET', '/api/changes/kept?thing=weather')).status).toBe(422);
  });
});

describe('the demo', () => {
  let app: App;
  let drop: () => Promise<void>;
  let pool: Awaited<ReturnType<typeof demoDatabase>>['pool'];
  beforeAll(async () => {
    const made = await demoDatabase();
    ({ pool, drop } = made);
    app = appOn(pool);
  });
  afterAll(async () => drop());

  it('counts as no change of anybody', async () => {
    expect(((await ask(app, 'GET', '/api/changes/kept')).body as ChangeList).entries).toEqual([]);
  });
  it('goes in one step and leaves what is own, with the units where a visit was made', async () => {
    expect((await ask(app, 'POST', '/api/units', { yardId: 'lower', unit: plough('OWN-1') })).status).toBe(201);
    const own = (await ask(app, 'POST', '/api/people', { name: 'Own Person', role: 'lead' })).body as {
      personId: string;
    };
    const { unit }: UnitDetail = (await ask(app, 'GET', '/api/units/P-07')).body;
    const visit = new TestVisit(app, unit);
    expect((await visit.send([visit.opening()])).status).toBe(200);
    const count = (await ask(app, 'GET', '/api/fleet/demo')).body;
    expect(count).toMatchObject({ visited: ['P-07'], ownUnits: 1, ownVisits: 1, ownBatteries: 1 });
    expect(count.units).toBeGreaterThan(10);

    // Nobody could sign in as a lead then: it stays.
    expect((await ask(app, 'DELETE', '/api/fleet/demo', { visitedToo: false })).status).toBe(409);
    expect((await ask(app, 'GET', '/api/units/P-12')).status).toBe(200);
    await setWord(pool, (await findFleetId(pool)) ?? '', own.personId, 'passphrase', 'ravine copper teacup');
    expect(await ask(app, 'DELETE', '/api/fleet/demo', { visitedToo: false })).toEqual({
      status: 200,
      body: { hasFleet: true, begin: null },
    });
    // Who was signed in was of the demo and is gone with it.
    expect((await ask(app, 'GET', '/api/units')).status).toBe(401);
    app = appOn(pool);
    const { units }: { units: UnitEntry[] } = (await ask(app, 'GET', '/api/units')).body;
    expect(units.map(({ unitId }) => unitId)).toEqual(['OWN-1', 'P-07']);
    const fleet: Fleet = (await ask(app, 'GET', '/api/fleet')).body;
    expect([fleet.demo, fleet.people.map(({ name }) => name)]).toEqual([false, ['Own Person']]);
    // The yard in which something of one's own stands is one's own.
    expect(fleet.yards.map(({ yardId }) => yardId)).toContain('lower');
    const kept: UnitDetail = (await ask(app, 'GET', '/api/units/P-07')).body;
    expect(kept.visits.some(({ visitId }) => visitId === visit.id)).toBe(true);
    const watch = (await ask(app, 'GET', '/api/watch')).body as { units: { unitId: string }[] };
    expect(watch.units.map(({ unitId }) => unitId).sort()).toEqual(['OWN-1', 'P-07']);
    expect((await ask(app, 'GET', '/api/fleet/demo')).body).toMatchObject({ units: 0, batteries: 0 });
  });
  it('leaves facts alone in every other case', async () => {
    await expect(pool.query('DELETE FROM visit')).rejects.toThrow('only ever added');
    await expect(pool.query('DELETE FROM change_entry')).rejects.toThrow('kept for ever');
  });
});

describe('a demo with nothing of anybody beside it', () => {
  it('goes whole, and the first page asks again', async () => {
    const { pool, drop } = await demoDatabase();
    try {
      const app = appOn(pool);
      // What was tried out in it does not hold it: a calendar, a list that was taken in and back, a remembered mapping.
      expect((await ask(app, 'PUT', '/api/calendars/lower', {})).status).toBe(201);
      const importId = '019ab000-0000-7000-8000-0000000000aa';
      const map = { format: 'vaktman-import-map', version: 1, kind: 'units', columns: [{ column: 1, header: 'Unit' }] };
      const list = {
        importId,
        fileName: 'x.csv',
        kind: 'units',
        map,
        units: [{ yardId: 'lower', unit: plough('T-1') }],
      };
      expect((await ask(app, 'POST', '/api/imports', list)).status).toBe(201);
      expect((await ask(app, 'POST', `/api/imports/${importId}/undo`, {})).status).toBe(200);
      const gone = (await ask(app, 'DELETE', '/api/fleet/demo', { visitedToo: true })).body as { begin: string };
      expect(gone).toEqual({ hasFleet: false, begin: expect.stringMatching(/^\/join#[\w-]{43}$/) as string });
      expect((await ask(app, 'GET', '/api/begin')).body.hasFleet).toBe(false);
      for (const table of ['unit', 'battery', 'visit', 'reading', 'person', 'yard', 'fleet'])
        expect((await pool.query(`SELECT 1 FROM ${table}`)).rowCount, table).toBe(0);
      const link = gone.begin.replace('/join#', '');
      expect((await ask(app, 'POST', '/api/begin/fleet', { ...OWN, link })).status).toBe(201);
    } finally {
      await drop();
    }
  });
});
