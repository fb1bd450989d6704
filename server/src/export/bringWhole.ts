import { createInterface } from 'node:readline';
import { Readable } from 'node:stream';
import * as z from 'zod';
import { withTransaction, type Pool, type Queryable } from '../database/pool';
import { sqlState } from '../database/sqlState';
import { findFleetId, holdBeginning } from '../fleet/fleetStore';
import { ClientError } from '../http/problem';
import { FACT_TABLES, WHOLE_FORMAT, WHOLE_VERSION } from './wholeRecord';

const manifestSchema = z.object({
  format: z.literal(WHOLE_FORMAT),
  version: z.literal(WHOLE_VERSION),
  made: z.string(),
  tables: z.record(z.string(), z.object({ rows: z.int().nonnegative(), columns: z.array(z.string()) })),
});
type Manifest = z.infer<typeof manifestSchema>;

/** Rows put in by one statement, as many and as much text as are held at once. */
const AT_ONCE = 500;
const MOST_TEXT = 4_000_000;
/** As it is written here: the row stands in the line letter for letter, so that no figure is written anew. */
const LINE = /^\{"table":"([a-z_]+)","row":(\{.*\})\}$/;
/** Errors of the class of data: what was sent is at fault, not the server. */
const OF_DATA = /^(22|23|42)/;

const refused = (line: number, message: string, cause?: unknown): ClientError =>
  new ClientError(422, 'Nothing was brought here.', [{ path: `line ${line}`, message }], { cause });

const manifestOf = (text: string | undefined): Manifest => {
  try {
    return manifestSchema.parse(JSON.parse(text ?? ''));
  } catch (error) {
    throw refused(1, 'expected the first line of a whole record, as the export writes it', error);
  }
};

/** What is in the file and not here: it was written by a newer program. */
const refuseNewer = async (db: Queryable, { tables }: Manifest): Promise<void> => {
  const known = new Set<string>(FACT_TABLES.map(({ table }) => table));
  for (const [table, { columns }] of Object.entries(tables)) {
    if (!known.has(table))
      throw refused(1, `${table} is not known here; expected a file of this version or an older one`);
    const { rows } = await db.query<{ name: string }>(
      `SELECT attname AS name FROM pg_attribute WHERE attrelid = $1::regclass AND attnum > 0 AND NOT attisdropped`,
      [table],
    );
    const here = new Set(rows.map(({ name }) => name));
    const unknown = columns.find((column) => !here.has(column));
    if (unknown !== undefined)
      throw refused(1, `${table}.${unknown} is not known here; expected a file of this version or an older one`);
  }
};

const insertRows = async (
  db: Queryable,
  table: string,
  columns: readonly string[],
  rows: readonly string[],
): Promise<void> => {
  const named = columns.map((column) => `"${column}"`).join(', ');
  await db.query(
    `INSERT INTO ${table} (${named}) OVERRIDING SYSTEM VALUE
     SELECT ${named} FROM jsonb_populate_recordset(NULL::${table}, $1::jsonb)
     ON CONFLICT DO NOTHING`,
    [`[${rows.join(',')}]`],
  );
};

/** Rows of one table that wait to be put in. */
interface Waiting {
  readonly table: string;
  readonly firstLine: number;
  readonly rows: string[];
  text: number;
}

const putIn = async (db: Queryable, { tables }: Manifest, { table, firstLine, rows }: Waiting): Promise<void> => {
  const columns = tables[table]?.columns;
  if (columns === undefined) throw refused(firstLine, `${table} is not named in the first line`);
  try {
    await insertRows(db, table, columns, rows);
  } catch (error) {
    if (!OF_DATA.test(sqlState(error) ?? '')) throw error;
    const last = firstLine + rows.length - 1;
    throw refused(firstLine, `${table}, lines ${firstLine} to ${last}: ${(error as Error).message}`, error);
  }
};

const checkCounts = async (db: Queryable, { tables }: Manifest): Promise<void> => {
  for (const [table, { rows: told }] of Object.entries(tables)) {
    const { rows } = await db.query<{ count: number }>(`SELECT count(*)::int AS count FROM ${table}`);
    const count = rows[0]?.count ?? 0;
    if (count !== told)
      throw new ClientError(422, 'Nothing was brought here.', [
        { path: table, message: `expected ${told} rows by the first line, received ${count}; the file is not whole` },
      ]);
  }
};

/**
 * Fills an empty database from a whole record, in one transaction: all of it, or nothing.
 * @param body the file, read as it comes
 * @returns rows that were put in
 * @throws {ClientError} 409 when there is a fleet, 422 with the line and what was expected
 */
export const bringWhole = async (pool: Pool, body: ReadableStream): Promise<number> =>
  withTransaction(pool, async (db) => {
    await db.query(
      `SELECT set_config('statement_timeout', '0', true), set_config('idle_in_transaction_session_timeout', '0', true),
              set_config('vaktman.tells_nothing', 'yes', true), set_config('vaktman.brings_all', 'yes', true),
              set_config('timezone', 'UTC', true)`,
    );
    await holdBeginning(db);
    if ((await findFleetId(db)) !== null)
      throw new ClientError(409, 'There is a fleet here already. Nothing was stored.');
    const lines = createInterface({ input: Readable.fromWeb(body as never), crlfDelay: Infinity })[
      Symbol.asyncIterator
    ]();
    const first = await lines.next();
    const manifest = manifestOf(first.done === true ? undefined : first.value);
    await refuseNewer(db, manifest);
    let waiting: Waiting | null = null;
    let [at, count] = [1, 0];
    for (let next = await lines.next(); next.done !== true; next = await lines.next()) {
      at += 1;
      if (next.value === '') continue;
      const match = LINE.exec(next.value);
      if (match === null) throw refused(at, 'expected {"table":...,"row":{...}}');
      const [, table = '', row = ''] = match;
      if (waiting !== null && (waiting.table !== table || waiting.rows.length >= AT_ONCE || waiting.text > MOST_TEXT)) {
        await putIn(db, manifest, waiting);
        waiting = null;
      }
      waiting ??= { table, firstLine: at, rows: [], text: 0 };
      waiting.rows.push(row);
      waiting.text += row.length;
      count += 1;
    }
    if (waiting !== null) await putIn(db, manifest, waiting);
    await checkCounts(db, manifest);
    await db.query(
      `SELECT setval(pg_get_serial_sequence('change_entry', 'entry_id'), greatest((SELECT max(entry_id) FROM change_entry), 1))`,
    );
    // Everything computed is made anew from the facts, also when the server ends before it is done.
    await db.query('DELETE FROM projection');
    return count;
  });
