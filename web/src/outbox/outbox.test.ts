import { recordedVisit } from '@vaktman/core';
import { sealedText, visitIdOf, type Batch, type Entry, type VisitDetail } from '@vaktman/contract';
import { webcrypto } from 'node:crypto';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { v7 } from 'uuid';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { unit12 } from '../../../core/test/visitFixture';
import { createStore, type Store } from '../store';
import { sessionLoaded } from '../session/sessionSlice';
import { Outbox } from './outbox';
import { ownDevice } from '../../test/ownDevice';

/** A server that answers batches as a test tells it to, over a real socket. */
class Told {
  readonly #server: Server;
  readonly batches: Batch[] = [];
  /** Public halves of keys it was told, and how it answers. */
  readonly keys: string[] = [];
  keyStatus = 200;
  answer: (batch: Batch, response: ServerResponse) => void = (batch, response) =>
    receipt(response, batch.entries.length);
  constructor() {
    this.#server = createServer((request, response) => void this.#take(request, response));
  }
  async #take(request: IncomingMessage, response: ServerResponse): Promise<void> {
    let body = '';
    for await (const chunk of request) body += String(chunk);
    if (request.url === '/api/session/key') {
      this.keys.push((JSON.parse(body) as { publicKey: string }).publicKey);
      return json(response, this.keyStatus, {});
    }
    const batch = JSON.parse(body) as Batch;
    this.batches.push(batch);
    this.answer(batch, response);
  }
  async listen(): Promise<string> {
    await new Promise<void>((resolve) => this.#server.listen(0, '127.0.0.1', resolve));
    return `http://127.0.0.1:${(this.#server.address() as AddressInfo).port}`;
  }
  close(): void {
    this.#server.closeAllConnections();
    this.#server.close();
  }
  /** Ids of everything taken, in the order it came. */
  get entries(): readonly Entry[] {
    return this.batches.flatMap(({ entries }) => entries);
  }
}
const json = (response: ServerResponse, status: number, body: unknown): void => {
  response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body));
};
const receipt = (response: ServerResponse, added: number, more: object = {}): void =>
  json(response, 200, { added, known: 0, ...more });
const refusal = (response: ServerResponse, status: number, problems: { path: string; message: string }[]): void =>
  json(response, status, { type: 'about:blank', title: 'Nothing was stored.', status, problems });

const nodeFetch = globalThis.fetch;
const wait = globalThis.setTimeout;
let server: Told;
let store: Store;
let outbox: Outbox;
beforeEach(async () => {
  ownDevice();
  // Seconds until it is tried again go by fifty times as fast.
  vi.stubGlobal('setTimeout', (work: () => void, ms = 0, ...told: []) => wait(work, ms / 50, ...told));
  server = new Told();
  const url = await server.listen();
  globalThis.fetch = (path, init) => nodeFetch(`${url}${String(path)}`, init);
  store = createStore();
  outbox = new Outbox(store);
});
afterEach(() => {
  server.close();
  globalThis.fetch = nodeFetch;
});

const opening = (visitId: string): Entry => ({
  kind: 'visit',
  opening: {
    unit: unit12(),
    method: { profile: 'pile' },
    visit: { id: visitId, at: '2026-11-24T09:00:00+01:00', technician: 'I. Dahl', reason: 'pm' },
  },
});
const reading = (visitId: string, volts: number): Extract<Entry, { kind: 'reading' }> => ({
  kind: 'reading',
  visitId,
  takenBy: 'I. Dahl',
  reading: { id: v7(), step: 'battery.openCircuit', point: 'A', at: '2026-11-24T09:05:00+01:00', volts },
});
const waiting = () => store.getState().outbox.waiting;
const settled = () => expect.poll(waiting, { timeout: 8000 }).toBe(0);
const visitHere = (visitId: string): VisitDetail => store.getState().outbox.visits[visitId]!;

