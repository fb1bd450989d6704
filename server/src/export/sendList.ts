import type { FleetId } from '@vaktman/core';
import QueryStream from 'pg-query-stream';
import { Readable } from 'node:stream';
import type { Pool } from '../database/pool';
import { csvHead, csvLines } from './csv';
import type { ExportList } from './lists';

const AT_ONCE = 500;
const LONGEST_MS = 2_000_000_000;
type Row = readonly (string | number | boolean | null)[];

async function* linesOf(pool: Pool, fleetId: FleetId, { headings, sql }: ExportList): AsyncGenerator<string> {
  const client = await pool.connect();
  let failed: Error | undefined;
  const onLost = (error: Error): void => {
    failed = error;
  };
  client.on('error', onLost);
  try {
    await client.query('SET statement_timeout = 0');
    yield csvHead(headings);
    const stream = new QueryStream(sql, [fleetId], { batchSize: AT_ONCE, rowMode: 'array' });
    client.query(Object.assign(stream, { query_timeout: LONGEST_MS }));
    let waiting: Row[] = [];
    for await (const row of stream as AsyncIterable<Row>) {
      waiting.push(row);
      if (waiting.length < AT_ONCE) continue;
      yield csvLines(waiting);
      waiting = [];
    }
    yield csvLines(waiting);
  } catch (error) {
    failed ??= error instanceof Error ? error : new Error(String(error));
    throw error;
  } finally {
    client.off('error', onLost);
    // Its limits were lifted, and who stopped listening left it in the middle: it is not given back.
    client.release(failed ?? true);
  }
}

/** A list as CSV, sent as it is read. */
export const listAsCsv = (pool: Pool, fleetId: FleetId, list: ExportList): ReadableStream =>
  Readable.toWeb(Readable.from(linesOf(pool, fleetId, list), { objectMode: false })) as ReadableStream;
