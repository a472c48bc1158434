import { type BallRunInput, type Kept } from '@lotrecht/records';
import { KIND } from '@lotrecht/records/kinds';
import { ballText } from '@lotrecht/words';
import { recordKind } from '../record-kind.ts';

/** Balls in a row, as they were seen. */
export type BallRun = Kept<BallRunInput>;

export const BALL_RUN = recordKind<BallRunInput, BallRun>(KIND['ball-run'], ({ note, run }) => [
  { label: 'Note', text: note ?? '' },
  { label: 'Club', text: run.club ?? run.clubGroup },
  { label: 'Balls', text: run.balls.map((ball) => ballText(ball)).join('; ') },
]);
