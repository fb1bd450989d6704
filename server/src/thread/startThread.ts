import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';

/**
 * Starts a module of the server in a thread of its own. In the build it lies beside the server under its own name; in
 * development and tests it is read from its source.
 * @param name of the module, such as `outlookWorker`
 * @param source its address relative to this folder, such as `../outlook/outlookWorker`
 */
export const startThread = (name: string, source: string, workerData: unknown): Worker => {
  const built = fileURLToPath(new URL(`./${name}.mjs`, import.meta.url));
  if (existsSync(built)) return new Worker(built, { workerData });
  const file = fileURLToPath(new URL(`${source}.ts`, import.meta.url));
  // A thread does not inherit the loader that reads TypeScript: it registers its own first.
  const boot = `
    import { register } from ${JSON.stringify(import.meta.resolve('tsx/esm/api'))};
    register();
    await import(${JSON.stringify(`file://${file}`)});`;
  return new Worker(new URL(`data:text/javascript,${encodeURIComponent(boot)}`), { workerData });
};
