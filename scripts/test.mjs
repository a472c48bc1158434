#!/usr/bin/env node
/** `npm test`: from lint to the browser stories, one command, one closing line. */
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { spawn } from 'node:child_process';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { installPackages } from './start/build.mjs';
import { ensureProgram } from './start/debian-packages.mjs';
import { say, StartError } from './start/say.mjs';

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
const reports = path.join(root, 'test-results');
const BUILD = path.join(root, 'scripts/start/build.mjs');
const bin = (name) => path.join(root, 'node_modules/.bin', name);
const totals = { passed: 0, failed: 0 };
/** What failed, by name: said again at the end, because a long log is cut at its beginning. */
const failures = [];
/** What each part took, as it ends. */
const taken = [];
/** CPU seconds that each part is allowed to take on a quiet machine; half as much again on a loaded one. */
const budget = JSON.parse(readFileSync(path.join(root, 'quality/cpu-seconds.json'), 'utf8'));
const ALLOWANCE = 1.5;

/** A shell that runs a command and writes the CPU seconds of it and of everything it started to its third output. */
const TIMED = 'exec 4>&2; TIMEFORMAT="%U %S"; { time "$@" 2>&4; } 2>&3';

/**
 * Runs a command to its end.
 *
 * @param {{ cwd?: string, aside?: boolean }} [options] where, and whether what it prints waits until it is done, because
 *   others run beside it
 * @returns {Promise<{ code: number, cpuS: number, output: string }>} `output` is what has waited
 */
function run(command, args, { cwd = root, aside = false } = {}) {
  return new Promise((resolve) => {
    const print = aside ? 'pipe' : 'inherit';
    const child = spawn('bash', ['-c', TIMED, 'bash', command, ...args], {
      cwd,
      stdio: ['ignore', print, print, 'pipe'],
    });
    let [output, times] = ['', ''];
    const read = (chunk) => (output += chunk);
    child.stdout?.on('data', read);
    child.stderr?.on('data', read);
    child.stdio[3].on('data', (chunk) => (times += chunk));
    child.once('error', (error) => resolve({ code: 1, cpuS: 0, output: error.message }));
    child.once('close', (code) => {
      const [user = 0, system = 0] = times.trim().split(/\s+/).map(Number);
      resolve({ code: code ?? 1, cpuS: user + system, output });
    });
  });
}

/** Notes what a part took. One that took more than it may has failed, by its name. */
function took(part, startedAt, cpuS) {
  const allowed = ALLOWANCE * (budget[part] ?? 0);
  taken.push({ part, wallS: (performance.now() - startedAt) / 1000, cpuS, allowed });
  if (cpuS <= allowed) return;
  totals.failed += 1;
  failures.push(
    `${part}: ${Math.round(cpuS)} CPU seconds, ${Math.round(allowed)} allowed (quality/cpu-seconds.json)`,
  );
}

/** Checks without tests of their own, one after the other; each counts as one. They run beside others. */
async function checks(part, list) {
  const startedAt = performance.now();
  let total = 0;
  for (const [title, command, args] of list) {
    const { code, cpuS, output } = await run(command, args, { aside: true });
    total += cpuS;
    say(`\n── ${title}\n${output.trimEnd()}`);
    totals[code === 0 ? 'passed' : 'failed'] += 1;
    if (code !== 0) failures.push(title);
  }
  took(part, startedAt, total);
}

/** A runner that writes a report counts its tests; one that fails without a failed test counts as failed. */
async function tests(title, { command, args, report, count, cwd, aside }) {
  if (!aside) say(`\n── ${title}`);
  const startedAt = performance.now();
  const { code, cpuS, output } = await run(command, args, { cwd, aside });
  if (aside) say(`\n── ${title}\n${output.trimEnd()}`);
  took(title, startedAt, cpuS);
  let counted = { passed: 0, failed: 0, names: [] };
  try {
    counted = count(JSON.parse(readFileSync(path.join(reports, report), 'utf8')));
  } catch (error) {
    say(`No report of ${title}: ${error.message}`);
  }
  totals.passed += counted.passed;
  totals.failed += code !== 0 || counted.passed === 0 ? Math.max(1, counted.failed) : 0;
  failures.push(...counted.names.map((name) => `${title}: ${name}`));
  if (code !== 0 && counted.names.length === 0) failures.push(title);
}

