import path from 'node:path';
import { expect, it } from 'vitest';
import { benchLines, benchSolve } from '../scripts/bench/solve.mjs';

/** So few that it is seen to run, and nothing of how fast. */
const FEW = { rounds: 4, answers: 4, lines: 20, answeredLines: 4, tries: 1 };
const root = path.resolve(import.meta.dirname, '..');

it('core’s bench still makes every figure', { timeout: 120_000 }, async () => {
  const figures = [...(await benchSolve(root, FEW)), ...(await benchLines(root, FEW))];
  expect(figures.length).toBeGreaterThan(6);
  expect(figures.filter(({ value }) => !(value > 0)).map(({ name }) => name)).toEqual([]);
});
