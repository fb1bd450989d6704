import pg from 'pg';

/** How the databases begin that hold the demo fleet for copying. */
export const DEMO_TEMPLATE = 'demo_template_';

/** Before a run: what an earlier run of other code left for copying is dropped. */
export const setup = async (): Promise<void> => {
  const url = process.env['TEST_DATABASE_URL'];
  if (url === undefined) return;
  // The driver alone: every run waits for what is imported here.
  const admin = new pg.Client({ connectionString: url });
  await admin.connect();
  const { rows } = await admin.query<{ datname: string }>(
    'SELECT datname FROM pg_database WHERE starts_with(datname, $1)',
    [DEMO_TEMPLATE],
  );
  for (const { datname } of rows) await admin.query(`DROP DATABASE ${datname}`);
  await admin.end();
};
