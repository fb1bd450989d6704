// Tests everything from nothing: types, lint, format, doors, units and server on a real PostgreSQL, the interface in Chromium.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { ensurePackages } from './setup/packages.mjs';
import { root } from './setup/root.mjs';

// Debian's programs come while npm unpacks its packages, which takes one core a minute.
const programs = once(
  spawn(process.execPath, [new URL('./setup/fetchPrograms.mjs', import.meta.url).pathname], {
    stdio: ['ignore', 2, 2],
  }),
  'close',
);
ensurePackages();
await programs;
const { BROWSER, ensureTools } = await import('./setup/tools.mjs');
const { dataFolder, startPostgres } = await import('./setup/postgres.mjs');
const { bundleRooms } = await import('../e2e/bundleRooms.mjs');

/**
 * Rooms whose types are checked in one go: by themselves, each would check the rooms below it once more. One checker each:
 * several are under way at once anyhow, and each checker begins from nothing.
 */
const types = (rooms, config) => [`types of ${rooms}`, bin('tsc'), ['-p', config, '--checkers', '1']];
const reports = mkdtempSync(join(tmpdir(), 'vaktman-test-'));
const bin = (name) => join(root, 'node_modules/.bin', name);
let passed = 0;
/** What failed, by name; told once more at the end, since a long run is read from its last lines. */
const failed = [];

const say = (text) => process.stdout.write(`${text}\n`);
/** Runs a command to its end. This process goes on meanwhile: a database whose lines nobody took would stand still. */
const run = (command, args, env = {}) =>
  new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: root,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    });
    child.on('error', (error) => {
      process.stderr.write(`${error.message}\n`);
      resolve(1);
    });
    child.on('close', (status) => resolve(status ?? 1));
  });

/** Runs a command beside others: what it says is handed over once it is done. */
const runQuietly = (command, args, env = {}) =>
  new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: root,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, ...env },
    });
    const said = [];
    child.stdout.setEncoding('utf8').on('data', (chunk) => said.push(chunk));
    child.stderr.setEncoding('utf8').on('data', (chunk) => said.push(chunk));
    child.on('error', (error) => said.push(`${error.message}\n`));
    child.on('close', (status) => resolve({ status: status ?? 1, said: said.join('') }));
  });

/** A check that passes or fails as a whole; what it says is shown where it failed. */
const check = async (name, command, args) => {
  const { status, said } = await runQuietly(command, args);
  if (status === 0) passed += 1;
  else {
    failed.push(name);
    process.stdout.write(said);
  }
  say(`${status === 0 ? 'passed' : 'FAILED'}: ${name}`);
};

/** Checks that do not ask for one another, as many at once as there are cores. */
const checkAll = async (checks) => {
  const waiting = [...checks];
  const worker = async () => {
    for (let next = waiting.shift(); next !== undefined; next = waiting.shift()) await check(...next);
  };
  await Promise.all(Array.from({ length: Math.max(1, availableParallelism()) }, worker));
};

/** Adds a runner's own counts; a runner that wrote no report, or failed without a failed test, counts as one failure. */
const tally = (name, status, file, read) => {
  if (!existsSync(file)) return void failed.push(`${name} wrote no report`);
  const counts = read(JSON.parse(readFileSync(file, 'utf8')));
  passed += counts.passed;
  failed.push(...counts.failed);
  if (counts.failed.length === 0 && status !== 0) failed.push(`${name} ended with ${status}`);
  if (counts.passed + counts.failed.length === 0) failed.push(`${name} ran nothing`);
  say(`${name}: ${counts.passed} passed and ${counts.failed.length} failed`);
};

/** The ten tests that took longest, for whoever wants the whole to be quicker. */
const took = [];
const slowest = () => {
  say('slowest:');
  for (const { seconds, name } of took.sort((a, b) => b.seconds - a.seconds).slice(0, 10))
    say(`${seconds.toFixed(1).padStart(7)} s  ${name}`);
};

