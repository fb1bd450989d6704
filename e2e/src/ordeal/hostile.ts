import type { Role } from '@vaktman/contract';
import { connect } from 'node:net';
import * as z from 'zod';
import { OPERATIONS } from '../../../server/src/describe/operations';
import type { Operation } from '../../../server/src/describe/operation';
import { bodyType } from '../../../server/src/http/door';
import { signedInAt } from '../../../server/test/signedIn';
import type { Session } from '@vaktman/contract';
import { Site } from './site';

/** A stream of numbers from 0 to 1 that is the same for a seed: what failed can be sent again. */
const numbersOf = (seed: number): (() => number) => {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
};

/** What nobody types by accident: too long, of another kind, made to be run, cut, overturned. */
const NASTY: readonly unknown[] = [
  null,
  true,
  '',
  ' ',
  -1,
  0,
  1e308,
  -1e-320,
  2 ** 53 + 2,
  [],
  {},
  [[[[[[]]]]]],
  "'; DROP TABLE unit; --",
  '<script>alert(1)</script>',
  '=HYPERLINK("http://x")',
  '../../../../etc/passwd',
  '\u0000',
  '\ud800',
  'a'.repeat(20_000),
  '🔋'.repeat(500),
  '0000-00-00',
  '9999-12-31T23:59:59Z',
  '-infinity',
  'NaN',
  { $gt: '' },
  { toString: 1 },
  { constructor: { prototype: { role: 'lead' } } },
  JSON.parse('{"__proto__":{"role":"lead"}}'),
];
const PLACES = [
  'P-07',
  'lower',
  'm-holt',
  '019ab000-0000-7000-8000-00000000dead',
  '%00',
  '..',
  '-1',
  'units.csv',
  '%F0%9F%94%8B',
];

type Json = Readonly<Record<string, unknown>>;

/** One request, as it can be told to whoever looks for what went wrong. */
interface Asked {
  readonly method: string;
  readonly path: string;
  readonly who: string;
  readonly body: string | null;
}

/** Something as part of an address; half a letter cannot be written there. */
const escaped = (value: unknown): string =>
  encodeURIComponent(
    (typeof value === 'string' ? value : JSON.stringify(value)).slice(0, 1000).replaceAll(/\p{Surrogate}/gu, ''),
  );

class Maker {
  /** The shape of each body, worked out once: several requests are made by each. */
  readonly #shapes = new Map<z.ZodType, Json>();
  constructor(private readonly next: () => number) {}
  pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.next() * list.length)] as T;
  }
  is(chance: number): boolean {
    return this.next() < chance;
  }
  /** Something of the shape a schema asks for, with something nasty in it here and there. */
  valueOf(schema: Json, depth = 0): unknown {
    if (this.is(0.12) || depth > 8) return this.pick(NASTY);
    if (schema['const'] !== undefined) return schema['const'];
    if (Array.isArray(schema['enum'])) return this.pick(schema['enum']);
    const either = (schema['anyOf'] ?? schema['oneOf']) as readonly Json[] | undefined;
    if (either !== undefined) return this.valueOf(this.pick(either), depth + 1);
    switch (schema['type']) {
      case 'object': {
        const properties = (schema['properties'] ?? {}) as Readonly<Record<string, Json>>;
        const made = Object.entries(properties).flatMap(([key, own]) =>
          this.is(0.06) ? [] : [[key, this.valueOf(own, depth + 1)] as const],
        );
        return Object.fromEntries(this.is(0.05) ? [...made, ['unexpected', this.pick(NASTY)]] : made);
      }
      case 'array':
        return Array.from({ length: this.pick([0, 1, 2, 3]) }, () =>
          this.valueOf((schema['items'] ?? {}) as Json, depth + 1),
        );
      case 'integer':
      case 'number':
        return this.pick([0, 1, 12, 24, -40, 1.5, 1e9, 12.61]);
      case 'boolean':
        return this.is(0.5);
      case 'string':
        return this.pick([
          'P-07',
          'A',
          'Lower Yard',
          '2026-11-27',
          '2026-11-27T08:00:00+01:00',
          'I. Dahl',
          '019ab000-0000-7000-8000-00000000beef',
          'x',
        ]);
      default:
        return this.pick(NASTY);
    }
  }
  #shapeOf(body: z.ZodType): Json {
    const known = this.#shapes.get(body) ?? (z.toJSONSchema(body, { io: 'input', unrepresentable: 'any' }) as Json);
    this.#shapes.set(body, known);
    return known;
  }
  /** A body as text: of the right shape, cut short, of another kind, or none. */
  bodyOf({ body, method }: Operation): string | null {
    if (method === 'get') return null;
    const shaped = body === undefined ? this.pick(NASTY) : this.valueOf(this.#shapeOf(body));
    const text = JSON.stringify(shaped) ?? '';
    return this.is(0.06) ? text.slice(0, Math.floor(text.length / 2)) : text;
  }
  pathOf({ path, query }: Operation): string {
    const filled = path.replaceAll(/\{\w+\}/g, () => (this.is(0.3) ? escaped(this.pick(NASTY)) : this.pick(PLACES)));
    if (query === undefined || this.is(0.3)) return filled;
    const given = Object.keys(query.shape).map((key) => `${key}=${escaped(this.pick(NASTY))}`);
    return `${filled}?${given.join('&')}`;
  }
}

