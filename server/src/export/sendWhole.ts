import type { FleetId } from '@vaktman/core';
import QueryStream from 'pg-query-stream';
import { Readable } from 'node:stream';
import type { Pool, Queryable } from '../database/pool';
import { FACT_TABLES, WHOLE_FORMAT, WHOLE_VERSION, type WholeManifest } from './wholeRecord';

/** Rows of ordinary tables fetched at once, and of those that carry pictures and traces. */
const AT_ONCE = 500;
const FEW = 4;
const BIG: ReadonlySet<string> = new Set(['visit_picture', 'visit_trace']);
/** A table of many millions of rows takes as long as it takes. */
const LONGEST_MS = 2_000_000_000;

/** What a table holds of one fleet: its rows counted, and its columns in the order of their names. */
const described = async (db: Queryable, fleetId: FleetId, table: string): Promise<WholeManifest['tables'][string]> => {
  const { rows: columns } = await db.query<{ name: string }>(
    `SELECT attname AS name FROM pg_attribute WHERE attrelid = $1::regclass AND attnum > 0 AND NOT attisdropped ORDER BY attname`,
    [table],
  );
  const { rows: counted } = await db.query<{ rows: number }>(
    `SELECT count(*)::int AS rows FROM ${table} WHERE fleet_id = $1`,
    [fleetId],
  );
  return { rows: counted[0]?.rows ?? 0, columns: columns.map(({ name }) => name) };
};

async function* linesOf(pool: Pool, fleetId: FleetId, made: string): AsyncGenerator<string> {
  const client = await pool.connect();
  let broken: Error | undefined;
  const onLost = (error: Error): void => {
    broken = error;
  };
  client.on('error', onLost);
  try {
    // One moment for all of it, however long it takes to send.
    await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
    await client.query(
      `SET LOCAL statement_timeout = 0; SET LOCAL idle_in_transaction_session_timeout = 0; SET LOCAL timezone = 'UTC'`,
    );
    const tables: Record<string, WholeManifest['tables'][string]> = {};
    for (const { table } of FACT_TABLES) tables[table] = await described(client, fleetId, table);
    const manifest: WholeManifest = { format: WHOLE_FORMAT, version: WHOLE_VERSION, made, tables };
    yield `${JSON.stringify(manifest)}\n`;
    for (const { table, key } of FACT_TABLES) {
      const rows = new QueryStream(
        `SELECT to_jsonb(t)::text AS line FROM ${table} t WHERE fleet_id = $1 ORDER BY ${key}`,
        [fleetId],
        { batchSize: BIG.has(table) ? FEW : AT_ONCE },
      );
      client.query(Object.assign(rows, { query_timeout: LONGEST_MS }));
      for await (const { line } of rows as AsyncIterable<{ line: string }>)
        yield `{"table":"${table}","row":${line}}\n`;
    }
    await client.query('COMMIT');
  } catch (error) {
    broken ??= error instanceof Error ? error : new Error(String(error));
    throw error;
  } finally {
    client.off('error', onLost);
    // Whoever stopped listening left a transaction open: the connection is not given back.
    client.release(broken ?? true);
  }
}

/**
 * Everything that is known of a fleet as lines of JSON, a manifest first. Sent as it is read: what is in memory at once
 * does not grow with the fleet.
 * @param made moment told in the manifest, ISO 8601
 */
export const wholeRecord = (pool: Pool, fleetId: FleetId, made: string): ReadableStream =>
  Readable.toWeb(Readable.from(linesOf(pool, fleetId, made), { objectMode: false })) as ReadableStream;
