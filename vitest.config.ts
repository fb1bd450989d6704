import { join } from 'node:path';
import { defineConfig } from 'vitest/config';

const tests = (rooms: string): string[] => [`${rooms}/**/*.test.{ts,tsx}`];

export default defineConfig({
  test: {
    globalSetup: ['server/test/templates.ts'],
    // Both cores: the pages of the interface wait for nothing, and the database is another process.
    maxWorkers: 2,
    // One project after another: a worker goes on to the next file of its own project with what it has imported, and begins
    // anew where the next file is of another.
    projects: [
      {
        extends: true,
        // What is computed keeps nothing between tests: a worker imports it once for all its files.
        test: {
          name: 'core',
          include: tests('{core,contract,demo}'),
          setupFiles: ['core/test/laws.ts'],
          isolate: false,
          sequence: { groupOrder: 1 },
        },
      },
      {
        extends: true,
        resolve: { alias: { 'virtual:pwa-register': join(import.meta.dirname, 'web/test/registerSW.ts') } },
        // A page is drawn and pressed in a simulated browser: slow where the machine has other work.
        test: {
          name: 'web',
          include: tests('web'),
          setupFiles: ['core/test/laws.ts', 'web/test/page.ts'],
          testTimeout: 90_000,
          environment: 'jsdom',
          isolate: false,
          sequence: { groupOrder: 2 },
        },
      },
      {
        extends: true,
        test: { name: 'server', include: tests('{server,scripts}'), isolate: false, sequence: { groupOrder: 3 } },
      },
    ],
    exclude: ['**/node_modules/**', '**/dist/**'],
    env: { TZ: 'Europe/Oslo' },
    testTimeout: 30_000,
    hookTimeout: 60_000,
  },
});
