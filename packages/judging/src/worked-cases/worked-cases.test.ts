import { readFileSync } from 'node:fs';
import { degreesFromRadians, type EyesAtAddress, markShift } from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import { solveDocument } from '../check/solve-document.ts';
import { trackDocument } from '../track/track-document.ts';
import {
  validateCheckDocument,
  validateResultDocument,
  validateSeriesDocument,
  validateTrackDocument,
} from '@lotrecht/records';

interface SightInput extends Omit<EyesAtAddress, 'handedness'> {
  readonly hand: EyesAtAddress['handedness'];
}

interface WorkedCase {
  readonly input: unknown;
  readonly expected: unknown;
}

const read = (path: string): unknown => JSON.parse(readFileSync(new URL(path, import.meta.url), 'utf8'));
const { checks, series, sight } = read('./worked-cases.json') as {
  checks: readonly WorkedCase[];
  series: readonly WorkedCase[];
  sight: readonly { input: SightInput; expected: unknown }[];
};
const example = {
  input: read('../../../../docs/formats/example-check.json'),
  expected: read('../../../../docs/formats/example-result.json'),
};

/**
 * How near a number must come: 1e-9 relative or 1e-12 absolute; what a track makes of walks, days and pieces to 1e-3,
 * because what weighs next to nothing may be left out; what is counted over fixed points to 2e-3, because the last bits
 * of a root may move a point across a limit.
 */
function isNear(expected: number, actual: number, path: string): boolean {
  const off = Math.abs(expected - actual);
  if (
    /(probabilityFirst|probabilityNoneFirst|[lL]lInProbability|ReadInProbability|expectedExcessDeg)$/.test(
      path,
    )
  )
    return off <= 2e-3;
  if (path === '/q') return off <= 1e-3 * Math.max(1, Math.abs(expected));
  if (MIXED.test(path)) return off <= Math.max(1e-4, 1e-3 * Math.abs(expected));
  return off <= Math.max(1e-12, 1e-9 * Math.abs(expected));
}

/** Figures of a track that hang on how fast a student walks and how differently they stand from day to day. */
const MIXED = /^\/(daySdDeg$|lessons\/\d+\/(observationVariance|filtered|smoothed)|changes|forecast)/;

/** Where a result leaves what is expected of it. */
function deviations(expected: unknown, actual: unknown, path = ''): string[] {
  if (typeof expected === 'number') {
    const near = typeof actual === 'number' && isNear(expected, actual, path);
    return near ? [] : [`${path}: ${expected} expected, ${String(actual)} found`];
  }
  if (typeof expected === 'object' && expected !== null) {
    return Object.entries(expected).flatMap(([key, value]) =>
      deviations(value, (actual as Record<string, unknown> | null | undefined)?.[key], `${path}/${key}`),
    );
  }
  return expected === actual ? [] : [`${path}: ${String(expected)} expected, ${String(actual)} found`];
}

describe('the worked checks', () => {
  it.each([example, ...checks].map((c, index) => [index, c] as const))(
    'case %i',
    (_index, { input, expected }) => {
      const result = solveDocument(validateCheckDocument(input));
      expect(deviations(expected, result)).toEqual([]);
      expect(validateResultDocument(structuredClone(result))).toEqual(result);
    },
  );
});

describe('the worked sights', () => {
  it.each(sight.map((c, index) => [index, c] as const))('case %i', (_index, { input, expected }) => {
    const { lateralM, angleRad } = markShift({ ...input, handedness: input.hand });
    expect(deviations(expected, { lateralM, angleDeg: degreesFromRadians(angleRad) })).toEqual([]);
  });
});

describe('the worked series', () => {
  it.each(series.map((c, index) => [index, c] as const))('case %i', (_index, { input, expected }) => {
    const track = trackDocument(validateSeriesDocument(input));
    expect(deviations(expected, track)).toEqual([]);
    expect(validateTrackDocument(structuredClone(track))).toEqual(track);
  });
});
