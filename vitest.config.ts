import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

const source = {
  resolve: { conditions: ['source'] },
  ssr: { resolve: { conditions: ['source'] } },
};

export default defineConfig({
  test: {
    // Left to itself it keeps a core free for its own process, which only waits: on two cores one file ran at a time.
    maxWorkers: availableParallelism(),
    projects: [
      {
        ...source,
        test: { name: 'core', include: ['packages/core/src/**/*.test.ts'], testTimeout: 180_000 },
      },
      {
        ...source,
        test: {
          name: 'judging',
          include: ['packages/{records,words,judging}/src/**/*.test.ts'],
          testTimeout: 180_000,
        },
      },
      {
        ...source,
        test: { name: 'paper', include: ['packages/paper/src/**/*.test.ts'], testTimeout: 120_000 },
      },
      {
        ...source,
        test: { name: 'simulation', include: ['packages/simulation/src/**/*.test.ts'], testTimeout: 300_000 },
      },
      {
        ...source,
        test: {
          name: 'cli',
          include: ['packages/cli/src/**/*.test.ts'],
          globalSetup: ['packages/cli/src/test/built.setup.mjs'],
          testTimeout: 120_000,
        },
      },
      {
        ...source,
        test: {
          name: 'server',
          include: ['packages/server/src/**/*.test.ts'],
          exclude: ['packages/server/src/faults/**'],
          globalSetup: ['packages/server/src/test/mariadb.setup.mjs'],
          testTimeout: 90_000,
          hookTimeout: 180_000,
        },
      },
      {
        ...source,
        test: {
          name: 'faults',
          include: ['packages/server/src/faults/**/*.test.ts'],
          testTimeout: 600_000,
          hookTimeout: 120_000,
          fileParallelism: false,
        },
      },
      {
        ...source,
        test: { name: 'quality', include: ['quality/**/*.test.ts'], testTimeout: 180_000 },
      },
    ],
  },
});
