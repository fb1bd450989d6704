// Tests everything from nothing: types, lint, format, doors, units and server on a real PostgreSQL, the interface in Chromium.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensurePackages } from './setup/packages.mjs';
import { root } from './setup/root.mjs';

ensurePackages();
const { ensureTools } = await import('./setup/tools.mjs');
const { dataFolder, startPostgres } = await import('./setup/postgres.mjs');

const ROOMS = ['core', 'core/tsconfig.test.json', 'contract', 'server', 'demo', 'web', 'e2e', 'scripts'];
const reports = mkdtempSync(join(tmpdir(), 'vaktman-test-'));
const bin = (name) => join(root, 'node_modules/.bin', name);
let passed = 0;
let failed = 0;

const say = (text) => process.stdout.write(`${text}\n`);
const run = (command, args, env = {}) =>
  spawnSync(command, args, { cwd: root, stdio: ['ignore', 'inherit', 'inherit'], env: { ...process.env, ...env } })
    .status;

/** A check that passes or fails as a whole. */
const check = (name, command, args) => {
  const status = run(command, args);
  if (status === 0) passed += 1;
  else failed += 1;
  say(`${status === 0 ? 'passed' : 'FAILED'}: ${name}`);
};

/** Adds a runner's own counts; a runner that wrote no report, or failed without a failed test, counts as one failure. */
const tally = (name, status, file, read) => {
  if (!existsSync(file)) {
    failed += 1;
    say(`FAILED: ${name} wrote no report`);
    return;
  }
  const counts = read(JSON.parse(readFileSync(file, 'utf8')));
  passed += counts.passed;
  failed += counts.failed === 0 && status !== 0 ? 1 : counts.failed;
  if (counts.passed + counts.failed === 0) failed += 1;
  say(`${name}: ${counts.passed} passed, ${counts.failed} failed`.replace(',', ' and'));
};

let database = null;
try {
  const { chromium } = ensureTools();
  for (const room of ROOMS) check(`types of ${room}`, bin('tsc'), ['-p', room]);
  check('lint', bin('eslint'), ['.']);
  check('format', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
  check('doors between the rooms', bin('depcruise'), [
    'core',
    'contract',
    'server',
    'web/src',
    'demo',
    'e2e',
    'scripts',
    '--config',
    '.dependency-cruiser.cjs',
  ]);

  check('what nothing uses', bin('knip'), []);

  rmSync(join(root, '.test-data'), { recursive: true, force: true });
  const data = dataFolder(join(root, '.test-data'));
  rmSync(join(data, 'postgres'), { recursive: true, force: true });
  database = await startPostgres(data, { durable: false });
  const env = { TEST_DATABASE_URL: database.adminUrl, CHROMIUM: chromium, TZ: 'Europe/Oslo' };

  const units = join(reports, 'units.json');
  const unitStatus = run(
    bin('vitest'),
    ['run', '--reporter=dot', '--reporter=json', `--outputFile.json=${units}`],
    env,
  );
  tally('units and server', unitStatus, units, (report) => ({
    passed: report.numPassedTests,
    failed: report.numFailedTests + report.numFailedTestSuites * (report.numFailedTests === 0 ? 1 : 0),
  }));

  check('build', process.execPath, ['scripts/build.mjs']);
  const interfaces = join(reports, 'interface.json');
  const interfaceStatus = run(bin('playwright'), ['test', '--config', 'e2e/playwright.config.ts'], {
    ...env,
    PLAYWRIGHT_JSON_OUTPUT_NAME: interfaces,
  });
  tally('interface', interfaceStatus, interfaces, ({ stats }) => ({
    passed: stats.expected + stats.flaky,
    failed: stats.unexpected,
  }));
} catch (error) {
  failed += 1;
  process.stderr.write(`${error instanceof Error ? error.stack : String(error)}\n`);
} finally {
  await database?.stop();
  rmSync(reports, { recursive: true, force: true });
}
say('');
say(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
