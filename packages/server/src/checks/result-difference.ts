import { solveDocument } from '@lotrecht/judging';
import { type CheckDocument, DocumentRefused, type Rebase, type ResultDocument } from '@lotrecht/records';
import { RefusedInput } from '@lotrecht/core';

/** Results of the same core on the same readings agree to rounding; more than this is worth looking at. */
const NOTABLE = 1e-9;

/** What is counted over fixed points may move by a few of them with the last bits of another machine. */
const NOTABLE_OF_POINTS = 2e-3;

function differs(a: number, b: number, path: string): boolean {
  const notable = path.startsWith('/posterior/') ? NOTABLE_OF_POINTS : NOTABLE;
  return Math.abs(a - b) > notable * Math.max(1, Math.abs(a), Math.abs(b));
}

/**
 * Where two results differ by more than 1e-9, as JSON pointers.
 *
 * @param kept the server's
 * @param shown the browser's
 */
export function differencesBetween(kept: unknown, shown: unknown, path = ''): string[] {
  if (typeof kept === 'number' && typeof shown === 'number') return differs(kept, shown, path) ? [path] : [];
  if (isRecord(kept) && isRecord(shown)) {
    return [...new Set([...Object.keys(kept), ...Object.keys(shown)])].flatMap((key) =>
      differencesBetween(kept[key], shown[key], `${path}/${key}`),
    );
  }
  return kept === shown ? [] : [path];
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null;
}

/** A result beside the readings that it was made of. */
export interface StoredResult {
  readonly document: CheckDocument;
  readonly rebase: Rebase | null;
  readonly result: ResultDocument;
}

/** Where today's core comes to something else than a stored result, as JSON pointers. */
export function differencesWhenRecomputed({ document, rebase, result }: StoredResult): readonly string[] {
  try {
    // A result of the tape alone, as tables of readings bring it, has no answer to compare.
    const answer = result.posterior === undefined ? 'tape' : 'kept';
    const { core: _now, ...fresh } = solveDocument(document, {
      rebase: rebase ?? undefined,
      answer,
      stored: true,
    });
    const { core: _then, ...stored } = result;
    // Words may be worded anew; what is compared is what they say.
    return differencesBetween(stored, JSON.parse(JSON.stringify(fresh))).filter(
      (path) => !path.endsWith('/text'),
    );
  } catch (error) {
    if (!(error instanceof DocumentRefused) && !(error instanceof RefusedInput)) throw error;
    // Readings that today's core refuses are a difference of their own.
    return ['(refused)'];
  }
}
