import { join } from 'node:path';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  resolve: { alias: { 'virtual:pwa-register': join(import.meta.dirname, 'web/test/registerSW.ts') } },
  test: {
    include: ['{core,contract,server,web,demo,scripts}/**/*.test.{ts,tsx}'],
    exclude: ['**/node_modules/**', '**/dist/**'],
    env: { TZ: 'Europe/Oslo' },
    globalSetup: ['server/test/templates.ts'],
    // Both cores: the pages of the interface wait for nothing, and the database is another process.
    maxWorkers: 2,
    testTimeout: 30_000,
    hookTimeout: 60_000,
  },
});
