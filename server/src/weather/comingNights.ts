import type { FleetId } from '@vaktman/core';
import type { Night, TypedNight, Weather } from '@vaktman/contract';
import { withTransaction, type Pool, type Queryable } from '../database/pool';
import { sqlState } from '../database/sqlState';
import { ClientError } from '../http/problem';
import { listYards } from '../yard/yardStore';
import { keepNight, nightsTyped, type NightTyped } from './nightStore';
import type { WeatherService } from './weatherService';

const FOREIGN_KEY_VIOLATION = '23503';
type YardNights = Weather['yards'][number];

/** Nights of a yard in order: as typed in, else as the service says. */
const joined = (yardId: string, typed: readonly NightTyped[], service: readonly Night[]): YardNights => {
  const byDate = new Map<string, YardNights['nights'][number]>(
    service.map((night) => [night.date, { ...night, from: 'service' }]),
  );
  for (const { date, lowestC } of typed) byDate.set(date, { date, lowestC, from: 'typed' });
  return { yardId, nights: [...byDate.values()].sort((a, b) => (a.date < b.date ? -1 : 1)) };
};

/**
 * The coming nights of every yard: what was typed in, else what the weather service says. A service that does not
 * answer is told, and takes nothing away from what was typed.
 */
export const comingNights = async (db: Queryable, fleetId: FleetId, service: WeatherService): Promise<Weather> => {
  const yards = await listYards(db, fleetId);
  const typed = await nightsTyped(db, fleetId);
  let problem: string | null = null;
  const answer = await Promise.all(
    yards.map(async ({ yardId }) => {
      const nights = await service.nightsOf(yardId).catch((error: unknown): readonly Night[] => {
        const words = error instanceof Error ? error.message : String(error);
        problem = `The weather service gives nothing: ${words}. Type the nights in.`;
        return [];
      });
      return joined(
        yardId,
        typed.filter((night) => night.yardId === yardId),
        nights,
      );
    }),
  );
  return { yards: answer, problem };
};

/** Keeps a night as typed in, or takes it away again. @throws {ClientError} where it is of no yard of this fleet */
export const typeNight = async (pool: Pool, fleetId: FleetId, night: TypedNight): Promise<void> => {
  try {
    await withTransaction(pool, (db) => keepNight(db, fleetId, night));
  } catch (error) {
    if (sqlState(error) !== FOREIGN_KEY_VIOLATION) throw error;
    throw new ClientError(
      422,
      'Nothing was stored.',
      [{ path: 'yardId', message: `expected a yard of this fleet, received ${night.yardId}` }],
      { cause: error },
    );
  }
};
