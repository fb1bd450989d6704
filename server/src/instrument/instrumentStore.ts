import type { InstrumentDraft, InstrumentRow } from '@vaktman/contract';
import type { FleetId, Instrument } from '@vaktman/core';
import type { Queryable } from '../database/pool';

/** Everything the shop reads with, by kind and name; what is no longer used comes last. */
export const listInstruments = async (db: Queryable, fleetId: FleetId): Promise<InstrumentRow[]> => {
  const { rows } = await db.query<InstrumentRow>(
    `SELECT instrument_id AS "instrumentId", description AS instrument, retired FROM instrument WHERE fleet_id = $1
     ORDER BY retired, array_position(ARRAY['meter', 'clamp', 'pile', 'tester', 'hydrometer'], description ->> 'kind'), lower(name)`,
    [fleetId],
  );
  return rows;
};

export const insertInstrument = async (
  db: Queryable,
  fleetId: FleetId,
  instrumentId: string,
  instrument: Instrument,
): Promise<void> => {
  await db.query('INSERT INTO instrument (fleet_id, instrument_id, name, description) VALUES ($1, $2, $3, $4)', [
    fleetId,
    instrumentId,
    instrument.name,
    JSON.stringify(instrument),
  ]);
};

/** False when nothing has the id. */
export const updateInstrument = async (
  db: Queryable,
  fleetId: FleetId,
  instrumentId: string,
  { instrument, retired }: InstrumentDraft,
): Promise<boolean> => {
  const { rowCount } = await db.query(
    'UPDATE instrument SET name = $3, description = $4, retired = $5 WHERE fleet_id = $1 AND instrument_id = $2',
    [fleetId, instrumentId, instrument.name, JSON.stringify(instrument), retired],
  );
  return rowCount === 1;
};
