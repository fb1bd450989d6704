import type { FleetId, UnitId } from '@vaktman/core';
import { withTransaction, type Pool, type Queryable } from '../database/pool';
import { notFound } from '../http/problem';
import { loadPicture, pictureMoment, setPicture } from './pictureStore';
import { listVisits } from '../visit/visitList';
import { loadUnit } from './unitStore';

/** A unit as it is on record. @throws {ClientError} 404 when there is none of that number */
export const knownUnit = async (db: Queryable, fleetId: FleetId, unitId: UnitId) => {
  const found = await loadUnit(db, fleetId, unitId);
  if (found === null) throw notFound(`Unit ${unitId}`);
  return found;
};

/** So many visits stand on the page of a unit; those before them are asked for. */
const VISITS_SHOWN = 60;

/** A unit with its picture and its latest visits. @throws {ClientError} 404 when there is none of that number */
export const unitPage = async (db: Queryable, fleetId: FleetId, unitId: UnitId) => {
  const unit = await knownUnit(db, fleetId, unitId);
  const pictureAt = await pictureMoment(db, fleetId, unitId);
  const { visits, next } = await listVisits(db, fleetId, { unitId, limit: VISITS_SHOWN }, null);
  return { ...unit, pictureAt, visits, earlierVisits: next };
};

/** The picture of a unit, JPEG. @throws {ClientError} 404 when there is none */
export const pictureOf = async (db: Queryable, fleetId: FleetId, unitId: UnitId): Promise<Buffer> => {
  const jpeg = await loadPicture(db, fleetId, unitId);
  if (jpeg === null) throw notFound(`A picture of ${unitId}`);
  return jpeg;
};

/**
 * Puts a picture of a unit in place of the one it has, or takes that away.
 * @param data JPEG in base64; null takes it away
 * @returns when it was taken
 * @throws {ClientError} 404 when there is no unit of that number
 */
export const changePicture = async (
  pool: Pool,
  fleetId: FleetId,
  unitId: UnitId,
  data: string | null,
): Promise<string | null> => {
  const { unit } = await knownUnit(pool, fleetId, unitId);
  await withTransaction(pool, async (db) =>
    setPicture(db, fleetId, unit.id, data === null ? null : Buffer.from(data, 'base64')),
  );
  return pictureMoment(pool, fleetId, unit.id);
};
