import { isCold, lineProgress, progressChoices } from '@lotrecht/judging';
import { type LineFlag, type MeasuredLineView } from '@lotrecht/records';

/**
 * What a student's cold lines say at their last lesson: relapsed, or stable. Only what is newest counts, an old relapse
 * that was mended since does not.
 *
 * @param all all lines of the student, oldest first
 */
export function flagsOfLines(
  all: readonly MeasuredLineView[],
  handedness: 'right' | 'left',
): readonly LineFlag[] {
  // What was kept against a question is shown, and flags nothing.
  const rows = all.filter((row) => !row.doubted);
  const newest = rows.at(-1)?.heldOn;
  if (newest === undefined) return [];
  return progressChoices(rows)
    .filter(({ circumstances }) => isCold(circumstances))
    .flatMap((choice): readonly LineFlag[] => {
      const progress = lineProgress(rows, choice, { handedness, forecastOn: newest });
      const last = progress?.track.lessons.at(-1);
      const flag = progress?.track.flags.at(-1);
      if (progress === null || last === undefined || flag?.date !== last.date) return [];
      return [{ code: flag.code, line: choice.line, clubGroup: choice.clubGroup, date: flag.date }];
    });
}
