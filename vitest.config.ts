import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

const tests = (rooms: string): string[] => [`${rooms}/**/*.test.{ts,tsx}`];

/** In this order, so that a worker goes on to the next file of its own project with what it has imported. */
const PROJECTS = ['plain', 'web'];
/** Files that take longest begin first: one that begins last is waited for by everything else. */
const LONG = [
  'scripts/commands.test.ts',
  'scripts/backup.test.ts',
  'server/src/record/record.test.ts',
  'server/src/outlook/rebuild.test.ts',
  'core/src/coldStart/coldStart.test.ts',
  'core/src/circuit/circuit.test.ts',
];

/** Each imports what it tests anew, and has a database beside it: more of them gain little. */
const MOST_WORKERS = 8;

class ProjectByProject extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const isShort = ({ moduleId }: TestSpecification): number => Number(!LONG.some((file) => moduleId.endsWith(file)));
    const place = ({ project }: TestSpecification): number => PROJECTS.indexOf(project.name);
    const sorted = await super.sort(files);
    return sorted.sort((a, b) => place(a) - place(b) || isShort(a) - isShort(b));
  }
}

export default defineConfig({
  test: {
    globalSetup: ['server/test/templates.ts'],
    // Every core: the pages of the interface wait for nothing, and the database is another process.
    maxWorkers: Math.min(MOST_WORKERS, Math.max(2, availableParallelism())),
    sequence: { sequencer: ProjectByProject },
    projects: [
      {
        extends: true,
        // What is computed keeps nothing between tests, and the server computes with it: a worker imports it once for all its files.
        test: {
          name: 'plain',
          include: tests('{core,contract,demo,server,scripts}'),
          setupFiles: ['core/test/laws.ts'],
          isolate: false,
        },
      },
      {
        extends: true,
        resolve: { alias: { 'virtual:pwa-register': join(import.meta.dirname, 'web/test/registerSW.ts') } },
        test: {
          name: 'web',
          include: tests('web'),
          setupFiles: ['core/test/laws.ts', 'web/test/page.ts'],
          environment: 'jsdom',
          isolate: false,
        },
      },
    ],
    exclude: ['**/node_modules/**', '**/dist/**'],
    env: { TZ: 'Europe/Oslo' },
    // Where the machine has other work, what takes three seconds has taken sixty.
    testTimeout: 180_000,
    hookTimeout: 180_000,
  },
});
