import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

const PROGRAM = '/usr/bin/chromium';
const INSTALL_COMMAND = 'apt-get update && apt-get install -y --no-install-recommends chromium';

/** Debian's Chromium for the interface tests, installed when missing. As an ordinary user the command is told instead. */
export function ensureChromium() {
  if (existsSync(PROGRAM)) return PROGRAM;
  if (process.getuid?.() !== 0)
    throw new Error(
      `Chromium is not installed. Run this once, then test again:\n\n    sudo sh -c '${INSTALL_COMMAND}'\n`,
    );
  process.stderr.write("Installing Chromium from Debian's packages ...\n");
  const result = spawnSync('sh', ['-c', INSTALL_COMMAND], {
    stdio: ['ignore', 'ignore', 2],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
  if (result.status !== 0 || !existsSync(PROGRAM))
    throw new Error(`Chromium could not be installed with: ${INSTALL_COMMAND}`);
  return PROGRAM;
}
