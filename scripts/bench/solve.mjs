/** Core's time for a full check, and the shell's for a hundred thousand: as built, not as the development runner has it. */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import path from 'node:path';
import { pathToFileURL } from 'node:url';

/** How often each is done. An answer takes as long as a hundred solves. */
const WHOLE = { rounds: 20_000, answers: 200, lines: 100_000, answeredLines: 4_000, tries: 3 };

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

/** The same check after eight lessons in which nearly the same was read: the very same would be the check itself. */
function eightLessons(document) {
  const { targetLine, observations } = document;
  const read = (observation, more) =>
    observation.leadGapMm === undefined
      ? observation
      : { ...observation, leadGapMm: observation.leadGapMm + more };
  const earlier = Array.from({ length: 8 }, (_, i) => ({
    daysBefore: 14 * (8 - i),
    targetLine,
    observations: observations.map((observation) => read(observation, i + 1)),
  }));
  return { ...document, earlier };
}

/** A package as it is built. */
const built = (root, name) => import(pathToFileURL(path.join(root, `packages/${name}/dist/index.js`)).href);

/** Median milliseconds of a full check. @param size fewer for a look at whether it still runs */
export async function benchSolve(root, { rounds: most, answers } = WHOLE) {
  const { solveDocument } = await built(root, 'judging');
  const { validateCheckDocument } = await built(root, 'records');
  const document = fullCheck(
    JSON.parse(readFileSync(path.join(root, 'docs/formats/example-check.json'), 'utf8')),
  );
  const time = (work, rounds = most) => {
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
  const live = time(() => solveDocument(answered, { answer: 'live' }), answers);
  const kept = time(() => solveDocument(answered, { answer: 'kept' }), answers);
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
export async function benchLines(root, { lines, answeredLines, tries } = WHOLE) {
  const line = `${JSON.stringify(JSON.parse(readFileSync(path.join(root, 'docs/formats/example-check.json'), 'utf8')))}\n`;
  const { solveDocument } = await built(root, 'judging');
  const result = solveDocument(JSON.parse(line), { answer: 'tape' });
  const startedAt = performance.now();
  for (let i = 0; i < lines; i++) {
    JSON.parse(line);
    JSON.stringify(result);
  }
  const plain = (performance.now() - startedAt) / 1000;
  const runs = [];
  for (let i = 0; i < tries; i++) runs.push(await solveLines(root, line, lines));
  const best = Math.min(...runs.map((r) => r.seconds));
  const long = await solveLines(root, line, 4 * lines);
  // Eight earlier lessons with every check: as long as they come.
  const known = `${JSON.stringify(eightLessons(fullCheck(JSON.parse(line))))}\n`;
  const answered = await solveLines(root, known, answeredLines, []);
  const answeredLong = await solveLines(root, known, 4 * answeredLines, []);
  const perCheck = (answered.seconds * 1000 * availableParallelism()) / answeredLines;
  return [
    {
      name: `lotrecht solve --lines --tape-only, ${lines.toLocaleString('en')} checks, best of ${tries}`,
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