/** Somebody is signed in at a device the server knows. */
const signedIn = (personId: string, deviceId = 'd-1'): void =>
  void store.dispatch(
    sessionLoaded({
      person: { personId, name: personId, role: 'technician' },
      device: { deviceId, name: 'Bay 2 tablet', shared: true },
      toldMs: Date.now(),
    }),
  );
const isSealed = async (entry: Entry, publicKey: string): Promise<boolean> => {
  const { seal, ...bare } = entry;
  if (seal === undefined) return false;
  const key = await webcrypto.subtle.importKey(
    'raw',
    Buffer.from(publicKey, 'base64url'),
    { name: 'ECDSA', namedCurve: 'P-256' },
    false,
    ['verify'],
  );
  return webcrypto.subtle.verify(
    { name: 'ECDSA', hash: 'SHA-256' },
    key,
    Buffer.from(seal.signature, 'base64url'),
    Buffer.from(sealedText(bare, seal)),
  );
};

describe('what is recorded at once', () => {
  it('is shown at once and sent in one batch, in order, each with its own place and seal', async () => {
    const id = v7();
    signedIn('i-dahl');
    let shown = 0;
    store.subscribe(() => (shown = Math.max(shown, visitHere(id)?.file.readings.length ?? 0)));
    await outbox.record(opening(id), reading(id, 12.7), reading(id, 12.6));
    expect(shown).toBe(2);
    await settled();
    expect(server.batches).toHaveLength(1);
    expect(server.entries.map(({ kind }) => kind)).toEqual(['visit', 'reading', 'reading']);
    expect(server.entries.map(({ made }) => made?.sequence)).toEqual([1, 2, 3]);
    for (const entry of server.entries) expect(await isSealed(entry, server.keys[0]!)).toBe(true);
  });
  it('is kept as a whole or not at all', async () => {
    const id = v7();
    await outbox.record(opening(id));
    await settled();
    const unreadable = { ...reading(id, 12.6), takenBy: '' };
    await expect(outbox.record(reading(id, 12.7), unreadable)).rejects.toThrow();
    expect(visitHere(id).file.readings).toEqual([]);
    expect(waiting()).toBe(0);
    expect((await outbox.open(id, null))?.file.readings).toEqual([]);
  });
  it('leaves nothing to be sent where the device is full in the middle', async () => {
    const id = v7();
    await outbox.record(opening(id));
    await settled();
    const add = Reflect.get(IDBObjectStore.prototype, 'add') as IDBObjectStore['add'];
    let count = 0;
    const full = vi.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(function (
      this: IDBObjectStore,
      ...asked
    ) {
      if (++count > 1) throw new DOMException('The device is full.', 'QuotaExceededError');
      return add.apply(this, asked);
    });
    await expect(outbox.record(reading(id, 12.7), reading(id, 12.6))).rejects.toThrow('full');
    full.mockRestore();
    await outbox.record(reading(id, 12.5));
    await settled();
    expect(server.entries.flatMap((entry) => (entry.kind === 'reading' ? [entry.reading] : []))).toMatchObject([
      { volts: 12.5 },
    ]);
    expect(visitHere(id).file.readings).toHaveLength(1);
  });
  it('again is known and changes nothing', async () => {
    const id = v7();
    const [one, other] = [reading(id, 12.7), reading(id, 12.6)];
    await outbox.record(opening(id), one);
    await outbox.record(opening(id), one, other);
    expect(visitHere(id).file.readings.map((own) => own.id)).toEqual([one.reading.id, other.reading.id]);
    await settled();
    expect(server.entries).toHaveLength(3);
  });
});