const countVitest = ({ numPassedTests, numFailedTests, testResults }) => ({
  passed: numPassedTests,
  failed: numFailedTests,
  names: testResults.flatMap(({ name, message, assertionResults }) => {
    const failed = assertionResults.filter(({ status }) => status === 'failed');
    const file = path.relative(root, name);
    if (failed.length === 0) return message ? [`${file}: ${message}`] : [];
    return failed.map(
      ({ fullName, failureMessages }) => `${file} › ${fullName}\n${failureMessages.join('\n').slice(0, 800)}`,
    );
  }),
});
const countPlaywright = ({ stats, suites }) => ({
  passed: stats.expected,
  failed: stats.unexpected + stats.flaky,
  names: suites.flatMap(failedStories),
});

function failedStories({ file, specs, suites = [] }) {
  const failed = specs.filter(({ ok, tests }) => !ok || tests.some(({ status }) => status === 'flaky'));
  return [...failed.map(({ title }) => `${file} › ${title}`), ...suites.flatMap(failedStories)];
}

const QUICK = [
  ['Format', bin('prettier'), ['--check', '--log-level', 'warn', '.']],
  ['Dependency rules', bin('depcruise'), ['--config', '.dependency-cruiser.cjs', 'packages']],
  ['Rooms', bin('depcruise'), ['--config', 'quality/rooms.dependency-cruiser.cjs', 'packages']],
  ['Unused', bin('knip'), ['--no-progress']],
  ['Types of tests', bin('tsc'), ['-p', 'tsconfig.tests.json']],
  ['Types of the generator', bin('tsc'), ['-p', 'packages/records/generate']],
];

/** A build is a step of the start, run in a process of its own so that its seconds are counted. */
async function built(part, build) {
  const startedAt = performance.now();
  const { code, cpuS, output } = await run(
    process.execPath,
    [
      '--input-type=module',
      '--eval',
      `import(${JSON.stringify(BUILD)}).then((b) => b.${build}(${JSON.stringify(root)}))`,
    ],
    { aside: true },
  );
  took(part, startedAt, cpuS);
  if (code !== 0) throw new StartError(output.trim());
}

async function testAll() {
  await installPackages(root);
  await ensureProgram('mariadbd', 'mariadb-server');
  // Debian's Chromium without windows: a third of its time else goes into what nobody sees.
  await ensureProgram('chromium-headless-shell', 'chromium-headless-shell');
  rmSync(reports, { recursive: true, force: true });
  mkdirSync(reports, { recursive: true });
  await built('Build of the server', 'buildServer');
  // Each of these works on one core most of the time.
  await Promise.all([
    built('Build of the web application', 'buildWeb'),
    checks('Lint and rules', [['Lint', bin('eslint'), ['.']], ...QUICK]),
  ]);
  // Servers and their databases wait for each other a good part of the time; pages are tried in between.
  await Promise.all([
    tests('Core, judging, server, rules', {
      command: bin('vitest'),
      args: ['run', '--reporter=dot', '--reporter=json', '--outputFile.json=test-results/vitest.json'],
      report: 'vitest.json',
      count: countVitest,
    }),
    tests('Web components', {
      command: bin('ng'),
      args: ['test', '--reporters=json', '--output-file=../../test-results/web.json'],
      cwd: path.join(root, 'packages/web'),
      report: 'web.json',
      count: countVitest,
      aside: true,
    }),
  ]);
  await tests('Stories in the browser', {
    command: bin('playwright'),
    args: ['test', '--config', 'packages/e2e/playwright.config.ts'],
    report: 'e2e.json',
    count: countPlaywright,
  });
}

/** Wall-clock is printed only: it says as much of the machine as of us. */
function sayWhatWasTaken() {
  say('\npart | minutes | CPU seconds | allowed');
  for (const { part, wallS, cpuS, allowed } of taken)
    say([part, (wallS / 60).toFixed(1), Math.round(cpuS), Math.round(allowed)].join(' | '));
}

try {
  await testAll();
} catch (error) {
  if (!(error instanceof StartError)) throw error;
  process.stderr.write(`\n${error.message}\n`);
  totals.failed += 1;
}
sayWhatWasTaken();
for (const failure of failures) say(`\nFailed: ${failure}`);
say(`\n${totals.passed} passed, ${totals.failed} failed`);
process.exit(totals.failed === 0 && totals.passed > 0 ? 0 : 1);
