import { readFileSync } from 'node:fs';
import { mutatedJson } from '@lotrecht/simulation/mutation';
import { describe, expect, it } from 'vitest';
import {
  type CheckDocument,
  type SeriesDocument,
  DocumentRefused,
  parseJson,
  validateResultDocument,
  validateTrackDocument,
} from '@lotrecht/records';
import { solveDocument } from '../check/solve-document.ts';
import { ALL_PARALLEL } from '../method/profiles/all-parallel.ts';
import { trackDocument } from '../track/track-document.ts';
import { readDocument } from './read-document.ts';

/** `LOTRECHT_FUZZ_RUNS=50000` for the figure that is reported. */
const RUNS = Number(process.env['LOTRECHT_FUZZ_RUNS'] ?? 1000);

const worked = JSON.parse(
  readFileSync(new URL('../worked-cases/worked-cases.json', import.meta.url), 'utf8'),
) as {
  readonly checks: readonly { readonly input: CheckDocument }[];
  readonly series: readonly { readonly input: SeriesDocument }[];
};

/** What a document gives, wholly checked: every number finite, every probability one. */
function answerTo(text: string): 'solved' | 'read' {
  const document = readDocument(parseJson(text));
  const answer =
    document.format === 'lotrecht-check'
      ? validateResultDocument(structuredClone(solveDocument(document)))
      : document.format === 'lotrecht-series'
        ? validateTrackDocument(structuredClone(trackDocument(document)))
        : undefined;
  const said = JSON.stringify(answer, (key, value: unknown) => {
    if (typeof value === 'number') {
      expect(Number.isFinite(value)).toBe(true);
      if (/probability/i.test(key)) expect(value >= 0 && value <= 1).toBe(true);
      if (/uncertainty|standardDeviation/i.test(key)) expect(value).toBeGreaterThanOrEqual(0);
    }
    return value;
  });
  return said === undefined ? 'read' : 'solved';
}

describe(`${RUNS} mutated documents`, () => {
  it('are answered with finite numbers or refused with a path, never a crash', () => {
    const originals = [...worked.checks, ...worked.series, { input: ALL_PARALLEL }].map(({ input }) => ({
      body: input,
    }));
    const tally: Record<string, number> = {};
    for (const { body } of mutatedJson(originals, { runs: RUNS, seed: 20_261_124, readings: 0.7 })) {
      const text = JSON.stringify(body) ?? '';
      let outcome: string;
      try {
        outcome = answerTo(text);
      } catch (error) {
        if (!(error instanceof DocumentRefused))
          throw new Error(`on ${text.slice(0, 2000)}`, { cause: error });
        expect(error.refusals.length).toBeGreaterThan(0);
        for (const { code, path, message } of error.refusals) {
          expect(code.length).toBeGreaterThan(1);
          expect(path === '' || path.startsWith('/')).toBe(true);
          expect(message.length).toBeGreaterThan(5);
          expect(message).not.toMatch(/NaN|undefined|\[object/);
        }
        outcome = 'refused';
      }
      tally[outcome] = (tally[outcome] ?? 0) + 1;
    }
    process.stdout.write(`mutated documents: ${JSON.stringify(tally)}\n`);
    expect(tally['refused']).toBeGreaterThan(RUNS / 4);
    expect(tally['solved']).toBeGreaterThan(RUNS / 10);
  });
});
