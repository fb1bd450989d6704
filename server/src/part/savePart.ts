import { type PartDraft } from '@vaktman/contract';
import { type FleetId, type UnitId, partPlaces, unitWithParts, type PartFitting, type Unit } from '@vaktman/core';
import { withTransaction, type Pool, type Queryable } from '../database/pool';
import { ClientError, notFound } from '../http/problem';
import { markOutlooks } from '../outlook/outlookQueue';
import { lockUnits } from '../unit/lockUnits';
import { loadUnit, updateUnit, type StoredUnit } from '../unit/unitStore';
import { correctPart, fitPart } from './partStore';

/** The rating by the plate is the rating the unit is judged by from then on. */
const takeRating = async (db: Queryable, fleetId: FleetId, stored: StoredUnit, fitting: PartFitting): Promise<void> => {
  const unit = unitWithParts(stored.unit, [fitting]);
  if (unit === stored.unit) return;
  const { yardId, profile, revision } = stored;
  await updateUnit(db, fleetId, { yardId, unit, profile }, revision);
  await markOutlooks(db, fleetId, [unit.id]);
};

/** Why a part cannot be put in a place of a unit; null when it can. */
export const strayPlace = (unit: Unit, place: string): string | null => {
  const places = partPlaces(unit);
  return places.includes(place) ? null : `expected one of ${places.join(', ')}, received ${place}`;
};

/** Puts a part in its place and its rating in the unit. The unit is locked by the caller. */
export const fitPartOfUnit = async (
  db: Queryable,
  fleetId: FleetId,
  unitId: UnitId,
  at: string,
  fitting: PartFitting,
): Promise<void> => {
  const stored = await loadUnit(db, fleetId, unitId);
  if (stored === null) throw notFound(`Unit ${unitId}`);
  if (await fitPart(db, fleetId, unitId, at, fitting)) await takeRating(db, fleetId, stored, fitting);
};

/** Enters that a part was put in, outside a visit: what was done before, or elsewhere. */
export const enterPart = async (pool: Pool, fleetId: FleetId, unitId: UnitId, draft: PartDraft): Promise<void> =>
  withTransaction(pool, async (db) => {
    await lockUnits(db, fleetId, [unitId]);
    const stored = await loadUnit(db, fleetId, unitId);
    if (stored === null) throw notFound(`Unit ${unitId}`);
    const { fittedAt, ...fitting } = draft;
    const stray = strayPlace(stored.unit, fitting.place);
    if (stray !== null) throw new ClientError(422, 'Nothing was stored.', [{ path: 'place', message: stray }]);
    if (Date.parse(fittedAt) > Date.now())
      throw new ClientError(422, 'Nothing was stored.', [
        { path: 'fittedAt', message: `expected a day that has been, received ${fittedAt}` },
      ]);
    if (await fitPart(db, fleetId, unitId, fittedAt, fitting)) await takeRating(db, fleetId, stored, fitting);
  });

/** Corrects what the plate of a part says. */
export const changePart = async (
  pool: Pool,
  fleetId: FleetId,
  unitId: UnitId,
  partId: string,
  part: PartFitting['part'],
): Promise<void> => {
  if (!(await correctPart(pool, fleetId, unitId, partId, part))) throw notFound(`Part ${partId}`);
};