/** What came of it all. */
export interface HostileResult {
  /** How often each status was answered. */
  readonly statuses: Readonly<Record<number, number>>;
  /** Requests at which the server failed, or that it did not answer. */
  readonly failed: readonly (Asked & { readonly status: number | string })[];
  readonly endedByItself: number;
  /** What was half written: rows that say of another what is not there. */
  readonly halfWritten: readonly string[];
}

/** Those that would end the ordeal itself: the fleet taken away, everybody signed out, a device or a person ended. */
const SPARED = /^(delete \/api\/fleet\/demo|post \/api\/session\/end|put \/api\/(devices|people|session)\/.*)$/;
const STATUS_OF_STREAM = 'text/event-stream';

/** Facts that hold whatever was asked: nothing is there in part. */
const WHOLE: Readonly<Record<string, string>> = {
  'a battery in a unit that is not there':
    'SELECT 1 FROM battery_placement p LEFT JOIN unit u USING (fleet_id, unit_id) WHERE u.unit_id IS NULL',
  'a unit with fewer batteries than its circuit': `SELECT 1 FROM unit u WHERE retired_at IS NULL AND NOT EXISTS
     (SELECT 1 FROM battery_placement p WHERE p.fleet_id = u.fleet_id AND p.unit_id = u.unit_id)`,
  'a reading of a visit that is not there':
    'SELECT 1 FROM reading r LEFT JOIN visit v USING (fleet_id, visit_id) WHERE v.visit_id IS NULL',
  'a visit without its summary':
    'SELECT 1 FROM visit v LEFT JOIN visit_summary s USING (fleet_id, visit_id) WHERE s.visit_id IS NULL',
};

/** A request that is no request: what stands on the line is sent as it is. */
const raw = async (port: number, text: string): Promise<void> =>
  new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1', () => socket.end(text));
    socket.setTimeout(2000, () => socket.destroy());
    socket.on('error', () => undefined).on('close', () => resolve());
    socket.resume();
  });

/** Sends hostile requests at every route, as nobody and as each role, and looks whether the server holds. */
export const hostile = async (count: number, say: (line: string) => void, seed = 7): Promise<HostileResult> => {
  const site = new Site();
  const make = new Maker(numbersOf(seed));
  const statuses: Record<number, number> = {};
  const failed: (Asked & { status: number | string })[] = [];
  try {
    await site.start();
    const { demo } = (await (await fetch(`${site.url}/api/session`)).json()) as Session;
    const cookies = new Map<Role | 'nobody', string>([['nobody', '']]);
    for (const { name, role, passphrase } of demo) cookies.set(role, await signedInAt(site.url, name, passphrase));
    const asks = OPERATIONS.filter(({ method, path }) => !SPARED.test(`${method} ${path}`));
    const one = async (): Promise<void> => {
      const operation = make.pick(asks);
      const [who, cookie] = make.pick([...cookies]);
      const asked: Asked = {
        method: operation.method,
        path: make.pathOf(operation),
        who,
        body: make.bodyOf(operation),
      };
      try {
        const answer = await fetch(`${site.url}${asked.path}`, {
          method: asked.method.toUpperCase(),
          headers: {
            cookie,
            'content-type': make.is(0.05) ? 'text/plain' : bodyType(operation.path),
            ...(make.is(0.04) ? { origin: 'https://elsewhere.example' } : {}),
          },
          body: asked.body,
          signal: AbortSignal.timeout(15_000),
          redirect: 'manual',
        });
        if (answer.headers.get('content-type')?.startsWith(STATUS_OF_STREAM) === true) await answer.body?.cancel();
        else await answer.arrayBuffer();
        statuses[answer.status] = (statuses[answer.status] ?? 0) + 1;
        // Too many streams, or none told here, is an answer; a failure is not.
        if (answer.status >= 500 && answer.status !== 503) failed.push({ ...asked, status: answer.status });
      } catch (error) {
        failed.push({ ...asked, status: error instanceof Error ? error.message : String(error) });
      }
    };
    const AT_ONCE = 8;
    for (let sent = 0; sent < count; sent += AT_ONCE) {
      await Promise.all(Array.from({ length: Math.min(AT_ONCE, count - sent) }, one));
      if (sent % 400 === 0)
        await raw(
          Number(new URL(site.url).port),
          make.pick([
            'GET /\u0000 HTTP/1.1\r\n\r\n',
            'POST /api/batches HTTP/1.1\r\nHost: x\r\nContent-Length: 5\r\n\r\n{',
            '\u0016\u0003\u0001',
          ]),
        );
      if ((sent + AT_ONCE) % 2000 === 0) say(`${sent + AT_ONCE} of ${count} requests, ${failed.length} failures`);
    }
    const halfWritten: string[] = [];
    for (const [what, statement] of Object.entries(WHOLE))
      if ((await site.query(statement)).length > 0) halfWritten.push(what);
    return { statuses, failed, endedByItself: site.endedByItself, halfWritten };
  } finally {
    await site.stop();
  }
};