describe('what is recorded is signed', () => {
  it('by the key of this device, with who is working then, and the server is told the key first', async () => {
    const id = v7();
    signedIn('i-dahl');
    await outbox.record(opening(id));
    signedIn('r-hask');
    await outbox.record(reading(id, 12.7));
    await settled();
    const [publicKey = ''] = server.keys;
    expect(new Set(server.keys).size).toBe(1);
    expect(server.entries.map(({ seal }) => seal?.personId)).toEqual(['i-dahl', 'r-hask']);
    for (const entry of server.entries) expect(await isSealed(entry, publicKey)).toBe(true);
    const [first] = server.entries;
    expect(await isSealed({ ...first!, made: { device: v7(), sequence: 1 } }, publicKey)).toBe(false);
  });
  it('by the same key on the next page, and by another once this is another device', async () => {
    signedIn('i-dahl');
    await outbox.record(opening(v7()));
    await settled();
    const nextPage = new Outbox(store);
    await nextPage.record(opening(v7()));
    await settled();
    expect(new Set(server.keys).size).toBe(1);
    signedIn('i-dahl', 'd-2');
    await nextPage.record(opening(v7()));
    await settled();
    expect(new Set(server.keys).size).toBe(2);
  });
  it('and waits while the server cannot be told, and goes on with a new key when it will not have this one', async () => {
    signedIn('i-dahl');
    server.keyStatus = 503;
    await outbox.record(opening(v7()));
    await expect.poll(() => server.keys.length, { timeout: 8000 }).toBeGreaterThan(1);
    expect(server.batches).toEqual([]);
    server.keyStatus = 409;
    await settled();
    expect(server.entries).toHaveLength(1);
    server.keyStatus = 200;
    const nextPage = new Outbox(store);
    await nextPage.record(opening(v7()));
    await settled();
    expect(new Set(server.keys).size).toBe(2);
  });
});

