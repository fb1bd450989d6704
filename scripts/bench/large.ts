// Fills a database with years of a large fleet and measures how quickly its sheets are served: npm run bench:large
import { demoArchive } from '@vaktman/demo';
import { importArchive, migrate, openPool, UNHURRIED } from '@vaktman/server';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { dataFolder, freePort, startPostgres } from '../setup/postgres.mjs';
import { startServer } from '../setup/server.mjs';
import { growFleet, servedP95Ms } from './watch';

const UNITS = 10_000;
const readings = Number(process.argv[2] ?? 32_000_000);
/** Times each reading of a demo visit is taken, so that a visit has about sixty. */
const RETAKES = 2.3;
/** About so many readings has a visit of the demo, and so many visits a unit. */
const READINGS_A_VISIT = 26.6;
const VISITS_A_UNIT = 7.4;

const FILL = [
  // Facts of a generator need no check one by one, and indexes are quicker made at the end.
  'SET session_replication_role = replica',
  'SET statement_timeout = 0',
  "SET maintenance_work_mem = '2GB'",
  'ALTER TABLE reading DROP CONSTRAINT reading_pkey',
  'DROP INDEX reading_by_visit',
  `CREATE UNLOGGED TABLE made AS
     SELECT u.fleet_id, u.unit_id, v.visit_id AS source, gen_random_uuid() AS visit_id, v.started_at AS was,
            v.started_at - k * interval '37 days' AS started_at
     FROM unit u JOIN visit v ON v.unit_id = substring(u.unit_id from '^[A-Z]+-[0-9]+') CROSS JOIN generate_series(1, $times) AS k`,
  `INSERT INTO visit (fleet_id, visit_id, unit_id, started_at, head, method, unit)
     SELECT m.fleet_id, m.visit_id, m.unit_id, m.started_at, v.head, v.method, v.unit FROM made m JOIN visit v ON v.visit_id = m.source`,
  `INSERT INTO visit_summary (fleet_id, visit_id, unit_id, started_at, closed_at, technician, disposition, headline, finding_count, kind, body)
     SELECT m.fleet_id, m.visit_id, m.unit_id, m.started_at, m.started_at, s.technician, s.disposition, s.headline, s.finding_count, s.kind, s.body
     FROM made m JOIN visit_summary s ON s.visit_id = m.source`,
  `INSERT INTO reading (fleet_id, reading_id, visit_id, step, point, taken_at, taken_by, body)
     SELECT m.fleet_id,
            (lpad(to_hex((extract(epoch FROM m.started_at) * 1000)::bigint), 12, '0') || substr(replace(gen_random_uuid()::text, '-', ''), 13))::uuid,
            m.visit_id, r.step, r.point, m.started_at + (r.taken_at - m.was), r.taken_by, r.body
     FROM made m JOIN reading r ON r.visit_id = m.source CROSS JOIN generate_series(1, 3) AS n
     WHERE n < 3 OR r.step LIKE 'look.joint'
     LIMIT $readings`,
  'ALTER TABLE reading ADD PRIMARY KEY (fleet_id, reading_id)',
  'CREATE INDEX reading_by_visit ON reading (fleet_id, visit_id, taken_at)',
  'DROP TABLE made',
  'ANALYZE',
  'SET session_replication_role = DEFAULT',
];

const folder = mkdtempSync(join(tmpdir(), 'vaktman-large-'));
const database = await startPostgres(dataFolder(folder), { durable: false });
try {
  const pool = openPool(database.url, () => undefined, 10, UNHURRIED);
  await migrate(pool, join(process.cwd(), 'server/src/database/migrations'));
  await importArchive(pool, demoArchive());
  await growFleet(pool, UNITS);
  const times = Math.ceil(readings / (RETAKES * READINGS_A_VISIT * VISITS_A_UNIT * UNITS));
  const client = await pool.connect();
  for (const statement of FILL) {
    const started = performance.now();
    await client.query(statement.replace('$times', String(times)).replace('$readings', String(readings)));
    console.log(
      `${((performance.now() - started) / 1000).toFixed(0).padStart(5)} s  ${statement.slice(0, 70).split('\n')[0]}`,
    );
  }
  const { rows } = await client.query<{ readings: string; visits: string; size: string }>(
    `SELECT (SELECT count(*) FROM reading)::text AS readings, (SELECT count(*) FROM visit)::text AS visits,
            pg_size_pretty(pg_database_size(current_database())) AS size`,
  );
  console.log(rows[0]);
  const { rows: some } = await client.query<{ unitId: string }>(
    'SELECT unit_id AS "unitId" FROM unit ORDER BY md5(unit_id) LIMIT 320',
  );
  client.release();
  await pool.end();
  const port = (await freePort()) as number;
  const server = await startServer({ databaseUrl: database.url, port });
  const units = some.map(({ unitId }) => `/api/units/${encodeURIComponent(unitId)}`);
  console.log(`unit, p95             ${(await servedP95Ms(port, units)).toFixed(1)} ms   aim under 50 ms`);
  console.log(
    `its history, p95      ${(
      await servedP95Ms(
        port,
        units.map((path) => `${path}/history`),
      )
    ).toFixed(1)} ms   aim under 50 ms`,
  );
  console.log(
    `watch, p95            ${(
      await servedP95Ms(
        port,
        units.map(() => '/api/watch'),
      )
    ).toFixed(1)} ms   aim under 50 ms`,
  );
  await server.stop();
} finally {
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
}
