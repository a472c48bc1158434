import { defineConfig } from 'vitest/config';

/** Only what kills mutants of planning, tracking and progress, without the long studies. */
export default defineConfig({
  resolve: { conditions: ['source'] },
  ssr: { resolve: { conditions: ['source'] } },
  test: {
    include: [
      'packages/core/src/planning/**/*.test.ts',
      'packages/core/src/tracking/**/*.test.ts',
      'packages/judging/src/progress/**/*.test.ts',
      'packages/judging/src/worked-cases/*.test.ts',
      'packages/judging/src/check/advice-and-cause.test.ts',
    ],
    testTimeout: 60_000,
  },
});
