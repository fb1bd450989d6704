import {
  batchSchema,
  methodChoiceSchema,
  retirementSchema,
  unitDraftSchema,
  type VisitDetail,
} from '@vaktman/contract';
import { Hono } from 'hono';
import { bodyLimit } from 'hono/body-limit';
import { compress } from 'hono/compress';
import { secureHeaders } from 'hono/secure-headers';
import type { Logger } from 'pino';
import { applyBatch } from './batch/applyBatch';
import { batteryRoutes } from './battery/batteryRoute';
import type { Pool } from './database/pool';
import { feedAnswer } from './feed/feedRoute';
import { findFleetId, loadFleet, setFleetProfile } from './fleet/fleetStore';
import { checkedBody } from './http/body';
import { ClientError, notFound, problemAnswer } from './http/problem';
import { addPerson, changePerson } from './people/peopleRoute';
import { labelPdf } from './label/labelPdf';
import { loadUnitHistory } from './outlook/unitHistory';
import { paperOf } from './record/pdf';
import { attachment, fileAnswer, recordAnswer } from './record/recordRoute';
import { addUnit, changeUnit, retireUnit } from './unit/saveUnit';
import { listUnits, loadUnit, loadVisitSummaries } from './unit/unitStore';
import { loadVisit } from './visit/visitStore';
import { watchRoute } from './watch/watchRoute';
import { weatherRoutes } from './weather/weatherRoute';

const MAX_BODY_BYTES = 2 * 1024 * 1024;

export interface AppParts {
  readonly pool: Pool;
  /** Loopback port of the instruments' adapter; none when left out. */
  readonly feedPort?: number | undefined;
  /** Address of the weather service; none when left out. */
  readonly weatherUrl?: string | undefined;
  readonly log: Logger;
}

