import { recordQuerySchema, visitQuerySchema, type VisitDetail, type VisitMakers } from '@vaktman/contract';
import { type FleetId, type VisitId, makerLines } from '@vaktman/core';
import { Hono } from 'hono';
import { validate as isUuid } from 'uuid';
import type { Pool } from '../database/pool';
import { feedAnswer } from '../feed/feedRoute';
import { loadFleet } from '../fleet/fleetStore';
import { ClientError, notFound } from '../http/problem';
import { checkedQuery } from '../http/query';
import type { StreamCount } from '../http/streamCount';
import type { PdfThread } from '../record/pdfThread';
import { attachment, fileAnswer, recordAnswer } from '../record/recordRoute';
import { doubtsOfVisit } from './doubtStore';
import { loadApart } from './keptApart';
import { makersOfVisit } from './makerStore';
import { listVisits, visitPlace } from './visitList';
import { loadVisit } from './visitStore';

/**
 * Visits: each whole, as record and file, and the instruments' feed of its steps.
 * @param feedPort loopback port of the instruments' adapter; null when there is none
 */
export const visitRoutes = (
  pool: Pool,
  fleetId: () => Promise<FleetId>,
  pdfs: PdfThread,
  streams: StreamCount,
  feedPort: number | null,
): Hono => {
  const routes = new Hono();
  const stored = async (visitId: VisitId): Promise<VisitDetail> => {
    const visit = /^[0-9a-f-]{36}$/i.test(visitId) ? await loadVisit(pool, await fleetId(), visitId) : null;
    if (visit === null) throw notFound(`Visit ${visitId}`);
    return visit;
  };
  const makersOf = async (visitId: VisitId): Promise<VisitMakers> => {
    const id = await fleetId();
    return { makers: await makersOfVisit(pool, id, visitId), doubts: await doubtsOfVisit(pool, id, visitId) };
  };
  routes.get('/', async (c) => {
    const { after, ...asked } = checkedQuery(c, visitQuerySchema);
    const from = after === undefined ? null : visitPlace(after);
    if (after !== undefined && from === null)
      throw new ClientError(422, 'The query is not as expected. Nothing was looked up.', [
        { path: 'after', message: 'expected what a page before told as next' },
      ]);
    return c.json(await listVisits(pool, await fleetId(), asked, from));
  });
  routes.get('/:visitId', async (c) => c.json(await stored(c.req.param('visitId'))));
  routes.get('/:visitId/makers', async (c) => {
    const visitId = c.req.param('visitId');
    if (!isUuid(visitId)) throw notFound(`Visit ${visitId}`);
    return c.json(await makersOf(visitId));
  });
  routes.get('/:visitId/feed', async (c) => feedAnswer(c, await stored(c.req.param('visitId')), feedPort, streams));
  routes.get('/:visitId/file', async (c) => fileAnswer(await stored(c.req.param('visitId'))));
  routes.get('/:visitId/record.pdf', async (c) => {
    const asked = checkedQuery(c, recordQuerySchema);
    // One after the other: what fails while nobody waits for it yet would end the server.
    const visit = await stored(c.req.param('visitId'));
    const id = await fleetId();
    const fleet = await loadFleet(pool, id);
    const { makers, doubts } = await makersOf(visit.file.visit.id);
    const lines = makerLines(makers, doubts);
    return recordAnswer(pdfs, visit, lines, fleet?.timeZone ?? 'UTC', asked);
  });
  routes.get('/:visitId/pictures/:eventId', async (c) => {
    const { visitId, eventId } = c.req.param();
    const jpeg = [visitId, eventId].every((id) => isUuid(id))
      ? await loadApart(pool, await fleetId(), visitId, eventId, 'picture')
      : null;
    if (jpeg === null) throw notFound(`Picture ${eventId}`);
    // A picture never changes.
    return c.body(new Uint8Array(jpeg), 200, {
      'content-type': 'image/jpeg',
      'cache-control': 'private, max-age=31536000, immutable',
    });
  });
  routes.get('/:visitId/traces/:eventId', async (c) => {
    const { visitId, eventId } = c.req.param();
    const gzip = [visitId, eventId].every((id) => isUuid(id))
      ? await loadApart(pool, await fleetId(), visitId, eventId, 'trace')
      : null;
    if (gzip === null) throw notFound(`Trace ${eventId}`);
    return c.body(new Uint8Array(gzip), 200, {
      'content-type': 'text/csv; charset=utf-8',
      'content-encoding': 'gzip',
      'cache-control': 'private, max-age=31536000, immutable',
      ...attachment(`trace-${eventId}.csv`),
    });
  });
  return routes;
};
