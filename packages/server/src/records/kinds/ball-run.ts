import { type BallRunInput, type Kept, validateBallRunInput } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** Balls that a student hit in a row. */
export const BALL_RUN: Kind<BallRunInput, Kept<BallRunInput>> = {
  name: 'ball-run',
  table: 'ball_run',
  path: 'ball-runs',
  owner: 'student',
  plural: 'runs of balls',
  fields: {
    studentId: 'plain',
    lessonId: 'plain',
    checkId: 'plain',
    hitOn: 'plain',
    startedAt: 'plain',
    note: 'plain',
    run: 'json',
  },
  orderedBy: 'startedAt',
  parents: { lessonId: 'lesson', checkId: 'setup_check' },
  require: validateBallRunInput,
};