/** The application's routes. It keeps no state of its own: any number may run on one database. */
export const createApp = ({ pool, log, feedPort, weatherUrl }: AppParts): Hono => {
  const app = new Hono();

  const fleetId = async (): Promise<string> => {
    const id = await findFleetId(pool);
    if (id === null) throw new ClientError(503, 'The database holds no fleet yet.');
    return id;
  };

  app.use(async (c, next) => {
    const started = performance.now();
    await next();
    log.info(
      { method: c.req.method, path: c.req.path, status: c.res.status, ms: Math.round(performance.now() - started) },
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
        baseUri: ["'self'"],
      },
      strictTransportSecurity: false,
    }),
  );
  app.use('/api/*', compress({ threshold: 4096 }));
  app.use(
    '/api/*',
    bodyLimit({
      maxSize: MAX_BODY_BYTES,
      onError: (c) => problemAnswer(c, 413, `The body is larger than ${MAX_BODY_BYTES} bytes.`),
    }),
  );
  app.use('/api/*', async (c, next) => {
    await next();
    if (!c.res.headers.has('cache-control')) c.header('cache-control', 'no-store');
  });

  app.get('/healthz', async (c) => {
    await pool.query('SELECT 1');
    return c.json({ status: 'ok' });
  });

  app.get('/api/fleet', async (c) => c.json(await loadFleet(pool, await fleetId())));

  const answerWatch = watchRoute(pool);
  app.get('/api/watch', async (c) => answerWatch(c, await fleetId()));

  app.get('/api/units', async (c) => c.json({ units: await listUnits(pool, await fleetId()) }));
  const storedUnit = async (unitId: string) => {
    const stored = await loadUnit(pool, await fleetId(), unitId);
    if (stored === null) throw notFound(`Unit ${unitId}`);
    return stored;
  };
  app.get('/api/units/:unitId', async (c) => {
    const unitId = c.req.param('unitId');
    const stored = await storedUnit(unitId);
    return c.json({ ...stored, visits: await loadVisitSummaries(pool, await fleetId(), unitId) });
  });
  app.get('/api/units/:unitId/history', async (c) => {
    const { unit } = await storedUnit(c.req.param('unitId'));
    return c.json(await loadUnitHistory(pool, await fleetId(), unit));
  });
  app.get('/api/units/:unitId/labels.pdf', async (c) => {
    const { unit } = await storedUnit(c.req.param('unitId'));
    const paper = paperOf(c.req.query('paper'));
    const fleet = await loadFleet(pool, await fleetId());
    const address = new URL(`/units/${encodeURIComponent(unit.id)}`, c.req.url).href;
    const pdf = await labelPdf(unit, fleet?.name ?? '', address, paper);
    return new Response(Buffer.from(pdf), {
      headers: { 'content-type': 'application/pdf', ...attachment(`${unit.id}-labels.pdf`) },
    });
  });
  app.put('/api/units/:unitId/retirement', async (c) => {
    const retirement = await checkedBody(c, retirementSchema);
    await retireUnit(pool, await fleetId(), c.req.param('unitId'), retirement, new Date().toISOString());
    return c.json(retirement);
  });
  app.route('/api/batteries', batteryRoutes(pool, fleetId));
  app.route('/api/weather', weatherRoutes(pool, fleetId, weatherUrl ?? null));

  app.post('/api/units', async (c) => {
    const draft = await checkedBody(c, unitDraftSchema);
    await addUnit(pool, await fleetId(), draft, new Date().toISOString());
    return c.json({ unitId: draft.unit.id }, 201);
  });

  app.put('/api/units/:unitId', async (c) => {
    const draft = await checkedBody(c, unitDraftSchema);
    if (draft.unit.id !== c.req.param('unitId')) {
      throw new ClientError(422, 'Nothing was stored.', [
        { path: 'unit.id', message: `expected ${c.req.param('unitId')}; a unit keeps its number` },
      ]);
    }
    await changeUnit(pool, await fleetId(), draft, new Date().toISOString());
    return c.json({ unitId: draft.unit.id });
  });

  const visitOf = async (visitId: string): Promise<VisitDetail> => {
    const visit = /^[0-9a-f-]{36}$/i.test(visitId) ? await loadVisit(pool, await fleetId(), visitId) : null;
    if (visit === null) throw notFound(`Visit ${visitId}`);
    return visit;
  };
  app.get('/api/visits/:visitId', async (c) => c.json(await visitOf(c.req.param('visitId'))));
  app.get('/api/visits/:visitId/feed', async (c) =>
    feedAnswer(c, await visitOf(c.req.param('visitId')), feedPort ?? null),
  );
  app.get('/api/visits/:visitId/file', async (c) => fileAnswer(await visitOf(c.req.param('visitId'))));
  app.get('/api/visits/:visitId/record.pdf', async (c) => {
    const [visit, fleet] = await Promise.all([visitOf(c.req.param('visitId')), loadFleet(pool, await fleetId())]);
    return recordAnswer(visit, fleet?.timeZone ?? 'UTC', c.req.query('paper'));
  });

  app.put('/api/fleet/method', async (c) => {
    const { profile } = await checkedBody(c, methodChoiceSchema);
    await setFleetProfile(pool, await fleetId(), profile);
    return c.json({ profile });
  });
  app.post('/api/people', async (c) => addPerson(c, pool, await fleetId()));
  app.put('/api/people/:personId', async (c) => changePerson(c, pool, await fleetId(), c.req.param('personId')));

  app.post('/api/batches', async (c) =>
    c.json(await applyBatch(pool, await fleetId(), await checkedBody(c, batchSchema))),
  );

  app.all('/api/*', (c) => problemAnswer(c, 404, `Nothing answers at ${c.req.path}.`));

  app.onError((error, c) => {
    if (error instanceof ClientError) return problemAnswer(c, error.status, error.title, error.problems);
    log.error({ err: error, path: c.req.path }, 'request failed');
    return problemAnswer(c, 500, 'The server failed. What was sent is not stored; it may be sent again.');
  });

  return app;
};
