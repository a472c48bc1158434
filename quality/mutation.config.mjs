/**
 * Mutation testing, by hand and not in every run: `npm run mutate`. What stays alive is looked at; at least 85 % are to
 * be killed.
 */
export default {
  testRunner: 'vitest',
  plugins: ['@stryker-mutator/vitest-runner'],
  vitest: { configFile: 'quality/mutation-vitest.config.ts' },
  mutate: [
    'packages/core/src/planning/**/*.ts',
    'packages/core/src/tracking/**/*.ts',
    'packages/judging/src/progress/**/*.ts',
    '!**/*.test.ts',
  ],
  coverageAnalysis: 'perTest',
  ignoreStatic: true,
  concurrency: 2,
  timeoutMS: 20_000,
  reporters: ['clear-text', 'json', 'progress-append-only'],
  jsonReporter: { fileName: 'test-results/mutation.json' },
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
  tempDirName: 'test-results/stryker',
};
