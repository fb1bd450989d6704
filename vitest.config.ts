import { join } from 'node:path';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  resolve: { alias: { 'virtual:pwa-register': join(import.meta.dirname, 'web/test/registerSW.ts') } },
  test: {
    include: ['{core,contract,server,web,demo,scripts}/**/*.test.{ts,tsx}'],
    exclude: ['**/node_modules/**', '**/dist/**'],
    env: { TZ: 'Europe/Oslo' },
    testTimeout: 30_000,
    hookTimeout: 60_000,
  },
});
