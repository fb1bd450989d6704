import type { FleetId } from '@vaktman/core';
import { changeQuerySchema, NO_FLEET } from '@vaktman/contract';
import { Hono } from 'hono';
import { bodyLimit } from 'hono/body-limit';
import { compress } from 'hono/compress';
import { etag } from 'hono/etag';
import { requestId, type RequestIdVariables } from 'hono/request-id';
import { secureHeaders } from 'hono/secure-headers';
import type { Logger } from 'pino';
import { batchRoutes } from './batch/batchRoutes';
import { batteryRoutes } from './battery/batteryRoute';
import type { ChangeHub } from './change/changeHub';
import { calendarFeed, calendarRoutes } from './calendar/calendarRoutes';
import { changeAnswer } from './change/changeRoute';
import { listChanges } from './change/changeStore';
import { isDatabaseAway } from './database/failure';
import type { Pool } from './database/pool';
import { sqlState } from './database/sqlState';
import { whoIsIt } from './database/who';
import { openApi } from './describe/openApi';
import { readingPage } from './describe/readingPage';
import { exportRoutes } from './export/exportRoutes';
import { beginRoutes } from './fleet/beginRoutes';
import { fleetRoutes } from './fleet/fleetRoutes';
import { findFleetId } from './fleet/fleetStore';
import { healthAnswer } from './health/healthRoute';
import { Metrics } from './health/metrics';
import { door, doorNames, VISIT_FILES_PATH, WHOLE_RECORD_PATH, type DoorNames } from './http/door';
import { ClientError, problemAnswer } from './http/problem';
import { checkedQuery } from './http/query';
import { StreamCount } from './http/streamCount';
import { importRoutes } from './import/importRoutes';
import { instrumentRoutes } from './instrument/instrumentRoutes';
import { Cookies } from './signIn/cookies';
import { deviceRoutes } from './signIn/deviceRoutes';
import { guard } from './signIn/guard';
import { keyRoutes } from './signIn/keyRoutes';
import { requesterOf } from './signIn/requester';
import { operationAt } from './signIn/rights';
import { sessionRoutes } from './signIn/sessionRoutes';
import { partRoutes } from './part/partRoutes';
import { peopleRoutes } from './people/peopleRoutes';
import type { PdfThread } from './record/pdfThread';
import { unitRoutes } from './unit/unitRoutes';
import { visitRoutes } from './visit/visitRoutes';
import { watchRoute } from './watch/watchRoute';
import { weatherRoutes } from './weather/weatherRoute';
import { yardRoutes } from './yard/yardRoutes';

const MAX_BODY_BYTES = 2 * 1024 * 1024;
/** A list of a whole fleet. */
const MAX_LIST_BYTES = 40 * 1024 * 1024;
/** Answers that are told by a tag, so that what did not change need not be sent again. */
const TAGGED = [
  '/api/fleet',
  '/api/units',
  '/api/units/:unitId',
  '/api/batteries',
  '/api/batteries/:batteryId',
  '/api/visits',
  '/api/visits/:visitId',
  '/api/instruments',
] as const;
/** Answers to somebody who may not, or guesses: whoever reads the log sees them. */
const REFUSALS: ReadonlySet<number> = new Set([401, 403, 429]);
/** Text that the database cannot keep, in an address or a query. */
const UNREADABLE: ReadonlySet<string | null> = new Set(['22021', '22P05', '22P02']);

export interface AppParts {
  readonly pool: Pool;
  /** Makes records and labels beside the requests. */
  readonly pdfs: PdfThread;
  /** Tells what changes; no stream of changes when left out. */
  readonly hub?: ChangeHub | undefined;
  /** Loopback port of the instruments' adapter; none when left out. */
  readonly feedPort?: number | undefined;
  /** Address of the weather service; none when left out. */
  readonly weatherUrl?: string | undefined;
  /** Where people reach this server, for what is printed; as it was asked for when left out. */
  readonly publicAddress?: string | undefined;
  /** The made-up fleet that the first page offers; none when left out. */
  readonly demoFile?: string | undefined;
  /** Names it answers to; those of loopback when left out. */
  readonly names?: DoorNames | undefined;
  readonly log: Logger;
}

