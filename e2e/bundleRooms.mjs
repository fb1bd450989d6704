import { bundleForNode } from '../scripts/setup/bundling.mjs';
import { join } from 'node:path';
import { root } from '../scripts/setup/root.mjs';

/** Bundles what browser tests use of core and contract to where `tsconfig.run.json` looks for them: half a second. */
export const bundleRooms = () =>
  bundleForNode({
    entryPoints: {
      contract: join(root, 'contract/src/index.ts'),
      core: join(root, 'core/src/index.ts'),
      'test/machineFixture': join(root, 'core/test/machineFixture.ts'),
      'test/traceFixture': join(root, 'core/test/traceFixture.ts'),
    },
    outdir: join(root, '.test-data/rooms'),
    splitting: true,
    sourcemap: true,
  });
