import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, beforeEach } from 'vitest';

/** One request a page made, as it came over the socket. */
interface Asked {
  readonly method: string;
  readonly path: string;
  readonly query: Readonly<Record<string, string>>;
  readonly body: unknown;
}
interface Answer {
  readonly status?: number;
  readonly body: unknown;
}

/** What a page asks over a real socket, answered as a test tells it. */
export interface StandServer {
  /** Answers by `GET /path`; without the query. One that is promised comes when it is there. */
  answers: Record<string, Answer | ((asked: Asked) => Answer | Promise<Answer>)>;
  readonly asked: Asked[];
  /** Nobody listens from now on, as when a server is down. */
  stop: () => void;
  /** And listens again. */
  resume: () => void;
}

const parsed = (text: string): unknown => (text === '' ? undefined : JSON.parse(text));

/**
 * Gives every test of a file a server of its own that the page's requests reach over a socket. What it is not told an
 * answer for is a 404.
 */
export const standServer = (): StandServer => {
  const own: StandServer = { answers: {}, asked: [], stop: () => undefined, resume: () => undefined };
  const [kept, PageRequest] = [globalThis.fetch, globalThis.Request];
  let end: () => void = () => undefined;
  beforeEach(async () => {
    own.answers = {};
    own.asked.length = 0;
    const server = createServer((request, response) => {
      void (async () => {
        let text = '';
        for await (const chunk of request) text += String(chunk);
        const { pathname: path, searchParams } = new URL(request.url ?? '/', 'http://stand');
        const query = Object.fromEntries(searchParams);
        const asked = { method: request.method ?? 'GET', path, query, body: parsed(text) };
        own.asked.push(asked);
        const known = own.answers[`${asked.method} ${path}`];
        const answer =
          known === undefined
            ? { status: 404, body: { type: 'about:blank', title: `Nothing is at ${path}.`, status: 404 } }
            : typeof known === 'function'
              ? await known(asked)
              : known;
        response
          .writeHead(answer.status ?? 200, { 'content-type': 'application/json' })
          .end(JSON.stringify(answer.body));
      })();
    });
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const { port } = server.address() as AddressInfo;
    // A page has an origin that relative addresses are of; the simulated one has not.
    let origin = `http://127.0.0.1:${port}`;
    const absolute = (path: string): string => new URL(path, origin).href;
    globalThis.Request = class extends PageRequest {
      constructor(input: RequestInfo | URL, init?: RequestInit) {
        super(typeof input === 'string' ? absolute(input) : input, init);
      }
    };
    globalThis.fetch = (input, init) => kept(typeof input === 'string' ? absolute(input) : input, init);
    own.stop = () => (origin = 'http://127.0.0.1:1');
    own.resume = () => (origin = `http://127.0.0.1:${port}`);
    end = () => {
      server.closeAllConnections();
      server.close();
    };
  });
  afterEach(() => {
    end();
    globalThis.fetch = kept;
    globalThis.Request = PageRequest;
  });
  return own;
};

/** A fleet of one yard and two people, as the server tells it. */
export const FLEET = {
  fleetId: '019ab000-0000-7000-8000-000000000001',
  name: 'Tindra Pass winter road service',
  timeZone: 'Europe/Oslo',
  yards: [{ yardId: 'lower', name: 'Lower Yard', endedAt: null }],
  people: [
    { personId: 'dahl', name: 'I. Dahl', role: 'technician', endedAt: null },
    { personId: 'moen', name: 'K. Moen', role: 'lead', endedAt: null },
  ],
  profile: 'pile',
  classes: [],
  demo: false,
} as const;
