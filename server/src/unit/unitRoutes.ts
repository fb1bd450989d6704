import type { FleetId } from '@vaktman/core';
import { retirementSchema, unitDraftSchema, unitPictureSchema } from '@vaktman/contract';
import { Hono } from 'hono';
import type { Pool } from '../database/pool';
import { loadFleet } from '../fleet/fleetStore';
import { checkedBody } from '../http/body';
import { loadUnitHistory } from '../outlook/unitHistory';
import { paperOf } from '../record/paper';
import type { PdfThread } from '../record/pdfThread';
import { attachment } from '../record/recordRoute';
import { loadGoodTrace } from '../visit/keptApart';
import { addUnit, changeUnit, retireUnit } from './saveUnit';
import { changePicture, knownUnit, pictureOf, unitPage } from './unitPage';
import { listUnits } from './unitStore';

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
  routes.get('/', async (c) => c.json({ units: await listUnits(pool, await fleetId()) }));
  routes.get('/:unitId', async (c) => c.json(await unitPage(pool, await fleetId(), c.req.param('unitId'))));
  routes.get('/:unitId/picture', async (c) => {
    const jpeg = await pictureOf(pool, await fleetId(), c.req.param('unitId'));
    // Its address carries the moment it was taken at: another picture has another one.
    return c.body(new Uint8Array(jpeg), 200, {
      'content-type': 'image/jpeg',
      'cache-control': 'private, max-age=31536000, immutable',
    });
  });
  routes.put('/:unitId/picture', async (c) => {
    const { data } = await checkedBody(c, unitPictureSchema);
    return c.json({ pictureAt: await changePicture(pool, await fleetId(), c.req.param('unitId'), data) });
  });
  routes.get('/:unitId/history', async (c) => {
    const id = await fleetId();
    const { unit } = await knownUnit(pool, id, c.req.param('unitId'));
    return c.json(await loadUnitHistory(pool, id, unit));
  });
  routes.get('/:unitId/good-trace', async (c) => {
    const id = await fleetId();
    const { unit } = await knownUnit(pool, id, c.req.param('unitId'));
    return c.json({ trace: await loadGoodTrace(pool, id, unit.id, c.req.query('besides') ?? null) });
  });
  routes.get('/:unitId/labels.pdf', async (c) => {
    const id = await fleetId();
    const { unit } = await knownUnit(pool, id, c.req.param('unitId'));
    const paper = paperOf(c.req.query('paper'));
    const fleet = await loadFleet(pool, id);
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
    await changeUnit(pool, await fleetId(), c.req.param('unitId'), draft, new Date().toISOString());
    return c.json({ unitId: draft.unit.id });
  });
  return routes;
};