/** The application's routes. It keeps no state of its own: any number may run on one database. */
export const createApp = (parts: AppParts): Hono<{ Variables: RequestIdVariables }> => {
  const { pool, pdfs, hub, log, feedPort, weatherUrl, publicAddress, demoFile, names = doorNames() } = parts;
  const app = new Hono<{ Variables: RequestIdVariables }>();
  const streams = new StreamCount();
  const metrics = new Metrics(pool, streams);
  const cookies = new Cookies(publicAddress?.startsWith('https:') === true);

  const fleetId = async (): Promise<FleetId> => {
    const id = whoIsIt()?.fleetId ?? (await findFleetId(pool));
    if (id === null) throw new ClientError(503, 'There is no fleet here yet.', [], { type: NO_FLEET });
    return id;
  };

  app.use(requestId());
  app.use(async (c, next) => {
    const started = performance.now();
    await next();
    const operation = operationAt(c.req.method, c.req.path);
    metrics.count(operation?.path ?? 'other', c.res.status, (performance.now() - started) / 1000);
    log.info(
      {
        requestId: c.get('requestId'),
        method: c.req.method,
        // Whoever reads a log is not to read a calendar by it.
        path: c.req.path.replace(/^\/calendar\/.*/, '/calendar/*'),
        status: c.res.status,
        ms: Math.round(performance.now() - started),
      },
      'request',
    );
  });
  app.use(
    secureHeaders({
      contentSecurityPolicy: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:'],
        workerSrc: ["'self'", 'blob:'],
        frameAncestors: ["'none'"],
        baseUri: ["'none'"],
        objectSrc: ["'none'"],
        formAction: ["'self'"],
      },
      strictTransportSecurity: false,
    }),
  );
  app.get('/healthz', async (c) => healthAnswer(c, pool));
  app.use(door(names));
  app.use('/api/*', async (c, next) =>
    // A stream is sent line by line; packing would hold the lines back.
    c.req.path.endsWith('/feed') || c.req.path === '/api/changes' ? next() : compress({ threshold: 4096 })(c, next),
  );
  app.use('/api/*', (c, next) => {
    if (c.req.path === WHOLE_RECORD_PATH) return next();
    const isList = c.req.path === '/api/imports' || c.req.path === VISIT_FILES_PATH;
    const maxSize = isList ? MAX_LIST_BYTES : MAX_BODY_BYTES;
    return bodyLimit({
      maxSize,
      onError: () => problemAnswer(c, 413, `The body is larger than ${maxSize} bytes.`),
    })(c, next);
  });
  app.use('/api/*', async (c, next) => {
    await next();
    if (!c.res.headers.has('cache-control')) c.header('cache-control', 'no-store');
  });

  for (const path of TAGGED) app.use(path, etag());
  app.get('/api', (c) => c.html(readingPage()));
  app.get('/api/openapi.json', (c) => c.json(openApi()));
  app.use('/api/*', guard(pool, cookies));
  app.route('/api/session', sessionRoutes(pool, fleetId, cookies));
  app.route('/api/devices', deviceRoutes(pool, fleetId));
  app.route('/api/keys', keyRoutes(pool, fleetId));
  app.route(
    '/api/begin',
    beginRoutes(pool, cookies, demoFile ?? null, (error) => log.error({ err: error }, 'rebuild failed')),
  );
  app.route('/api/fleet', fleetRoutes(pool, fleetId));
  app.route('/calendar', calendarFeed(pool, publicAddress ?? null));
  app.route('/api/calendars', calendarRoutes(pool, fleetId, publicAddress ?? null));
  app.route('/api/export', exportRoutes(pool, fleetId));
  app.route('/api/imports', importRoutes(pool, fleetId));
  app.route('/api/yards', yardRoutes(pool, fleetId));
  app.route('/api/people', peopleRoutes(pool, fleetId));
  app.get('/api/metrics', async () => metrics.answer());
  app.get('/api/changes/kept', async (c) =>
    c.json(await listChanges(pool, await fleetId(), checkedQuery(c, changeQuerySchema))),
  );
  const answerWatch = watchRoute(pool);
  app.get('/api/watch', async (c) => answerWatch(c, await fleetId()));
  app.get('/api/changes', async (c) => {
    if (hub === undefined) throw new ClientError(503, 'Changes are not told here.');
    const id = await fleetId();
    return changeAnswer(c, hub, streams, id, async () => (await requesterOf(c, pool, cookies)) !== null);
  });
  app.route('/api/units', unitRoutes(pool, fleetId, pdfs, publicAddress ?? null));
  app.route('/api/batteries', batteryRoutes(pool, fleetId));
  app.route('/api', partRoutes(pool, fleetId));
  app.route('/api/instruments', instrumentRoutes(pool, fleetId));
  app.route('/api/weather', weatherRoutes(pool, fleetId, weatherUrl ?? null));
  app.route('/api/visits', visitRoutes(pool, fleetId, pdfs, streams, feedPort ?? null));
  app.route('/api', batchRoutes(pool, fleetId));

  app.all('/api/*', (c) => problemAnswer(c, 404, `Nothing answers at ${c.req.path}.`));

  app.onError((error, c) => {
    if (error instanceof ClientError && REFUSALS.has(error.status))
      log.warn({ requestId: c.get('requestId'), path: c.req.path, status: error.status, why: error.title }, 'refused');
    if (error instanceof ClientError) return problemAnswer(c, error.status, error.title, error.problems, error);
    if (UNREADABLE.has(sqlState(error))) return problemAnswer(c, 404, 'Nothing is at this address.');
    if (isDatabaseAway(error)) {
      log.warn({ err: error, requestId: c.get('requestId'), path: c.req.path }, 'database away');
      c.header('retry-after', '2');
      return problemAnswer(c, 503, 'The database does not answer. What was sent is not stored; it may be sent again.');
    }
    log.error({ err: error, requestId: c.get('requestId'), path: c.req.path }, 'request failed');
    return problemAnswer(c, 500, 'The server failed. What was sent is not stored; it may be sent again.');
  });

  return app;
};
