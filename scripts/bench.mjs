// Runs the benchmarks as the product runs: bundled, not through the development loader, which slows every closure.
import { build } from 'esbuild';
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensurePackages } from './setup/packages.mjs';
import { root } from './setup/root.mjs';

ensurePackages();
const [which = 'run', ...rest] = process.argv.slice(2);
const outfile = join(root, `dist/bench/${which}.mjs`);
await build({
  entryPoints: [join(root, `scripts/bench/${which}.ts`)],
  outfile,
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  logLevel: 'error',
  external: [
    'pdfmake',
    'pg',
    'pg-query-stream',
    'papaparse',
    'ics',
    'yazl',
    'pino',
    'hono',
    'hono/*',
    '@hono/*',
    'zod',
    'uuid',
    'yauzl',
    'prom-client',
    '@node-rs/*',
    '@zxcvbn-ts/*',
    '@playwright/test',
    join(root, 'scripts/setup/*'),
  ],
});
process.exit(spawnSync(process.execPath, [outfile, ...rest], { cwd: root, stdio: 'inherit' }).status ?? 1);
