import { entriesOf, type ResultLine } from '@vaktman/contract';
import { type FleetId, classRules } from '@vaktman/core';
import { v5 } from 'uuid';
import { applyEntries } from '../batch/applyBatch';
import { deviceClock } from '../batch/entryTime';
import type { Queryable } from '../database/pool';
import { loadFleet } from '../fleet/fleetStore';
import { ClientError } from '../http/problem';
import { loadUnit, type StoredUnit } from '../unit/unitStore';
import { resultVisit } from './resultVisit';

/**
 * Takes visits of somebody else's record in, within a transaction: each judged as the fleet judges, and closed.
 * @throws {ClientError} 409 naming the row of the list that cannot be
 */
export const takeResults = async (
  db: Queryable,
  fleetId: FleetId,
  importId: string,
  fileName: string,
  results: readonly ResultLine[],
): Promise<void> => {
  const fleet = await loadFleet(db, fleetId);
  if (fleet === null) throw new Error('The fleet is gone in its own transaction.');
  const units = new Map<string, StoredUnit | null>();
  for (const [index, result] of results.entries()) {
    const { unit: unitId } = result.visit;
    if (!units.has(unitId)) units.set(unitId, await loadUnit(db, fleetId, unitId));
    const stored = units.get(unitId) ?? null;
    const refused = (field: string, message: string): ClientError =>
      new ClientError(409, 'Nothing was stored.', [{ path: `results[${index}].${field}`, message }]);
    if (stored === null) throw refused('visit.unit', `expected a unit that is on record, received ${unitId}`);
    const parsed = resultVisit(result, {
      importId,
      fileName,
      unit: stored.unit,
      profile: stored.profile ?? fleet.profile,
      timeZone: fleet.timeZone,
      ...classRules(fleet.classes, stored.card.class ?? ''),
    });
    if (!parsed.ok) {
      const [problem] = parsed.problems;
      throw refused(problem?.path ?? 'visit', problem?.message ?? 'expected a visit');
    }
    const entries = entriesOf(parsed.value, (name) => v5(name, importId));
    await applyEntries(db, fleetId, entries, { clock: deviceClock({}, Date.now()), makers: null });
  }
};
