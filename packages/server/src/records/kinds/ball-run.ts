import { KIND, type BallRunInput, type Kept, validateBallRunInput } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** Balls that a student hit in a row. */
export const BALL_RUN: Kind<BallRunInput, Kept<BallRunInput>> = {
  ...KIND['ball-run'],
  orderedBy: 'startedAt',
  require: validateBallRunInput,
};
