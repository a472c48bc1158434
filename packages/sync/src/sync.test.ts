import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Entry, nextToSend, type Rules, step } from './index.ts';
import { deeds, History } from './test/history.ts';

const RUNS = Number(process.env['LOTRECHT_SYNC_RUNS'] ?? 3000);
const SEED = 34;

const REAL: Rules = { step, nextToSend };

const played = fc.asyncProperty(deeds, async (all) => {
  expect(await new History().play(all)).toEqual([]);
});

/** A life that goes on otherwise at one thing that happens. */
const otherwise = (
  of: string,
  change: (before: Entry | null, after: Entry | null) => Entry | null,
): Rules => ({
  ...REAL,
  step: (key, entry, happening, protocol) => {
    const after = step(key, entry, happening, protocol);
    const is = happening.is === 'answered' ? happening.answer.is : happening.is;
    return is === of ? change(entry, after) : after;
  },
});

/** One plausible slip for each thing that is promised. */
const SLIPS: Readonly<Record<string, Rules>> = {
  'what went out is not noted': otherwise('sent', (before) => before),
  'what was typed while it was on its way goes with the answer': otherwise('kept', () => null),
  'what was typed is not kept beside what was asked': otherwise('typed', (before, after) =>
    before?.asked ? before : after,
  ),
  'what was asked goes out no more once something is typed': otherwise(
    'typed',
    (_before, after) => after && { ...after, asked: null },
  ),
  'a later asking forgets what went out before it': otherwise(
    'asked',
    (_before, after) => after && { ...after, sent: [] },
  ),
  'what is refused is meant to be kept still': otherwise('refused', (before) => before),
  'what another has kept is written over': otherwise('conflict', (before, after) =>
    after?.trouble?.what === 'conflict'
      ? {
          ...after,
          trouble: null,
          base: { revision: (after.trouble.theirs as { revision: number }).revision, said: {} },
        }
      : after,
  ),
  'no answer counts as an answer': otherwise('unknown', () => null),
  'children do not wait': {
    ...REAL,
    nextToSend: (entries, isTried) =>
      nextToSend(
        entries.map((entry) => ({ ...entry, parents: [] })),
        isTried,
      ),
  },
  'one that is refused stops the others': {
    ...REAL,
    nextToSend: (entries, isTried) =>
      entries.some(({ trouble }) => trouble !== null) ? null : nextToSend(entries, isTried),
  },
  'what stands on something changed waits too': {
    ...REAL,
    nextToSend: (entries, isTried) =>
      nextToSend(
        entries.map((entry) => (entry.trouble === null ? entry : { ...entry, base: null })),
        isTried,
      ),
  },
  'a choice for mine is none': otherwise('mine-chosen', (before) => before),
};

describe('the life of a record, by histories of two devices with two tabs each', () => {
  it(`loses nothing, doubles nothing, and ends: ${RUNS} histories`, async () => {
    await fc.assert(played, { numRuns: RUNS, seed: SEED });
  });

  it.each(Object.entries(SLIPS))('would be found out where %s', async (_name, rules) => {
    const slipped = fc.asyncProperty(deeds, async (all) => (await new History(rules).play(all)).length === 0);
    const { failed } = await fc.check(slipped, { numRuns: RUNS, seed: SEED, endOnFailure: true });
    expect(failed).toBe(true);
  });
});
