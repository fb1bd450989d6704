import { build } from 'esbuild';

/** Packages of the registries stay in node_modules; the workspace's own are bundled. */
const packagesStayOutside = {
  name: 'packages stay outside',
  setup: (bundling) =>
    bundling.onResolve({ filter: /^[^./]/ }, ({ kind, path }) =>
      kind === 'entry-point' || path.startsWith('@vaktman/') ? undefined : { path, external: true },
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
