import { join } from 'node:path';
import { expect, it } from 'vitest';
import { ensureBuild } from './build.mjs';
import { firstViewBytes } from './firstView';

const MOST_BYTES = 220_000;

it('the first view asks for at most 220 kB of JavaScript', async () => {
  await ensureBuild();
  expect(firstViewBytes(join(import.meta.dirname, '../dist/web'))).toBeLessThanOrEqual(MOST_BYTES);
}, 120_000);
