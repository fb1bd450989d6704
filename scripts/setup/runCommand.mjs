import { createHash } from 'node:crypto';
import { accessSync, constants, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensurePackages } from './packages.mjs';
import { root } from './root.mjs';
import { runTypeScript } from './runTypeScript.mjs';

const FOLDER = join(root, 'dist/commands');
const SOURCES = ['core/src', 'contract/src', 'demo/src', 'server/src', 'scripts', 'package-lock.json'];

const filesBelow = (path) =>
  statSync(path).isDirectory() ? readdirSync(path).flatMap((name) => filesBelow(join(path, name))) : [path];

/** What the sources look like from outside: when each was changed and how large it is. Reading them all would take as long as a command. */
const stampOfSources = () => {
  const hash = createHash('sha256');
  for (const file of SOURCES.flatMap((source) => filesBelow(join(root, source)))) {
    const { mtimeMs, size } = statSync(file);
    hash.update(`${file}:${mtimeMs}:${size}\n`);
  }
  return hash.digest('hex').slice(0, 16);
};

/** Whether bundles can be kept: whoever only reads this folder runs commands from their sources. */
const canKeep = () => {
  try {
    mkdirSync(FOLDER, { recursive: true });
    accessSync(FOLDER, constants.W_OK);
    return true;
  } catch {
    return false;
  }
};

/**
 * Runs a command written in TypeScript, from a bundle that is made when the sources were changed since: reading them
 * one by one takes a second of every call.
 * @param name of its module beside this folder, such as `judge`
 */
export async function runCommand(name) {
  ensurePackages();
  const bundle = `${name}-${stampOfSources()}.mjs`;
  const file = join(FOLDER, bundle);
  if (!existsSync(file)) {
    if (!canKeep()) return runTypeScript(new URL(`../${name}.ts`, import.meta.url));
    const { bundleForNode } = await import('./bundling.mjs');
    // Under a name of its own until it is whole: another call may be making the same.
    const making = join(FOLDER, `.${process.pid}-${bundle}`);
    await bundleForNode({ entryPoints: [join(root, `scripts/${name}.ts`)], outfile: making });
    renameSync(making, file);
    for (const older of readdirSync(FOLDER))
      if (older.startsWith(`${name}-`) && older !== bundle) rmSync(join(FOLDER, older), { force: true });
  }
  return import(pathToFileURL(file).href);
}
