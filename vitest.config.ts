import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

/** Files share the modules of their worker: reading them anew for each takes as long as most of what is tried. */
const shared = { isolate: false };

/** What others have left in the memory of a worker would be measured with it. */
const MEASURES_MEMORY = 'packages/server/src/exchange/text-lines.test.ts';

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
        test: { name: 'core', ...shared, include: ['packages/core/src/**/*.test.ts'], testTimeout: 180_000 },
      },
      {
        ...source,
        test: {
          name: 'judging',
          ...shared,
          include: ['packages/{records,sync,words,judging}/src/**/*.test.ts'],
          testTimeout: 180_000,
        },
      },
      {
        ...source,
        test: {
          name: 'paper',
          ...shared,
          include: ['packages/paper/src/**/*.test.ts'],
          testTimeout: 120_000,
        },
      },
      {
        ...source,
        test: {
          name: 'simulation',
          ...shared,
          include: ['packages/simulation/src/**/*.test.ts'],
          testTimeout: 300_000,
        },
      },
      {
        ...source,
        test: {
          name: 'cli',
          include: ['packages/cli/src/**/*.test.ts'],
          globalSetup: ['scripts/test/built.setup.mjs'],
          testTimeout: 120_000,
        },
      },
      {
        ...source,
        test: {
          name: 'server',
          ...shared,
          include: ['packages/server/src/**/*.test.ts'],
          exclude: ['packages/server/src/faults/**', MEASURES_MEMORY],
          globalSetup: ['scripts/test/built.setup.mjs', 'packages/server/src/test/mariadb.setup.mjs'],
          testTimeout: 90_000,
          hookTimeout: 180_000,
        },
      },
      {
        ...source,
        test: { name: 'memory', include: [MEASURES_MEMORY], testTimeout: 90_000 },
      },
      {
        ...source,
        test: {
          name: 'faults',
          include: ['packages/server/src/faults/**/*.test.ts'],
          globalSetup: ['scripts/test/built.setup.mjs'],
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
