import type { InstrumentDraft } from '@vaktman/contract';
import type { FleetId } from '@vaktman/core';
import { randomUUID } from 'node:crypto';
import { validate as isUuid } from 'uuid';
import type { Pool } from '../database/pool';
import { sqlState } from '../database/sqlState';
import { ClientError, notFound } from '../http/problem';
import { insertInstrument, updateInstrument } from './instrumentStore';

const UNIQUE_VIOLATION = '23505';

/** Says by its field that another instrument has the name. */
const nameOnce = async <T>({ instrument }: InstrumentDraft, work: () => Promise<T>): Promise<T> => {
  try {
    return await work();
  } catch (error) {
    if (sqlState(error) !== UNIQUE_VIOLATION) throw error;
    throw new ClientError(
      409,
      'Nothing was stored.',
      [{ path: 'instrument.name', message: `${instrument.name} is taken; expected a name no other instrument has` }],
      { cause: error },
    );
  }
};

/** Takes an instrument in. @returns its id @throws {ClientError} 409 when another has the name */
export const addInstrument = async (pool: Pool, fleetId: FleetId, draft: InstrumentDraft): Promise<string> => {
  const instrumentId = randomUUID();
  await nameOnce(draft, () => insertInstrument(pool, fleetId, instrumentId, draft.instrument));
  return instrumentId;
};

/** Changes what is on record of an instrument. @throws {ClientError} 404 when there is none, 409 when another has the name */
export const changeInstrument = async (
  pool: Pool,
  fleetId: FleetId,
  instrumentId: string,
  draft: InstrumentDraft,
): Promise<void> => {
  const isKnown =
    isUuid(instrumentId) && (await nameOnce(draft, () => updateInstrument(pool, fleetId, instrumentId, draft)));
  if (!isKnown) throw notFound(`Instrument ${instrumentId}`);
};
