import { type LineFlag, lineProgress, progressChoices } from '@lotrecht/contract';
import { listMeasuredLines } from '../checks/measured-line-repository.ts';
import { type Queries } from '../database/database.ts';
import { type Actor } from '../http/context.ts';

/**
 * What a student's cold lines say at their last lesson: relapsed, or stable. Only what is newest counts, an old relapse
 * that was mended since does not.
 */
export async function flagsOfStudent(
  db: Queries,
  actor: Actor,
  { studentId, handedness }: { readonly studentId: string; readonly handedness: 'right' | 'left' },
): Promise<readonly LineFlag[]> {
  const rows = await listMeasuredLines(db, actor, { studentId });
  const newest = rows.at(-1)?.heldOn;
  if (newest === undefined) return [];
  return progressChoices(rows)
    .filter(({ circumstances: c }) => c.phase === 'baseline' && c.help === 'blind')
    .flatMap((choice): readonly LineFlag[] => {
      const progress = lineProgress(rows, choice, { handedness, forecastOn: newest });
      const last = progress?.track.lessons.at(-1);
      const flag = progress?.track.flags.at(-1);
      if (progress === null || last === undefined || flag?.date !== last.date) return [];
      return [{ code: flag.code, line: choice.line, clubGroup: choice.clubGroup, date: flag.date }];
    });
}
