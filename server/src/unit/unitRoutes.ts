import type { FleetId, UnitId } from '@vaktman/core';
import { retirementSchema, unitDraftSchema, unitPictureSchema } from '@vaktman/contract';
import { Hono } from 'hono';
import { withTransaction, type Pool } from '../database/pool';
import { loadFleet } from '../fleet/fleetStore';
import { checkedBody } from '../http/body';
import { ClientError, notFound } from '../http/problem';
import { loadUnitHistory } from '../outlook/unitHistory';
import { paperOf } from '../record/paper';
import type { PdfThread } from '../record/pdfThread';
import { attachment } from '../record/recordRoute';
import { loadGoodTrace } from '../visit/keptApart';
import { addUnit, changeUnit, retireUnit } from './saveUnit';
import { loadPicture, pictureMoment, setPicture } from './pictureStore';
import { listUnits, loadUnit, loadVisitSummaries } from './unitStore';

/**
 * Units: the register, each with its page, history and labels.
 * @param publicAddress where people reach the server, for labels to scan; as it was asked for when null
 */
export const unitRoutes = (
  pool: Pool,
  fleetId: () => Promise<FleetId>,
  pdfs: PdfThread,
  publicAddress: string | null,
): Hono => {
  const routes = new Hono();
  const stored = async (unitId: UnitId) => {
    const found = await loadUnit(pool, await fleetId(), unitId);
    if (found === null) throw notFound(`Unit ${unitId}`);
    return found;
  };
  routes.get('/', async (c) => c.json({ units: await listUnits(pool, await fleetId()) }));
  routes.get('/:unitId', async (c) => {
    const unitId = c.req.param('unitId');
    const unit = await stored(unitId);
    const id = await fleetId();
    const pictureAt = await pictureMoment(pool, id, unitId);
    return c.json({ ...unit, pictureAt, visits: await loadVisitSummaries(pool, id, unitId) });
  });
  routes.get('/:unitId/picture', async (c) => {
    const jpeg = await loadPicture(pool, await fleetId(), c.req.param('unitId'));
    if (jpeg === null) throw notFound(`A picture of ${c.req.param('unitId')}`);
    // Its address carries the moment it was taken at: another picture has another one.
    return c.body(new Uint8Array(jpeg), 200, {
      'content-type': 'image/jpeg',
      'cache-control': 'private, max-age=31536000, immutable',
    });
  });
  routes.put('/:unitId/picture', async (c) => {
    const { data } = await checkedBody(c, unitPictureSchema);
    const { unit } = await stored(c.req.param('unitId'));
    const id = await fleetId();
    await withTransaction(pool, async (db) =>
      setPicture(db, id, unit.id, data === null ? null : Buffer.from(data, 'base64')),
    );
    return c.json({ pictureAt: await pictureMoment(pool, id, unit.id) });
  });
  routes.get('/:unitId/history', async (c) => {
    const { unit } = await stored(c.req.param('unitId'));
    return c.json(await loadUnitHistory(pool, await fleetId(), unit));
  });
  routes.get('/:unitId/good-trace', async (c) => {
    const { unit } = await stored(c.req.param('unitId'));
    return c.json({ trace: await loadGoodTrace(pool, await fleetId(), unit.id, c.req.query('besides') ?? null) });
  });
  routes.get('/:unitId/labels.pdf', async (c) => {
    const { unit } = await stored(c.req.param('unitId'));
    const paper = paperOf(c.req.query('paper'));
    const fleet = await loadFleet(pool, await fleetId());
    const address = new URL(`/units/${encodeURIComponent(unit.id)}`, publicAddress ?? c.req.url).href;
    const pdf = await pdfs.make({ kind: 'labels', unit, fleetName: fleet?.name ?? '', address, paper });
    return new Response(Buffer.from(pdf), {
      headers: { 'content-type': 'application/pdf', ...attachment(`${unit.id}-labels.pdf`) },
    });
  });
  routes.put('/:unitId/retirement', async (c) => {
    const retirement = await checkedBody(c, retirementSchema);
    await retireUnit(pool, await fleetId(), c.req.param('unitId'), retirement, new Date().toISOString());
    return c.json(retirement);
  });
  routes.post('/', async (c) => {
    const draft = await checkedBody(c, unitDraftSchema);
    await addUnit(pool, await fleetId(), draft, new Date().toISOString());
    return c.json({ unitId: draft.unit.id }, 201);
  });
  routes.put('/:unitId', async (c) => {
    const draft = await checkedBody(c, unitDraftSchema);
    if (draft.unit.id !== c.req.param('unitId'))
      throw new ClientError(422, 'Nothing was stored.', [
        { path: 'unit.id', message: `expected ${c.req.param('unitId')}; a unit keeps its number` },
      ]);
    await changeUnit(pool, await fleetId(), draft, new Date().toISOString());
    return c.json({ unitId: draft.unit.id });
  });
  return routes;
};
