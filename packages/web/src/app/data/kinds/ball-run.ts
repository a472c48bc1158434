import { type BallRunInput, type Kept } from '@lotrecht/records';
import { ballText } from '@lotrecht/words';
import { type RecordKind } from '../record-kind.ts';

/** Balls in a row, as they were seen. */
export type BallRun = Kept<BallRunInput>;

export const BALL_RUN: RecordKind<BallRunInput, BallRun> = {
  name: 'ball-run',
  path: 'ball-runs',
  toInput: ({ revision, studentId, lessonId, checkId, hitOn, startedAt, note, run }) => ({
    revision,
    studentId,
    ...(lessonId && { lessonId }),
    ...(checkId && { checkId }),
    hitOn,
    startedAt,
    ...(note && { note }),
    run,
  }),
  rows: ({ note, run }) => [
    { label: 'Note', text: note ?? '' },
    { label: 'Club', text: run.club ?? run.clubGroup },
    { label: 'Balls', text: run.balls.map((ball) => ballText(ball)).join('; ') },
  ],
};
