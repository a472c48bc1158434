/** Core's time for a full check, and the shell's for a hundred thousand: as built, not as the development runner has it. */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import path from 'node:path';
import { pathToFileURL } from 'node:url';

const ROUNDS = 20_000;
const ANSWERS = 200;
const LINES = 100_000;
/** With answers: each takes as long as a hundred without. */
const ANSWERED_LINES = 4_000;
const TRIES = 3;

function median(values) {
  return values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)];
}

/** A full check: face and every body line, each read once. */
function fullCheck(example) {
  const line = (name, trailGapMm) => ({
    line: name,
    by: 'gaps',
    leadGapMm: 300,
    trailGapMm,
    baseMm: 1000,
    rod: true,
    plumbMm: 3,
  });
  const read = new Set(example.observations.map((o) => o.line));
  const others = [
    ['toes', 320],
    ['heels', 318],
    ['knees', 320],
    ['hips', 310],
    ['shoulders', 350],
    ['eyes', 330],
  ].filter(([name]) => !read.has(name));
  return { ...example, observations: [...example.observations, ...others.map(([n, mm]) => line(n, mm))] };
}

/** The same check after eight lessons in which the same was read. */
function eightLessons(document) {
  const { targetLine, observations } = document;
  const earlier = Array.from({ length: 8 }, (_, i) => ({
    daysBefore: 14 * (8 - i),
    targetLine,
    observations,
  }));
  return { ...document, earlier };
}

/** Median milliseconds of a full check. */
export async function benchSolve(root) {
  const { solveDocument, validateCheckDocument } = await import(
    pathToFileURL(path.join(root, 'packages/judging/dist/index.js')).href
  );
  const document = fullCheck(
    JSON.parse(readFileSync(path.join(root, 'docs/formats/example-check.json'), 'utf8')),
  );
  const time = (work, rounds = ROUNDS) => {
    for (let i = 0; i < rounds / 4; i++) work();
    return median(
      Array.from({ length: rounds }, () => {
        const startedAt = performance.now();
        work();
        return performance.now() - startedAt;
      }),
    );
  };
  const solve = time(() => solveDocument(document, { answer: 'tape' }));
  const answered = eightLessons(document);
  const live = time(() => solveDocument(answered, { answer: 'live' }), ANSWERS);
  const kept = time(() => solveDocument(answered, { answer: 'kept' }), ANSWERS);
  const validate = time(() => validateCheckDocument(document));
  return [
    {
      name: `solve a full check of ${document.observations.length} lines, median`,
      value: solve,
      unit: 'ms',
      ratio: solve / 0.1,
      base: 'the limit of 0.1 ms',
    },
    {
      name: 'answer it while typing, with eight earlier lessons, median',
      value: live,
      unit: 'ms',
      ratio: live / 8,
      base: 'the limit of 8 ms',
    },
    {
      name: 'answer it for keeping, with eight earlier lessons, median',
      value: kept,
      unit: 'ms',
      ratio: kept / 30,
      base: 'the limit of 30 ms',
    },
    { name: 'validate it, median', value: validate, unit: 'ms', ratio: validate / solve, base: 'solve' },
  ];
}

/** Seconds of `lotrecht solve --lines` beside a plain JSON.parse and JSON.stringify of the same, and its memory. */
export async function benchLines(root) {
  const line = `${JSON.stringify(JSON.parse(readFileSync(path.join(root, 'docs/formats/example-check.json'), 'utf8')))}\n`;
  const { solveDocument } = await import(
    pathToFileURL(path.join(root, 'packages/judging/dist/index.js')).href
  );
  const result = solveDocument(JSON.parse(line), { answer: 'tape' });
  const startedAt = performance.now();
  for (let i = 0; i < LINES; i++) {
    JSON.parse(line);
    JSON.stringify(result);
  }
  const plain = (performance.now() - startedAt) / 1000;
  const runs = [];
  for (let i = 0; i < TRIES; i++) runs.push(await solveLines(root, line, LINES));
  const best = Math.min(...runs.map((r) => r.seconds));
  const long = await solveLines(root, line, 4 * LINES);
  // Eight earlier lessons with every check: as long as they come.
  const known = `${JSON.stringify(eightLessons(fullCheck(JSON.parse(line))))}\n`;
  const answered = await solveLines(root, known, ANSWERED_LINES, []);
  const answeredLong = await solveLines(root, known, 4 * ANSWERED_LINES, []);
  const perCheck = (answered.seconds * 1000 * availableParallelism()) / ANSWERED_LINES;
  return [
    {
      name: `lotrecht solve --lines --tape-only, ${LINES.toLocaleString('en')} checks, best of ${TRIES}`,
      value: best,
      unit: 's',
      ratio: best / plain,
      base: `JSON.parse and JSON.stringify alone on one core, ${plain.toFixed(2)} s`,
    },
    {
      name: 'memory of four times as many lines',
      value: long.peakMb,
      unit: 'MB',
      ratio: long.peakMb / Math.max(...runs.map((r) => r.peakMb)),
      base: 'of once as many',
    },
    {
      name: 'lotrecht solve --lines with answers and eight earlier lessons, a check and core',
      value: perCheck,
      unit: 'ms',
      ratio: perCheck / 25,
      base: 'the limit of 25 ms',
    },
    {
      name: 'memory of four times as many lines with answers',
      value: answeredLong.peakMb,
      unit: 'MB',
      ratio: answeredLong.peakMb / answered.peakMb,
      base: 'of once as many',
    },
  ];
}

async function solveLines(root, line, count, options = ['--tape-only']) {
  const startedAt = performance.now();
  const child = spawn(
    process.execPath,
    [path.join(root, 'packages/cli/bin/lotrecht.mjs'), 'solve', '--lines', ...options, '-'],
    {
      stdio: ['pipe', 'pipe', 'inherit'],
    },
  );
  let peakKb = 0;
  const look = setInterval(() => {
    const status = readFileSync(`/proc/${child.pid}/status`, 'utf8');
    peakKb = Math.max(peakKb, Number(/VmHWM:\s+(\d+)/.exec(status)?.[1] ?? 0));
  }, 200);
  child.stdout.resume();
  const closed = once(child, 'close');
  const block = Buffer.from(line.repeat(100));
  for (let i = 0; i < count / 100; i++) {
    if (!child.stdin.write(block)) await once(child.stdin, 'drain');
  }
  child.stdin.end();
  // The last look is while it still runs: a process that ended has no status any more.
  child.once('exit', () => clearInterval(look));
  const [code] = await closed;
  clearInterval(look);
  if (code !== 0) throw new Error(`lotrecht ended with ${code}`);
  return { seconds: (performance.now() - startedAt) / 1000, peakMb: peakKb / 1024 };
}
