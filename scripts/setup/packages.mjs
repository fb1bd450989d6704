import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './root.mjs';

const MARK = join(root, 'node_modules', '.vaktman-lock');

/** Installs the npm packages of the lock file when they are missing or another lock file was installed. */
export function ensurePackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  if (existsSync(MARK) && readFileSync(MARK, 'utf8') === lock) return;
  process.stderr.write('Installing npm packages ...\n');
  const result = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    stdio: ['ignore', 2, 2],
  });
  if (result.status !== 0) {
    throw new Error(
      `npm ci ended with ${result.status ?? result.signal}. Expected the packages of package-lock.json to install.`,
    );
  }
  writeFileSync(MARK, lock);
}