describe('the outbox', () => {
  it('keeps first, sends in order, and says when a device made what', async () => {
    const id = v7();
    await outbox.record(opening(id));
    await outbox.record(reading(id, 12.7));
    await settled();
    expect(server.entries.map(({ kind }) => kind)).toEqual(['visit', 'reading']);
    expect(server.entries.map(({ made }) => made?.sequence)).toEqual([1, 2]);
    expect(new Set(server.entries.map(({ made }) => made?.device)).size).toBe(1);
    expect(server.batches.every(({ sentAt }) => sentAt !== undefined)).toBe(true);
  });
  it('takes a start pressed twice as one', async () => {
    const id = v7();
    await Promise.all([outbox.record(opening(id)), outbox.record({ ...opening(id) })]);
    const twice = reading(id, 12.6);
    await Promise.all([outbox.record(twice), outbox.record(twice)]);
    await settled();
    expect(server.entries).toHaveLength(2);
  });
  it('sets a refused entry aside alone: its visit and every other goes on', async () => {
    const [bad, good] = [v7(), v7()];
    const [wrong, right, other] = [reading(bad, 13), reading(bad, 12.6), reading(good, 12.5)];
    server.answer = (batch, response) => {
      const index = batch.entries.findIndex(
        (entry) => entry.kind === 'reading' && entry.reading.id === wrong.reading.id,
      );
      if (index < 0) receipt(response, batch.entries.length);
      else refusal(response, 409, [{ path: `entries[${index}].amends`, message: 'the visit was signed off at 10:02' }]);
    };
    for (const entry of [opening(bad), wrong, right, opening(good), other]) await outbox.record(entry);
    await settled();
    await expect.poll(() => store.getState().outbox.aside).toBe(1);
    const [aside] = await outbox.aside();
    expect(aside?.why).toEqual(['the visit was signed off at 10:02']);
    const taken = server.entries.flatMap((entry) => (entry.kind === 'reading' ? [entry.reading.id] : []));
    expect(taken).toContain(right.reading.id);
    expect(taken).toContain(other.reading.id);
    // It is not part of the visit while the server has not taken it.
    expect(visitHere(bad).file.readings.map(({ id }) => id)).toEqual([right.reading.id]);

    server.answer = (batch, response) => receipt(response, batch.entries.length);
    await outbox.tryAgain([aside!]);
    await settled();
    expect(store.getState().outbox.aside).toBe(0);
    expect(visitHere(bad).file.readings).toHaveLength(2);
  });
  it('keeps a visit together whose opening is refused, and brings it back together', async () => {
    const id = v7();
    server.answer = (_batch, response) =>
      refusal(response, 422, [{ path: 'entries[0].opening.unit.id', message: 'expected a unit of this fleet' }]);
    await outbox.record(opening(id));
    await outbox.record(reading(id, 12.7));
    await settled();
    await expect.poll(() => store.getState().outbox.aside).toBe(2);
    server.answer = (batch, response) => receipt(response, batch.entries.length);
    server.batches.length = 0;
    await outbox.tryAgain(await outbox.aside());
    await settled();
    expect(server.entries.map(({ kind }) => kind)).toEqual(['visit', 'reading']);
  });
  it.each([
    [
      'cuts its answer',
      (response: ServerResponse) => {
        response.writeHead(200, { 'content-type': 'application/json', 'content-length': '400' });
        response.write('{"added": 1');
        response.destroy();
      },
    ],
    [
      'answers with a page',
      (response: ServerResponse) =>
        void response.writeHead(200, { 'content-type': 'text/html' }).end('<h1>Sign in to the wireless</h1>'),
    ],
    ['answers with JSON that is no receipt', (response: ServerResponse) => json(response, 200, { ok: true })],
    ['is stopping', (response: ServerResponse) => json(response, 503, {})],
    ['hangs up', (response: ServerResponse) => void response.destroy()],
  ])('sends again when the server %s, and delivers only on a receipt', async (_how, fail) => {
    const id = v7();
    let failures = 2;
    server.answer = (batch, response) => (failures-- > 0 ? fail(response) : receipt(response, batch.entries.length));
    await outbox.record(opening(id));
    await expect.poll(() => server.batches.length, { timeout: 8000 }).toBeGreaterThanOrEqual(3);
    await settled();
    expect(failures).toBeLessThan(0);
  });
  it('sends a batch in halves when it is too large: all of it, in order', async () => {
    const id = v7();
    const taken: Entry[] = [];
    server.answer = ({ entries }, response) => {
      if (entries.length > 2) return json(response, 413, {});
      taken.push(...entries);
      receipt(response, entries.length);
    };
    const readings = [12.1, 12.2, 12.3, 12.4, 12.5].map((volts) => reading(id, volts));
    await outbox.record(opening(id), ...readings);
    await settled();
    expect(taken.map((entry) => (entry.kind === 'reading' ? entry.reading.id : entry.kind))).toEqual([
      'visit',
      ...readings.map((entry) => entry.reading.id),
    ]);
    expect(await outbox.aside()).toEqual([]);
  });
  it('sets aside alone what by itself is larger than the server takes', async () => {
    const id = v7();
    const taken: Entry[] = [];
    const [before, large, after] = [reading(id, 12.1), reading(id, 12.2), reading(id, 12.3)];
    server.answer = ({ entries }, response) => {
      if (entries.some((entry) => entry.kind === 'reading' && entry.reading.id === large.reading.id))
        return json(response, 413, {});
      taken.push(...entries);
      receipt(response, entries.length);
    };
    await outbox.record(opening(id), before, large, after);
    await settled();
    expect(taken.flatMap((entry) => (entry.kind === 'reading' ? [entry.reading.id] : []))).toEqual([
      before.reading.id,
      after.reading.id,
    ]);
    expect((await outbox.aside()).map(({ why }) => why)).toEqual([['it is larger than the server takes']]);
  });
  it('goes on past a visit at which the server fails, and leaves it more time with each try', async () => {
    const [broken, sound] = [v7(), v7()];
    const pauses: number[] = [];
    vi.stubGlobal('setTimeout', (work: () => void, ms = 0, ...told: []) => {
      pauses.push(ms);
      return wait(work, ms / 50, ...told);
    });
    server.answer = ({ entries }, response) =>
      entries.some((entry) => visitIdOf(entry) === broken)
        ? json(response, 500, {})
        : receipt(response, entries.length);
    await outbox.record(opening(broken));
    await outbox.record(opening(sound));
    await expect.poll(waiting, { timeout: 8000 }).toBe(1);
    await expect.poll(() => store.getState().outbox.turnedAway ?? '').toContain('tried again');
    // Longer each time, up to a quarter of a minute: a server that fails is not asked without a pause.
    await expect.poll(() => pauses, { timeout: 8000 }).toContain(15_000);
    const before = pauses.slice(0, pauses.indexOf(15_000));
    expect(before.some((ms) => [1000, 2000, 4000, 8000].includes(ms))).toBe(true);
  });
  it('lets go of visits the server has and nobody touched lately, and never of one that still waits', async () => {
    const [sent, kept] = [v7(), v7()];
    await outbox.record(opening(sent));
    await settled();
    server.answer = (_batch, response) => json(response, 503, {});
    await outbox.record(opening(kept));
    const lookedAt = Date.parse('2026-11-24T00:00:00Z');
    // Touched since that moment: it stays.
    await outbox.forgetVisits(lookedAt);
    expect(await new Outbox(createStore()).open(sent, null)).not.toBeNull();
    await outbox.forgetVisits(Date.now() + 365 * 86_400_000);
    const nextPage = new Outbox(createStore());
    expect([await nextPage.open(sent, null), (await nextPage.open(kept, null)) !== null]).toEqual([null, true]);
  });
  it('tells how far the clock of the device is off', async () => {
    server.answer = (batch, response) => receipt(response, batch.entries.length, { clockAheadMs: 2 * 86_400_000 });
    await outbox.record(opening(v7()));
    await settled();
    expect(store.getState().outbox.clockAheadMs).toBe(2 * 86_400_000);
  });
  it('still knows it on the next page, without asking', async () => {
    server.answer = (batch, response) => receipt(response, batch.entries.length, { clockAheadMs: 90_000 });
    const id = v7();
    await outbox.record(opening(id));
    await settled();
    const next = createStore();
    // It is kept a moment after the receipt.
    await expect
      .poll(() => new Outbox(next).open(id, null).then(() => next.getState().outbox.clockAheadMs))
      .toBe(90_000);
  });
  it('shows what a device with a slow clock read last as the last, though only the rest has been put right', async () => {
    const id = v7();
    const ahead = -4 * 60_000;
    const at = (minute: string) => `2026-11-24T09:${minute}:00+01:00`;
    const read = (minute: string, volts: number) => {
      const entry = reading(id, volts);
      return { ...entry, reading: { ...entry.reading, at: at(minute) } };
    };
    server.answer = (batch, response) => receipt(response, batch.entries.length, { clockAheadMs: ahead });
    await outbox.record(opening(id));
    const first = read('05', 12.7);
    await outbox.record(first);
    await settled();
    const here = visitHere(id);
    const fromServer = recordedVisit({
      opening: { unit: here.unitAtOpening, method: here.file.method, visit: { ...here.file.visit, at: at('04') } },
      readings: [{ ...first.reading, at: at('09') }],
      events: [],
      takenBy: here.takenBy,
      amended: {},
    });
    await outbox.open(id, fromServer);
    server.answer = (_batch, response) => void response.destroy();
    const last = () => {
      const { readings } = visitHere(id).file;
      return [...readings].sort((one, other) => Date.parse(one.at) - Date.parse(other.at)).at(-1)?.id;
    };
    const second = read('06', 12.6);
    await outbox.record(second);
    expect(last()).toBe(second.reading.id);
    // Also after a reload without network, and joined once more with what the server has.
    store = createStore();
    outbox = new Outbox(store);
    await outbox.open(id, fromServer);
    expect(last()).toBe(second.reading.id);
    const third = read('07', 12.5);
    await outbox.record(third);
    expect(last()).toBe(third.reading.id);
    // What is sent says what the device's clock said: the server puts it right once.
    server.answer = (batch, response) => receipt(response, batch.entries.length, { clockAheadMs: ahead });
    outbox.sendSoon(0);
    await settled();
    expect(server.entries.at(-1)).toMatchObject({ reading: { at: at('07') } });
  });
  it('keeps the order of what it recorded when its clock is set back without network', async () => {
    const id = v7();
    server.answer = (_batch, response) => void response.destroy();
    await outbox.record(opening(id));
    const read = (time: string, volts: number) => {
      const entry = reading(id, volts);
      return { ...entry, reading: { ...entry.reading, at: `2026-11-24T${time}:00+01:00` } };
    };
    const [first, second, third] = [read('10:05', 12.7), read('09:20', 12.6), read('09:21', 12.5)];
    const order = () =>
      [...visitHere(id).file.readings]
        .sort((one, other) => Date.parse(one.at) - Date.parse(other.at))
        .map(({ id: readingId }) => readingId);
    for (const entry of [first, second]) await outbox.record(entry);
    expect(order()).toEqual([first, second].map(({ reading: { id: readingId } }) => readingId));
    store = createStore();
    outbox = new Outbox(store);
    await outbox.open(id, null);
    await outbox.record(third);
    expect(order()).toEqual([first, second, third].map(({ reading: { id: readingId } }) => readingId));
    server.answer = (batch, response) => receipt(response, batch.entries.length);
    outbox.sendSoon(0);
    await settled();
    expect(server.entries.at(-1)).toMatchObject({ reading: { at: '2026-11-24T09:21:00+01:00' } });
  });
  it('puts right what it recorded before it knew how far its clock is off', async () => {
    const [id, other] = [v7(), v7()];
    server.answer = (_batch, response) => json(response, 500, {});
    for (const entry of [opening(id), reading(id, 12.7), opening(other)]) await outbox.record(entry);
    await expect.poll(waiting).toBe(3);
    server.answer = (batch, response) =>
      visitIdOf(batch.entries[0]!) === other
        ? receipt(response, 1, { clockAheadMs: -600_000 })
        : json(response, 500, {});
    outbox.sendSoon(0);
    await expect.poll(() => store.getState().outbox.clockAheadMs).toBe(-600_000);
    await outbox.open(id, null);
    expect(Date.parse(visitHere(id).file.readings[0]!.at)).toBe(Date.parse('2026-11-24T09:15:00+01:00'));
  });
  it('shows two tabs of one device the same visit, and neither undoes the other', async () => {
    const id = v7();
    const otherStore = createStore();
    const other = new Outbox(otherStore);
    await outbox.record(opening(id));
    await other.open(id, null);
    const [mine, theirs] = [reading(id, 12.7), reading(id, 12.6)];
    await Promise.all([outbox.record(mine), other.record(theirs)]);
    await outbox.open(id, null);
    expect(
      visitHere(id)
        .file.readings.map((own) => own.id)
        .sort(),
    ).toEqual([mine.reading.id, theirs.reading.id].sort());
  });
  it('never builds a visit from the answer for another', async () => {
    const [one, two] = [v7(), v7()];
    await outbox.record(opening(one));
    await outbox.record(opening(two));
    await expect(outbox.open(one, visitHere(two))).rejects.toThrow(`Expected visit ${one}`);
    expect(visitHere(one).file.visit.id).toBe(one);
  });
  it('says on screen when the device does not keep anything', async () => {
    const put = IDBObjectStore.prototype.put;
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('The quota has been exceeded.', 'QuotaExceededError');
    };
    try {
      await expect(outbox.record(opening(v7()))).rejects.toThrow('quota');
    } finally {
      IDBObjectStore.prototype.put = put;
    }
    expect(store.getState().failure).toMatchObject({ what: 'keep', words: expect.stringContaining('quota') as string });
    await outbox.record(opening(v7()));
    await settled();
  });
  it('works where the browser has no locks', async () => {
    expect('locks' in navigator && navigator.locks !== undefined).toBe(false);
    await outbox.record(opening(v7()));
    await settled();
    expect(server.batches).toHaveLength(1);
  });
});
