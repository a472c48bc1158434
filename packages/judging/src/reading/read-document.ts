import {
  type CheckDocument,
  type MethodDocument,
  type ResultDocument,
  type SeriesDocument,
  type TrackDocument,
  DocumentRefused,
  validateCheckDocument,
  validateResultDocument,
  validateSeriesDocument,
  validateTrackDocument,
} from '@lotrecht/records';
import { solveDocument } from '../check/solve-document.ts';
import { requireMethodDocument } from '../method/require-method.ts';
import { trackDocument } from '../track/track-document.ts';

/** Every document of ours. */
export type LotrechtDocument =
  CheckDocument | ResultDocument | SeriesDocument | TrackDocument | MethodDocument;

/** How each format is read; a check and a series must also be solvable. */
const READERS: Readonly<Record<string, (value: unknown) => LotrechtDocument>> = {
  'lotrecht-check': (value) => {
    const document = validateCheckDocument(value);
    solveDocument(document, { answer: 'live' });
    return document;
  },
  'lotrecht-result': validateResultDocument,
  'lotrecht-series': (value) => {
    const document = validateSeriesDocument(value);
    trackDocument(document);
    return document;
  },
  'lotrecht-track': validateTrackDocument,
  'lotrecht-method': requireMethodDocument,
};

/**
 * Any document of ours by its format field, wholly checked.
 *
 * @throws DocumentRefused for an unknown format, a newer version, and everything that does not fit
 * @example readDocument({ format: 'lotrecht-check', version: 1, handedness: 'right', targetLine: {}, method: { id: 'first-lesson', version: 1 }, observations: [{ line: 'toes', by: 'gaps', leadGapMm: 571, trailGapMm: 602, baseMm: 450 }] }).format // 'lotrecht-check'
 */
export function readDocument(value: unknown): LotrechtDocument {
  const format = typeof value === 'object' && value !== null && 'format' in value ? value.format : undefined;
  const reader = typeof format === 'string' && Object.hasOwn(READERS, format) ? READERS[format] : undefined;
  if (reader !== undefined) return reader(value);
  throw new DocumentRefused([
    {
      code: 'unknown-format',
      path: '/format',
      message: `Use one of: ${Object.keys(READERS).join(', ')}.`,
    },
  ]);
}
