import { build } from 'esbuild';

/**
 * Packages of the registries stay in node_modules; the workspace's own are bundled, and the schemas' one, of which little is
 * used: every process and every thread would read all of it, with the words of fifty languages.
 */
const packagesStayOutside = {
  name: 'packages stay outside',
  setup: (bundling) =>
    bundling.onResolve({ filter: /^[^./]/ }, ({ kind, path }) =>
      kind === 'entry-point' || /^(@vaktman|zod)(\/|$)/.test(path) ? undefined : { path, external: true },
    ),
};

/** Bundles modules of the project as Node.js runs them. */
export const bundleForNode = (options) =>
  build({
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    outExtension: { '.js': '.mjs' },
    logLevel: 'error',
    plugins: [packagesStayOutside],
    ...options,
  });
