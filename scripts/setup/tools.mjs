import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

/** The browser of the tests: without windows, and a third quicker for it. */
export const BROWSER = 'chromium-headless-shell';

/** Programs the tests use, by the Debian package that brings each. */
const TOOLS = {
  [BROWSER]: '/usr/bin/chromium-headless-shell',
  'poppler-utils': '/usr/bin/pdftotext',
  ngspice: '/usr/bin/ngspice',
  'nginx-light': '/usr/sbin/nginx',
  openssl: '/usr/bin/openssl',
  patroni: '/usr/bin/patroni',
  'python3-etcd': '/usr/lib/python3/dist-packages/etcd/__init__.py',
  'etcd-server': '/usr/bin/etcd',
  haproxy: '/usr/sbin/haproxy',
};
/** What does the same where the first is not to be had. */
const INSTEAD = { [BROWSER]: '/usr/bin/chromium' };

const pathOf = (name) => [TOOLS[name], INSTEAD[name]].find((path) => path !== undefined && existsSync(path));
const commandFor = (names) => `apt-get update && apt-get install -y --no-install-recommends ${names.join(' ')}`;

const install = (names) => {
  process.stderr.write(`Installing ${names.join(', ')} from Debian's packages ...\n`);
  spawnSync('sh', ['-c', commandFor(names)], {
    stdio: ['ignore', 'ignore', 2],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
};

/**
 * Debian's programs for the tests, installed when missing. As an ordinary user the command is told instead.
 * @returns their paths by package
 * @throws {Error} with the command, when one cannot be had
 */
export function ensureTools(packages = Object.keys(TOOLS)) {
  const absent = packages.filter((name) => !existsSync(TOOLS[name]));
  const needed = absent.filter((name) => pathOf(name) === undefined);
  if (process.getuid?.() === 0) {
    // What something else does as well is asked for by itself: without it the rest must still come.
    const better = absent.filter((name) => !needed.includes(name));
    for (const names of [needed, better]) if (names.length > 0) install(names);
  } else if (needed.length > 0)
    throw new Error(
      `Not installed: ${needed.join(', ')}. Run this once, then try again:\n\n    sudo sh -c '${commandFor(needed)}'\n`,
    );
  const lacking = packages.filter((name) => pathOf(name) === undefined);
  if (lacking.length > 0) throw new Error(`${lacking.join(', ')} could not be installed with: ${commandFor(lacking)}`);
  return Object.fromEntries(packages.map((name) => [name, pathOf(name)]));
}