const unitTests = async (env) => {
  const units = join(reports, 'units.json');
  const status = await run(
    bin('vitest'),
    ['run', '--reporter=dot', '--reporter=json', `--outputFile.json=${units}`],
    env,
  );
  tally('units and server', status, units, (report) => {
    const fellHere = [];
    for (const { assertionResults, name, status: outcome } of report.testResults) {
      const fellInFile = assertionResults.filter((result) => result.status === 'failed');
      // A file that fails without a failed test did not load, or its setting up or clearing away failed.
      if (outcome === 'failed' && fellInFile.length === 0) fellHere.push(relative(root, name));
      for (const { fullName } of fellInFile) fellHere.push(`${relative(root, name)}: ${fullName}`);
      for (const { duration, fullName } of assertionResults)
        took.push({ seconds: (duration ?? 0) / 1000, name: fullName });
    }
    return { passed: report.numPassedTests, failed: fellHere };
  });
};

const specsIn = ({ suites = [], specs = [] }) => [...specs, ...suites.flatMap(specsIn)];
const browserReport = (part) => join(reports, `${part}.json`);
const browserEnv = (env, part) => ({
  ...env,
  PLAYWRIGHT_JSON_OUTPUT_NAME: browserReport(part),
  // Each part clears away what it left before.
  BROWSER_TEST_OUTPUT: join(root, '.test-data', part),
  ROOMS_ARE_BUNDLED: 'yes',
});
const browserTests = (part, ...options) => [
  bin('playwright'),
  ['test', ...['--config', 'e2e/playwright.config.ts', ...options], `--project=${part}`],
];
const tallyBrowser = (part, outcome) =>
  tally(`interface, ${part}`, outcome, browserReport(part), (report) => {
    const fellHere = [];
    for (const { title, tests } of specsIn(report))
      for (const { results, status } of tests) {
        if (status === 'unexpected') fellHere.push(title);
        took.push({ seconds: (results[0]?.duration ?? 0) / 1000, name: title });
        if (status === 'flaky') say(`passed only the second time: ${title}`);
      }
    return { passed: report.stats.expected + report.stats.flaky, failed: fellHere };
  });

let database = null;
try {
  const tools = ensureTools();
  const doors = ['core', 'contract', 'server', 'web/src', 'demo', 'e2e', 'scripts'];
  rmSync(join(root, '.test-data'), { recursive: true, force: true });
  const data = dataFolder(join(root, '.test-data'));
  rmSync(join(data, 'postgres'), { recursive: true, force: true });
  // Those that take longest first: one that begins last is waited for on one core.
  const checks = checkAll([
    types('web', 'web'),
    ['doors between the rooms', bin('depcruise'), [...doors, '--config', '.dependency-cruiser.cjs']],
    ['build', process.execPath, ['scripts/build.mjs']],
    types('the server, and tests of core', 'tsconfig.server.json'),
    ['what nothing uses', bin('knip'), []],
    types('browser tests and scripts', 'tsconfig.driving.json'),
    types('core, contract and demo', 'tsconfig.plain.json'),
    ['format', bin('oxfmt'), ['--check']],
    ['lint', bin('oxlint'), ['--deny-warnings']],
  ]);
  // Nothing asks it yet: it is made meanwhile.
  database = await startPostgres(data, { durable: false });
  await checks;
  const env = { TEST_DATABASE_URL: database.adminUrl, CHROMIUM: tools[BROWSER], TZ: 'Europe/Oslo' };

  await bundleRooms();
  // Tests of processes wait for them most of the time: the others go on beside them, one kind after the other.
  const processes = runQuietly(...browserTests('processes', '--workers=1'), browserEnv(env, 'processes'));
  await unitTests(env);
  const pages = await run(...browserTests('pages'), browserEnv(env, 'pages'));
  const { status, said } = await processes;
  process.stdout.write(said);
  tallyBrowser('processes', status);
  tallyBrowser('pages', pages);
  slowest();
} catch (error) {
  failed.push(error instanceof Error ? error.message : String(error));
  process.stderr.write(`${error instanceof Error ? error.stack : String(error)}\n`);
} finally {
  await database?.stop();
  rmSync(reports, { recursive: true, force: true });
}
for (const name of failed) say(`FAILED: ${name}`);
say('');
say(`${passed} passed, ${failed.length} failed`);
process.exit(failed.length === 0 ? 0 : 1);
