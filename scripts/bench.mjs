// Runs the benchmarks as the product runs: bundled, not through the development loader, which slows every closure.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensurePackages } from './setup/packages.mjs';
import { root } from './setup/root.mjs';

ensurePackages();
const [which = 'run', ...rest] = process.argv.slice(2);
const outfile = join(root, `dist/bench/${which}.mjs`);
const { bundleForNode } = await import('./setup/bundling.mjs');
await bundleForNode({
  entryPoints: [join(root, `scripts/bench/${which}.ts`)],
  outfile,
  external: [join(root, 'scripts/setup/*')],
});
process.exit(spawnSync(process.execPath, [outfile, ...rest], { cwd: root, stdio: 'inherit' }).status ?? 1);
