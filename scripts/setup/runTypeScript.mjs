import { ensurePackages } from './packages.mjs';

/** Runs a TypeScript module of this repository in this process, installing packages first when they are missing. */
export async function runTypeScript(url) {
  ensurePackages();
  const { register } = await import('tsx/esm/api');
  register({ tsconfig: new URL('../../tsconfig.json', import.meta.url).pathname });
  return import(url.href);
}
