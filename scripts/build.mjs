// Builds what the start command serves: the interface, the server and the demo fleet, into dist/.
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensurePackages } from './setup/packages.mjs';
import { packFiles } from './setup/packing.mjs';
import { root } from './setup/root.mjs';

const DIST = join(root, 'dist');
const MARK = join(DIST, 'built-from');
const SOURCES = [
  'core/src',
  'contract/src',
  'server/src',
  'demo/src',
  'web',
  'package-lock.json',
  'scripts/build.mjs',
  'scripts/setup/bundling.mjs',
  'scripts/setup/packing.mjs',
];

const filesBelow = (path) =>
  statSync(path).isDirectory()
    ? readdirSync(path)
        .filter((name) => name !== 'node_modules' && name !== 'dist')
        .sort()
        .flatMap((name) => filesBelow(join(path, name)))
    : [path];

/** A fingerprint of everything the build is made from. */
const sourceFingerprint = () => {
  const hash = createHash('sha256');
  for (const source of SOURCES)
    for (const file of filesBelow(join(root, source))) hash.update(file.slice(root.length)).update(readFileSync(file));
  return hash.digest('hex');
};

/** Builds unless the build at hand was made from the same sources. */
export async function ensureBuild() {
  ensurePackages();
  const fingerprint = sourceFingerprint();
  if (existsSync(MARK) && readFileSync(MARK, 'utf8') === fingerprint) return;
  process.stderr.write('Building ...\n');
  rmSync(DIST, { recursive: true, force: true });
  mkdirSync(join(DIST, 'server'), { recursive: true });
  const { bundleForNode } = await import('./setup/bundling.mjs');
  const server = join(root, 'server/src');
  await bundleForNode({
    outdir: join(DIST, 'server'),
    splitting: true,
    sourcemap: true,
    entryPoints: {
      main: join(server, 'main.ts'),
      service: join(server, 'service.ts'),
      outlookWorker: join(server, 'outlook/outlookWorker.ts'),
      pdfWorker: join(server, 'record/pdfWorker.ts'),
      rebuild: join(server, 'outlook/rebuildCommand.ts'),
      feed: join(server, 'feed/main.ts'),
      weather: join(server, 'weather/main.ts'),
    },
  });
  cpSync(join(root, 'server/src/database/migrations'), join(DIST, 'server/migrations'), { recursive: true });
  await bundleForNode({ entryPoints: { index: join(root, 'demo/src/index.ts') }, outdir: join(DIST, 'demo') });
  const { demoArchive } = await import(pathToFileURL(join(DIST, 'demo/index.mjs')).href);
  writeFileSync(join(DIST, 'demo/fleet.json'), JSON.stringify(demoArchive()));
  const { build } = await import('vite');
  // Whatever this process is told it runs as, what is built is what people use.
  const toldMode = process.env.NODE_ENV;
  process.env.NODE_ENV = 'production';
  try {
    await build({ root: join(root, 'web'), configFile: join(root, 'web/vite.config.ts'), logLevel: 'warn' });
    packFiles(join(DIST, 'web'));
  } finally {
    if (toldMode === undefined) delete process.env.NODE_ENV;
    else process.env.NODE_ENV = toldMode;
  }
  writeFileSync(MARK, fingerprint);
}

if (process.argv[1] === new URL(import.meta.url).pathname) await ensureBuild();
