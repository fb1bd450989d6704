import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

/** Programs the tests use, by the Debian package that brings each. */
const TOOLS = {
  chromium: '/usr/bin/chromium',
  'poppler-utils': '/usr/bin/pdftotext',
  ngspice: '/usr/bin/ngspice',
  'nginx-light': '/usr/sbin/nginx',
  openssl: '/usr/bin/openssl',
  patroni: '/usr/bin/patroni',
  'python3-etcd': '/usr/lib/python3/dist-packages/etcd/__init__.py',
  'etcd-server': '/usr/bin/etcd',
  haproxy: '/usr/sbin/haproxy',
};

/**
 * Debian's programs for the tests, installed when missing. As an ordinary user the command is told instead.
 * @returns their paths by package
 */
export function ensureTools(packages = Object.keys(TOOLS)) {
  const missing = packages.filter((name) => !existsSync(TOOLS[name]));
  if (missing.length === 0) return TOOLS;
  const command = `apt-get update && apt-get install -y --no-install-recommends ${missing.join(' ')}`;
  if (process.getuid?.() !== 0)
    throw new Error(
      `Not installed: ${missing.join(', ')}. Run this once, then try again:\n\n    sudo sh -c '${command}'\n`,
    );
  process.stderr.write(`Installing ${missing.join(', ')} from Debian's packages ...\n`);
  const result = spawnSync('sh', ['-c', command], {
    stdio: ['ignore', 'ignore', 2],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
  if (result.status !== 0 || missing.some((name) => !existsSync(TOOLS[name])))
    throw new Error(`${missing.join(', ')} could not be installed with: ${command}`);
  return TOOLS;
}
