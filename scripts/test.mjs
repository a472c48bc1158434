#!/usr/bin/env node
/** `npm test`: from lint to the browser stories, one command, one closing line. */
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { spawn } from 'node:child_process';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildAll, installPackages } from './start/build.mjs';
import { ensureProgram } from './start/debian-packages.mjs';
import { say, StartError } from './start/say.mjs';

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
const reports = path.join(root, 'test-results');
const bin = (name) => path.join(root, 'node_modules/.bin', name);
const totals = { passed: 0, failed: 0 };
/** What failed, by name: said again at the end, because a long log is cut at its beginning. */
const failures = [];

function run(command, args, options = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'inherit', 'inherit'], ...options });
    child.once('error', () => resolve(1));
    child.once('close', (code) => resolve(code ?? 1));
  });
}

/** A check without tests of its own counts as one. What it prints comes when it is done: others run beside it. */
async function check(title, command, args) {
  let output = '';
  const read = (chunk) => (output += chunk);
  const code = await new Promise((resolve) => {
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    child.stdout.on('data', read);
    child.stderr.on('data', read);
    child.once('error', (error) => {
      read(error.message);
      resolve(1);
    });
    child.once('close', (closed) => resolve(closed ?? 1));
  });
  say(`\n── ${title}\n${output.trimEnd()}`);
  totals[code === 0 ? 'passed' : 'failed'] += 1;
  if (code !== 0) failures.push(title);
}

/** A runner that writes a report counts its tests; one that fails without a failed test counts as failed. */
async function tests(title, { command, args, report, count, cwd = root }) {
  say(`\n── ${title}`);
  const code = await run(command, args, { cwd });
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

/** As long as the lint takes alone, one after the other. */
async function quickChecks() {
  await check('Format', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
  await check('Dependency rules', bin('depcruise'), ['--config', '.dependency-cruiser.cjs', 'packages']);
  await check('Rooms', bin('depcruise'), ['--config', 'quality/rooms.dependency-cruiser.cjs', 'packages']);
  await check('Types of tests', bin('tsc'), ['-p', 'tsconfig.tests.json']);
  await check('Types of the generator', bin('tsc'), ['-p', 'packages/records/generate']);
}

async function testAll() {
  await installPackages(root);
  await ensureProgram('mariadbd', 'mariadb-server');
  await ensureProgram('chromium', 'chromium');
  rmSync(reports, { recursive: true, force: true });
  mkdirSync(reports, { recursive: true });
  await buildAll(root);
  await Promise.all([check('Lint', bin('eslint'), ['.']), quickChecks()]);
  await tests('Core, judging, server, rules', {
    command: bin('vitest'),
    args: ['run', '--reporter=dot', '--reporter=json', '--outputFile.json=test-results/vitest.json'],
    report: 'vitest.json',
    count: countVitest,
  });
  await tests('Web components', {
    command: bin('ng'),
    args: ['test', '--reporters=json', '--output-file=../../test-results/web.json'],
    cwd: path.join(root, 'packages/web'),
    report: 'web.json',
    count: countVitest,
  });
  await tests('Stories in the browser', {
    command: bin('playwright'),
    args: ['test', '--config', 'packages/e2e/playwright.config.ts'],
    report: 'e2e.json',
    count: countPlaywright,
  });
}

try {
  await testAll();
} catch (error) {
  if (!(error instanceof StartError)) throw error;
  process.stderr.write(`\n${error.message}\n`);
  totals.failed += 1;
}
for (const failure of failures) say(`\nFailed: ${failure}`);
say(`\n${totals.passed} passed, ${totals.failed} failed`);
process.exit(totals.failed === 0 && totals.passed > 0 ? 0 : 1);
