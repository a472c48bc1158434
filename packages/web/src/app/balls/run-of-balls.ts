import { type BallRunInput, type ClubGroup } from '@lotrecht/records';

export type Run = BallRunInput['run'];
export type Ball = Run['balls'][number];

/** What has been tapped of the ball at hand. */
export interface BallAtHand {
  readonly felt?: Ball['felt'];
  readonly start?: Ball['start'];
  readonly contact?: Ball['contact'];
}

/** A straight shot of a player of middling speed carries so far, m. */
export const USUAL_CARRY_M: Readonly<Record<ClubGroup, number>> = {
  wedge: 60,
  'short-iron': 105,
  'mid-iron': 140,
  'long-iron': 160,
  'fairway-wood': 175,
  driver: 200,
};

/** One ball more, complete with where it came down. */
export function hit(run: Run, id: string, atHand: BallAtHand & Pick<Ball, 'start' | 'finish'>): Run {
  const { felt, start, finish, contact } = atHand;
  const ball: Ball = { id, start, finish, ...(felt && { felt }), ...(contact && { contact }) };
  return { ...run, balls: [...run.balls, ball] };
}

/** Without its last ball. @returns what had been tapped of it before it came down, to go on with */
export function undone(run: Run): { readonly run: Run; readonly atHand: BallAtHand } {
  const last = run.balls.at(-1);
  return { run: { ...run, balls: run.balls.slice(0, -1) }, atHand: last === undefined ? {} : atHandOf(last) };
}

function atHandOf({ felt, start, contact }: Ball): BallAtHand {
  return { start, ...(felt && { felt }), ...(contact && { contact }) };
}

/** A ball that counts for nothing, with the reason; undefined: it counts again. */
export function struck(run: Run, id: string, reason: Ball['struck']): Run {
  const balls = run.balls.map((ball): Ball => {
    if (ball.id !== id) return ball;
    const { struck: _before, ...others } = ball;
    return { ...others, ...(reason && { struck: reason }) };
  });
  return { ...run, balls };
}
