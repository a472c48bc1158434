import { type CohortLine, type CohortView } from '@lotrecht/records';
import { proportion } from '@lotrecht/core';
import { LINE_TITLES } from '../../words/words.ts';

/** A line of a group in words. */
export interface CohortRow {
  readonly line: string;
  readonly title: string;
  /** Students it was judged for. */
  readonly of: number;
  readonly inText: string;
  readonly openText: string;
  readonly closedText: string;
  readonly cannotTellText: string;
  readonly relapsedText: string;
}

/** Fewer than this say nothing of a group: the counts stand alone. */
const FEWEST = 5;

/** A share of students with where it may lie. @example shareText(71, 100) // '71 % (61 to 79)' */
export function shareText(hits: number, of: number): string {
  if (of < FEWEST) return `${hits} of ${of}`;
  const { share, low, high } = proportion(hits, of);
  const percent = (x: number): string => String(Math.round(100 * x));
  return `${percent(share)} % (${percent(low)} to ${percent(high)})`;
}

/** Lines of a group in field order. */
export function cohortRows({ lines }: CohortView): readonly CohortRow[] {
  return lines.map(rowOf);
}

function rowOf({ line, open, closed, verdicts, relapsed }: CohortLine): CohortRow {
  const of = verdicts.in + verdicts.out + verdicts['cannot-tell'];
  return {
    line,
    title: LINE_TITLES[line],
    of,
    inText: shareText(verdicts.in, of),
    openText: shareText(open, of),
    closedText: shareText(closed, of),
    cannotTellText: shareText(verdicts['cannot-tell'], of),
    relapsedText: shareText(relapsed, of),
  };
}
