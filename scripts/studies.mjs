#!/usr/bin/env node
/**
 * `npm run studies`: the simulations and the mutated documents in full, of which `npm test` takes a fifth; with
 * `-- --reported` as many as the figures in docs/numerics.md are made of, which takes hours.
 */
import { spawn } from 'node:child_process';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { installPackages } from './start/build.mjs';

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');

/** Runs of each study, and of the same as it is reported. */
const STUDIES = {
  LOTRECHT_ADVICE_RUNS: [12, 1000],
  LOTRECHT_ANSWER_RUNS: [100, 4000],
  LOTRECHT_BALL_RUNS: [60, 2000],
  LOTRECHT_COVERAGE_RUNS: [4000, 20_000],
  LOTRECHT_FUZZ_RUNS: [5000, 50_000],
  LOTRECHT_PRACTISERS: [160, 2000],
  LOTRECHT_STOPPING_RUNS: [60, 4000],
  LOTRECHT_TRACKING_RUNS: [300, 4000],
  LOTRECHT_TRAINEES: [120, 2000],
};

const isReported = process.argv.includes('--reported');
const sizes = Object.entries(STUDIES).map(([name, [usual, reported]]) => [
  name,
  String(isReported ? reported : usual),
]);
await installPackages(root);
const child = spawn(
  path.join(root, 'node_modules/.bin/vitest'),
  [
    'run',
    'packages/simulation/src',
    'packages/judging/src/reading/mutated-documents.test.ts',
    'packages/server/src/http/fuzz.test.ts',
    // A study may take as long as it takes.
    '--testTimeout=0',
  ],
  { cwd: root, stdio: 'inherit', env: { ...process.env, ...Object.fromEntries(sizes) } },
);
child.once('close', (code) => process.exit(code ?? 1));
