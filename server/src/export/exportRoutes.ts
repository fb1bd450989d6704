import type { FleetId } from '@vaktman/core';
import { Hono } from 'hono';
import type { Pool } from '../database/pool';
import { notFound } from '../http/problem';
import { attachment } from '../record/recordRoute';
import { loadUnit } from '../unit/unitStore';
import { EXPORT_LISTS, isExportList } from './lists';
import { listAsCsv } from './sendList';
import { wholeRecord } from './sendWhole';
import { unitChart } from './unitChart';
import { visitsZip } from './visitsZip';

const today = (): string => new Date().toISOString().slice(0, 10);
const CSV = 'text/csv; charset=utf-8';

/** Files to take away: lists as tables, visits as visit files, everything as lines of JSON. */
export const exportRoutes = (pool: Pool, fleetId: () => Promise<FleetId>): Hono => {
  const routes = new Hono();
  routes.get('/visits.zip', async (c) => {
    const unitId = c.req.query('unit') ?? null;
    if (unitId !== null && (await loadUnit(pool, await fleetId(), unitId)) === null) throw notFound(`Unit ${unitId}`);
    return c.body(visitsZip(pool, await fleetId(), unitId), 200, {
      'content-type': 'application/zip',
      ...attachment(`visits-${unitId === null ? '' : `${unitId}-`}${today()}.zip`),
    });
  });
  routes.get('/record.jsonl', async (c) =>
    c.body(wholeRecord(pool, await fleetId(), new Date().toISOString()), 200, {
      'content-type': 'application/x-ndjson',
      ...attachment(`vaktman-record-${today()}.jsonl`),
    }),
  );
  routes.get('/units/:unitId/chart.csv', async (c) => {
    const { unitId } = c.req.param();
    if ((await loadUnit(pool, await fleetId(), unitId)) === null) throw notFound(`Unit ${unitId}`);
    return c.body(await unitChart(pool, await fleetId(), unitId), 200, {
      'content-type': CSV,
      ...attachment(`${unitId}-measured-${today()}.csv`),
    });
  });
  routes.get('/:file{.+\\.csv}', async (c) => {
    const name = c.req.param('file').replace(/\.csv$/, '');
    if (!isExportList(name)) throw notFound(`List ${name}`);
    return c.body(listAsCsv(pool, await fleetId(), EXPORT_LISTS[name]), 200, {
      'content-type': CSV,
      ...attachment(`${name}-${today()}.csv`),
    });
  });
  return routes;
};
