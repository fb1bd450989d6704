import type { FleetId } from '@vaktman/core';
import { placeForecastSchema, typedNightSchema, type Night, type Weather } from '@vaktman/contract';
import { Hono } from 'hono';
import { withTransaction, type Pool } from '../database/pool';
import { sqlState } from '../database/sqlState';
import { checkedBody } from '../http/body';
import { ClientError } from '../http/problem';

const PATIENCE_MS = 3000;
/** A forecast changes a few times a day; it is asked for again after this. */
const FRESH_MS = 10 * 60_000;
const FOREIGN_KEY_VIOLATION = '23503';

const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** Asks the weather service for the coming nights of a place. @throws when it does not answer as documented */
const askService = async (serviceUrl: string, place: string): Promise<readonly Night[]> => {
  const url = new URL('/nights', serviceUrl);
  url.searchParams.set('place', place);
  const answer = await fetch(url, { signal: AbortSignal.timeout(PATIENCE_MS), redirect: 'error' });
  if (!answer.ok) throw new Error(`answered ${answer.status}`);
  return placeForecastSchema.parse(await answer.json()).nights;
};

/**
 * The coming nights of every yard: what was typed in, else what the weather service says. A service that does not
 * answer is told, and takes nothing away from what was typed.
 * @param serviceUrl address of the service; null when there is none
 */
export const weatherRoutes = (pool: Pool, fleetId: () => Promise<FleetId>, serviceUrl: string | null): Hono => {
  const kept = new Map<string, { readonly at: number; readonly nights: readonly Night[] }>();
  const nightsOf = async (place: string): Promise<readonly Night[]> => {
    const known = kept.get(place);
    if (known !== undefined && Date.now() - known.at < FRESH_MS) return known.nights;
    if (serviceUrl === null) throw new Error('no weather service is set');
    const nights = await askService(serviceUrl, place);
    kept.set(place, { at: Date.now(), nights });
    return nights;
  };
  const routes = new Hono();
  routes.get('/', async (c) => {
    const id = await fleetId();
    const { rows: yards } = await pool.query<{ yardId: string }>(
      'SELECT yard_id AS "yardId" FROM yard WHERE fleet_id = $1 ORDER BY ordinal, yard_id',
      [id],
    );
    const { rows: typed } = await pool.query<{ yardId: string; date: string; lowestC: number }>(
      `SELECT yard_id AS "yardId", night::text AS date, lowest_c AS "lowestC" FROM typed_night
       WHERE fleet_id = $1 AND night >= (now() AT TIME ZONE (SELECT time_zone FROM fleet WHERE fleet_id = $1))::date - 1 ORDER BY night`,
      [id],
    );
    let problem: string | null = null;
    const answer = await Promise.all(
      yards.map(async ({ yardId }): Promise<Weather['yards'][number]> => {
        const own = typed.filter((night) => night.yardId === yardId);
        let service: readonly Night[] = [];
        try {
          service = await nightsOf(yardId);
        } catch (error) {
          problem = `The weather service gives nothing: ${messageOf(error)}. Type the nights in.`;
        }
        const byDate = new Map<string, Weather['yards'][number]['nights'][number]>(
          service.map((night) => [night.date, { ...night, from: 'service' }]),
        );
        for (const { date, lowestC } of own) byDate.set(date, { date, lowestC, from: 'typed' });
        return { yardId, nights: [...byDate.values()].sort((a, b) => (a.date < b.date ? -1 : 1)) };
      }),
    );
    return c.json({ yards: answer, problem } satisfies Weather);
  });
  routes.put('/', async (c) => {
    const { yardId, date, lowestC } = await checkedBody(c, typedNightSchema);
    const id = await fleetId();
    try {
      await withTransaction(pool, async (db) => {
        if (lowestC === null)
          await db.query('DELETE FROM typed_night WHERE fleet_id = $1 AND yard_id = $2 AND night = $3', [
            id,
            yardId,
            date,
          ]);
        else
          await db.query(
            `INSERT INTO typed_night (fleet_id, yard_id, night, lowest_c) VALUES ($1, $2, $3, $4)
             ON CONFLICT (fleet_id, yard_id, night) DO UPDATE SET lowest_c = excluded.lowest_c`,
            [id, yardId, date, lowestC],
          );
      });
    } catch (error) {
      if (sqlState(error) !== FOREIGN_KEY_VIOLATION) throw error;
      throw new ClientError(
        422,
        'Nothing was stored.',
        [{ path: 'yardId', message: `expected a yard of this fleet, received ${yardId}` }],
        { cause: error },
      );
    }
    return c.json({ yardId, date, lowestC });
  });
  return routes;
};
