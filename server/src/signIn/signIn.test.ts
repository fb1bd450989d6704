import type { ChangeList, Device, ProgramKey, Session } from '@vaktman/contract';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { signedInAs } from '../../test/signedIn';
import { appOn, demoDatabase } from '../../test/testDatabase';
import type { Pool } from '../database/pool';
import { firstLeadLink } from './leadLink';
import { waitSeconds } from './tries';

let app: ReturnType<typeof appOn>;
let pool: Pool;
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ pool, drop } = await demoDatabase());
  app = appOn(pool);
}, 60_000);
afterAll(async () => drop());
beforeEach(async () => pool.query('DELETE FROM sign_in_try'));

/** A browser: it keeps the cookies it is given, and sends them. */
class Browser {
  #jar = new Map<string, string>();
  constructor(cookies = '') {
    for (const pair of cookies.split('; ').filter((text) => text !== '')) this.#jar.set(...this.#pair(pair));
  }
  #pair(text: string): [string, string] {
    const at = text.indexOf('=');
    return [text.slice(0, at), text.slice(at + 1)];
  }
  get cookies(): string {
    return [...this.#jar].map(([name, value]) => `${name}=${value}`).join('; ');
  }
  async ask<Body = Record<string, never>>(method: string, path: string, body?: unknown) {
    const answer = await app.request(path, {
      method,
      headers: { 'content-type': 'application/json', cookie: this.cookies, 'user-agent': 'A browser on Android' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    const set = answer.headers.getSetCookie();
    for (const line of set) this.#jar.set(...this.#pair(line.split(';')[0] ?? ''));
    return { status: answer.status, set, headers: answer.headers, body: (await answer.json()) as Body };
  }
}
const BRANDVOLD = { name: 'T. Brandvold', passphrase: 'copper thaw ladder' };
const lead = async (): Promise<Browser> => new Browser(await signedInAs(pool, 'm-holt'));

describe('signing in by name and passphrase', () => {
  it('opens what was closed, under cookies no script can read, and takes the browser on record', async () => {
    const browser = new Browser();
    expect((await browser.ask('GET', '/api/watch')).status).toBe(401);
    const { status, body, set } = await browser.ask<Session>('POST', '/api/session', BRANDVOLD);
    expect([status, body.person?.name, body.person?.role, body.device?.name, body.device?.shared]).toEqual([
      200,
      'T. Brandvold',
      'technician',
      "T. Brandvold's Android",
      false,
    ]);
    expect(set).toHaveLength(2);
    for (const line of set)
      expect(line).toMatch(/^vaktman_\w+=[\w-]{43}; Max-Age=\d+; Path=\/; HttpOnly; SameSite=Lax$/);
    expect((await browser.ask('GET', '/api/watch')).status).toBe(200);
    // The secret itself is nowhere in the database.
    const secret = /vaktman_session=([\w-]+)/.exec(browser.cookies)?.[1];
    expect((await pool.query('SELECT digest FROM session WHERE digest = $1', [secret])).rowCount).toBe(0);
  });
  it('gives a new session each time and ends the one before', async () => {
    const browser = new Browser();
    await browser.ask('POST', '/api/session', BRANDVOLD);
    const before = new Browser(browser.cookies);
    await browser.ask('POST', '/api/session', { name: 't. brandvold ', passphrase: BRANDVOLD.passphrase });
    expect((await before.ask('GET', '/api/watch')).status).toBe(401);
    expect((await browser.ask('GET', '/api/watch')).status).toBe(200);
  });
  it('binds its cookies to the very host where the server is reached by TLS', async () => {
    const secure = appOn(pool, { publicAddress: 'https://vaktman.tindra.example' });
    const answer = await secure.request('/api/session', {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie: '' },
      body: JSON.stringify(BRANDVOLD),
    });
    for (const line of answer.headers.getSetCookie())
      expect(line).toMatch(/^__Host-vaktman_\w+=.*HttpOnly; Secure; SameSite=Lax$/);
  });
  it('answers alike to a name that is nobody’s and to a wrong word, and makes either wait after five', async () => {
    const browser = new Browser();
    for (const name of ['T. Brandvold', 'N. Obody']) {
      const answers: { status: number; title: string }[] = [];
      for (let nth = 0; nth < 6; nth += 1) {
        const { status, body } = await browser.ask<{ title: string }>('POST', '/api/session', {
          name,
          passphrase: 'wrong',
        });
        answers.push({ status, title: body.title });
      }
      expect(answers.map(({ status }) => status)).toEqual([401, 401, 401, 401, 429, 429]);
      expect(new Set(answers.slice(0, 4).map(({ title }) => title))).toEqual(
        new Set(['Name or passphrase is not right.']),
      );
      // While it waits, the right one is not taken either.
      expect((await browser.ask('POST', '/api/session', { ...BRANDVOLD, name })).status).toBe(429);
    }
  });
  it.each([
    [0, 0],
    [4, 0],
    [5, 30],
    [6, 60],
    [7, 120],
    [30, 3600],
  ])('after %d wrong ones in a row waits %d s', (wrong, seconds) => expect(waitSeconds(wrong)).toBe(seconds));
  it('is over once signed out', async () => {
    const browser = new Browser();
    await browser.ask('POST', '/api/session', BRANDVOLD);
    const before = browser.cookies;
    const { body } = await browser.ask<Session>('POST', '/api/session/end', {});
    expect(body.person).toBeNull();
    expect((await new Browser(before).ask('GET', '/api/watch')).status).toBe(401);
  });
});

describe('a shared device', () => {
  const shared = async (): Promise<{ tablet: Browser; deviceId: string }> => {
    const tablet = await lead();
    const { device } = (await tablet.ask<Session>('GET', '/api/session')).body;
    expect(
      (await tablet.ask('PUT', `/api/devices/${device?.deviceId}`, { name: 'Bay 2 tablet', shared: true })).status,
    ).toBe(200);
    return { tablet, deviceId: device?.deviceId ?? '' };
  };
  it('lets people go on by PIN, who worked there last first', async () => {
    const { tablet } = await shared();
    const { body, status } = await tablet.ask<Session>('POST', '/api/session/switch', {
      personId: 'i-dahl',
      pin: '271904',
    });
    expect([status, body.person?.name, body.device?.name]).toEqual([200, 'I. Dahl', 'Bay 2 tablet']);
    expect(body.colleagues.slice(0, 2).map(({ name }) => name)).toEqual(['I. Dahl', 'M. Holt']);
    expect(Math.abs(Date.parse(body.endsAt ?? '') - Date.now() - 12 * 3600_000)).toBeLessThan(60_000);
  });
  it('makes a wrong PIN wait after five, until a lead unlocks', async () => {
    const { tablet } = await shared();
    const wrong = async () =>
      tablet.ask<{ waitSeconds?: number }>('POST', '/api/session/switch', { personId: 'i-dahl', pin: '000000' });
    for (let nth = 0; nth < 4; nth += 1) expect((await wrong()).status).toBe(401);
    const fifth = await wrong();
    expect([fifth.status, fifth.body.waitSeconds, fifth.headers.get('retry-after')]).toEqual([429, 30, '30']);
    const right = { personId: 'i-dahl', pin: '271904' };
    expect((await tablet.ask('POST', '/api/session/switch', right)).status).toBe(429);
    expect((await (await lead()).ask('PUT', '/api/people/i-dahl/unlocking', {})).status).toBe(200);
    expect((await tablet.ask('POST', '/api/session/switch', right)).status).toBe(200);
  });
  it('is the only place a PIN opens', async () => {
    const own = await lead();
    expect((await own.ask('POST', '/api/session/switch', { personId: 'i-dahl', pin: '271904' })).status).toBe(403);
    expect((await new Browser().ask('POST', '/api/session/switch', { personId: 'i-dahl', pin: '271904' })).status).toBe(
      403,
    );
  });
  it('that a lead ends is out at once, and its PINs open nothing', async () => {
    const { tablet, deviceId } = await shared();
    const other = await lead();
    expect((await other.ask('PUT', `/api/devices/${deviceId}/ending`, {})).status).toBe(200);
    expect((await tablet.ask('GET', '/api/watch')).status).toBe(401);
    expect((await tablet.ask('POST', '/api/session/switch', { personId: 'i-dahl', pin: '271904' })).status).toBe(403);
    const { devices } = (await other.ask<{ devices: Device[] }>('GET', '/api/devices')).body;
    expect(devices.find((device) => device.deviceId === deviceId)?.endedAt).not.toBeNull();
  });
});

describe('whoever leaves or becomes another', () => {
  it('is out at once', async () => {
    const hask = new Browser(await signedInAs(pool, 'r-hask'));
    const other = await lead();
    expect((await hask.ask('GET', '/api/watch')).status).toBe(200);
    await other.ask('PUT', '/api/people/r-hask', { name: 'R. Hask', role: 'technician' });
    expect((await hask.ask('GET', '/api/watch')).status).toBe(401);
    const again = new Browser(await signedInAs(pool, 'r-hask'));
    await other.ask('PUT', '/api/people/r-hask/ending', { ended: true });
    expect((await again.ask('GET', '/api/watch')).status).toBe(401);
    expect(
      (await again.ask('POST', '/api/session', { name: 'R. Hask', passphrase: 'birch funnel seven' })).status,
    ).toBe(401);
    await other.ask('PUT', '/api/people/r-hask/ending', { ended: false });
    await other.ask('PUT', '/api/people/r-hask', { name: 'R. Hask', role: 'trainee' });
  });
});

describe('the last lead who can sign in', () => {
  it('neither leaves nor becomes another, whoever asks', async () => {
    const holt = await lead();
    for (const [path, body] of [
      ['/api/people/m-holt', { name: 'M. Holt', role: 'technician' }],
      ['/api/people/m-holt/ending', { ended: true }],
    ] as const) {
      const { status, body: answer } = await holt.ask<{ title: string }>('PUT', path, body);
      expect([status, answer.title]).toEqual([
        409,
        'Nothing was stored: nobody could sign in as a lead then. Let another lead in first.',
      ]);
    }
    expect((await holt.ask('GET', '/api/devices')).status).toBe(200);
    // A name is changed all the same.
    expect((await holt.ask('PUT', '/api/people/m-holt', { name: 'M. Holt', role: 'lead' })).status).toBe(200);
  });
});

describe('what could do much harm', () => {
  it('asks for the passphrase once more', async () => {
    const browser = new Browser(await signedInAs(pool, 'm-holt', { confirmed: false }));
    const draft = { name: 'S. Nes', role: 'trainee' };
    const asked = await browser.ask<{ type: string }>('POST', '/api/people', draft);
    expect([asked.status, asked.body.type]).toEqual([403, '/problems/confirm']);
    expect((await browser.ask('POST', '/api/session/confirmation', { passphrase: 'no' })).status).toBe(401);
    expect((await browser.ask('POST', '/api/session/confirmation', { passphrase: 'summit kettle drift' })).status).toBe(
      200,
    );
    expect((await browser.ask('POST', '/api/people', draft)).status).toBe(201);
    await pool.query(`UPDATE session SET confirmed_until = now() - interval '1 second' WHERE person_id = 'm-holt'`);
    expect((await browser.ask('POST', '/api/people', { ...draft, name: 'O. Lund' })).status).toBe(403);
  });
  it('gives the browser a new secret with it; the one before stands for what is under way, and no longer', async () => {
    const browser = new Browser(await signedInAs(pool, 'r-hask', { confirmed: false, device: 'Renewed' }));
    const before = new Browser(browser.cookies);
    const { status, set } = await browser.ask('POST', '/api/session/confirmation', {
      passphrase: 'birch funnel seven',
    });
    expect([status, set.length]).toEqual([200, 1]);
    expect(browser.cookies).not.toBe(before.cookies);
    for (const either of [browser, before]) expect((await either.ask('GET', '/api/watch')).status).toBe(200);
    await pool.query(`UPDATE session SET before_until = now() - interval '1 second' WHERE before_digest IS NOT NULL`);
    expect((await before.ask('GET', '/api/watch')).status).toBe(401);
    expect((await browser.ask('GET', '/api/watch')).status).toBe(200);
  });
  it('is asked before a battery is scrapped, and not before it is moved', async () => {
    const browser = new Browser(await signedInAs(pool, 't-brandvold', { confirmed: false }));
    const { batteries } = (
      await browser.ask<{ batteries: { batteryId: string }[] }>('GET', '/api/batteries?state=fitted')
    ).body;
    const path = `/api/batteries/${batteries[0]?.batteryId}/moves`;
    expect((await browser.ask<{ type: string }>('POST', path, { kind: 'scrap', because: 'cracked' })).body.type).toBe(
      '/problems/confirm',
    );
    expect((await browser.ask('POST', path, { kind: 'remove', because: 'looked at' })).status).toBe(200);
  });
});

describe('a browser that is new here', () => {
  const own = { name: 'L. Skog', passphrase: 'pebble lantern crow' };
  it('asks for a code besides the passphrase where the fleet says so: made where one is in, used once, over in ten minutes', async () => {
    const holt = await lead();
    const { personId } = (
      await holt.ask<{ personId: string }>('POST', '/api/people', { name: own.name, role: 'technician' })
    ).body;
    const here = new Browser(await signedInAs(pool, personId, { device: 'Own phone' }));
    expect((await here.ask('PUT', '/api/session/words', { passphrase: own.passphrase })).status).toBe(200);
    expect((await new Browser().ask('POST', '/api/session', own)).status).toBe(200);
    expect((await holt.ask('PUT', '/api/devices/new', { newBrowsers: 'code' })).status).toBe(200);

    const asked = await new Browser().ask<{ type: string }>('POST', '/api/session', own);
    expect([asked.status, asked.body.type]).toEqual([401, '/problems/code']);
    const makeCode = async () =>
      (await here.ask<{ code: string; endsAt: string }>('POST', '/api/session/code', {})).body;
    const { code, endsAt } = await makeCode();
    expect(code).toMatch(/^\d{8}$/);
    expect(Date.parse(endsAt) - Date.now()).toBeLessThanOrEqual(10 * 60_000);
    const wrong = code === '00000000' ? '00000001' : '00000000';
    const withCode = async (digits: string, browser = new Browser()) =>
      browser.ask<{ type: string }>('POST', '/api/session', { ...own, code: digits });
    expect((await withCode(wrong)).body.type).toBe('/problems/code');
    // Nobody else's code, and not without the passphrase.
    expect((await new Browser().ask('POST', '/api/session', { ...own, passphrase: 'no', code })).status).toBe(401);
    const laptop = new Browser();
    expect((await withCode(code, laptop)).status).toBe(200);
    expect((await withCode(code)).status).toBe(401);
    // It is on record now, and asks no more.
    expect((await laptop.ask('POST', '/api/session', own)).status).toBe(200);
    const late = await makeCode();
    await pool.query(`UPDATE sign_in_code SET ends_at = now() - interval '1 second'`);
    expect((await withCode(late.code)).status).toBe(401);
    // Wrong codes wait like wrong passphrases.
    await pool.query('DELETE FROM sign_in_try');
    for (let nth = 0; nth < 4; nth += 1) expect((await withCode(wrong)).status).toBe(401);
    expect((await withCode(wrong)).status).toBe(429);
    // Made-up people's words are shown to everybody: there is nothing to guard.
    expect((await new Browser().ask('POST', '/api/session', BRANDVOLD)).status).toBe(200);
    expect((await holt.ask('PUT', '/api/devices/new', { newBrowsers: 'passphrase' })).status).toBe(200);
  });
});

describe('words of one’s own', () => {
  it('are chosen anew, end what is open elsewhere, and are not the commonest', async () => {
    const here = new Browser(await signedInAs(pool, 'a-lien'));
    const elsewhere = new Browser(await signedInAs(pool, 'a-lien'));
    for (const passphrase of ['short', 'aaaaaaaaaaaaaa', 'qwertyuiop12345', 'lienlienlienlien'])
      expect((await here.ask('PUT', '/api/session/words', { passphrase })).status, passphrase).toBe(422);
    for (const pin of ['12345', '111111', '345678', '987654', '12a456'])
      expect((await here.ask('PUT', '/api/session/words', { pin })).status, pin).toBe(422);
    expect(
      (await here.ask('PUT', '/api/session/words', { passphrase: 'ravine copper teacup', pin: '408817' })).status,
    ).toBe(200);
    expect((await elsewhere.ask('GET', '/api/watch')).status).toBe(401);
    expect((await here.ask('GET', '/api/watch')).status).toBe(200);
    const signIn = { name: 'A. Lien', passphrase: 'ravine copper teacup' };
    expect((await new Browser().ask('POST', '/api/session', signIn)).status).toBe(200);
    // What was shown of the demo is no longer true, and not shown.
    const { demo } = (await new Browser().ask<Session>('GET', '/api/session')).body;
    expect(demo.map(({ name }) => name)).not.toContain('A. Lien');
    // That they were chosen anew is kept; what they are is not.
    const { entries } = (await (await lead()).ask<ChangeList>('GET', '/api/changes/kept?thing=person&thingId=a-lien'))
      .body;
    expect(JSON.stringify(entries)).not.toMatch(/argon2|ravine|408817/);
    expect(entries.some(({ after }) => after['kind'] === 'passphrase')).toBe(true);
  });
  it('are listed where they opened, and each place can be ended', async () => {
    const [here, elsewhere] = [
      new Browser(await signedInAs(pool, 'i-dahl')),
      new Browser(await signedInAs(pool, 'i-dahl', { device: 'Phone' })),
    ];
    const { sessions } = (
      await here.ask<{ sessions: { sessionId: string; device: string; isThis: boolean }[] }>('GET', '/api/session/own')
    ).body;
    const phone = sessions.find(({ device }) => device === 'Phone');
    expect([sessions.filter(({ isThis }) => isThis).length, phone?.isThis]).toEqual([1, false]);
    // Nobody ends somebody else's.
    expect((await (await lead()).ask('PUT', `/api/session/own/${phone?.sessionId}/ending`, {})).status).toBe(404);
    await here.ask('PUT', `/api/session/own/${phone?.sessionId}/ending`, {});
    expect((await elsewhere.ask('GET', '/api/watch')).status).toBe(401);
  });
});

describe('a link that is used once', () => {
  it('lets somebody new choose words, and leads nowhere afterwards', async () => {
    const holt = await lead();
    const { personId } = (
      await holt.ask<{ personId: string }>('POST', '/api/people', { name: 'K. Moen', role: 'technician' })
    ).body;
    const made = (await holt.ask<{ path: string }>('POST', `/api/people/${personId}/link`, {})).body;
    const link = made.path.replace('/join#', '');
    const browser = new Browser();
    expect(
      (await browser.ask<{ people: { name: string }[] }>('POST', '/api/session/link', { link })).body.people.map(
        ({ name }) => name,
      ),
    ).toEqual(['K. Moen']);
    const use = { link, personId, passphrase: 'ravine copper teacup', pin: '408817' };
    expect((await browser.ask('PUT', '/api/session/link', { ...use, personId: 'm-holt' })).status).toBe(404);
    expect((await browser.ask<Session>('PUT', '/api/session/link', use)).body.person?.name).toBe('K. Moen');
    expect((await new Browser().ask('PUT', '/api/session/link', use)).status).toBe(404);
    expect((await browser.ask('GET', '/api/watch')).status).toBe(200);
  });
  it('for a lead who had a passphrase is given by two others', async () => {
    const holt = await lead();
    const { personId } = (await holt.ask<{ personId: string }>('POST', '/api/people', { name: 'L. Vik', role: 'lead' }))
      .body;
    const vik = new Browser();
    const link = (await holt.ask<{ path: string }>('POST', `/api/people/${personId}/link`, {})).body.path.replace(
      '/join#',
      '',
    );
    await vik.ask('PUT', '/api/session/link', { link, personId, passphrase: 'ravine copper teacup' });
    const third = (await holt.ask<{ personId: string }>('POST', '/api/people', { name: 'B. Aas', role: 'lead' })).body
      .personId;
    const aas = new Browser(await signedInAs(pool, third));
    expect((await holt.ask('POST', `/api/people/${personId}/link`, {})).status).toBe(409);
    expect((await holt.ask('POST', `/api/people/${personId}/link`, {})).status).toBe(409);
    expect((await aas.ask('POST', `/api/people/${personId}/link`, {})).status).toBe(201);
    expect((await holt.ask('POST', '/api/people/m-holt/link', {})).status).toBe(409);
  });
  it('is printed at the start only where nobody could sign in as a lead', async () => {
    expect(await firstLeadLink(pool)).toBeNull();
    await pool.query(`UPDATE sign_in_word SET kind = 'pin' WHERE false`);
    const { rows } = await pool.query<{ n: string }>(
      `DELETE FROM sign_in_word WHERE kind = 'passphrase' RETURNING person_id AS n`,
    );
    expect(rows.length).toBeGreaterThan(0);
    const path = await firstLeadLink(pool);
    const { people } = (
      await new Browser().ask<{ people: { name: string; role: string }[] }>('POST', '/api/session/link', {
        link: path?.replace('/join#', ''),
      })
    ).body;
    expect(people.map(({ name }) => name)).toContain('M. Holt');
    expect(new Set(people.map(({ role }) => role))).toEqual(new Set(['lead']));
  });
});

describe('a program', () => {
  const withKey = async (key: string, method: string, path: string) =>
    app.request(path, {
      method,
      headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json' },
      ...(method === 'GET' ? {} : { body: '{}' }),
    });
  it('may what its key is for, until it is ended', async () => {
    const holt = await lead();
    const { key, keyId } = (
      await holt.ask<{ key: string; keyId: string }>('POST', '/api/keys', { name: 'Planner', scopes: ['read'] })
    ).body;
    expect((await withKey(key, 'GET', '/api/units')).status).toBe(200);
    expect((await withKey(key, 'GET', '/api/calendars/lower.ics')).status).toBe(403);
    expect((await withKey(key, 'GET', '/api/imports/known')).status).toBe(403);
    expect((await withKey(key, 'POST', '/api/yards')).status).toBe(403);
    expect((await withKey(`${key}x`, 'GET', '/api/units')).status).toBe(401);
    const { keys } = (await holt.ask<{ keys: ProgramKey[] }>('GET', '/api/keys')).body;
    expect(keys[0]).toMatchObject({ name: 'Planner', scopes: ['read'], madeBy: 'M. Holt', endedAt: null });
    expect(keys[0]?.usedAt).not.toBeNull();
    expect(JSON.stringify(keys)).not.toContain(key);
    await holt.ask('PUT', `/api/keys/${keyId}/ending`, {});
    expect((await withKey(key, 'GET', '/api/units')).status).toBe(401);
  });
  it('reads calendars and takes lists in, each by its own scope', async () => {
    const holt = await lead();
    const keyOf = async (scope: string): Promise<string> =>
      (await holt.ask<{ key: string }>('POST', '/api/keys', { name: scope, scopes: [scope] })).body.key;
    const [calendar, imports] = [await keyOf('calendar'), await keyOf('import')];
    const feed = await withKey(calendar, 'GET', '/api/calendars/lower.ics');
    expect([feed.status, feed.headers.get('content-type')]).toEqual([200, 'text/calendar; charset=utf-8']);
    expect((await withKey(calendar, 'GET', '/api/units')).status).toBe(403);
    expect((await withKey(imports, 'GET', '/api/imports/known')).status).toBe(200);
    expect((await withKey(imports, 'GET', '/api/units')).status).toBe(403);
    expect((await holt.ask('POST', '/api/keys', { name: 'Odd', scopes: ['write'] })).status).toBe(422);
  });
});
