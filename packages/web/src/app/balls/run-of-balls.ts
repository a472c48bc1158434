import { type BallRunInput, type ClubGroup } from '@lotrecht/records';

export type Run = BallRunInput['run'];
export type Ball = Run['balls'][number];

/** What has been tapped of the ball at hand. */
export interface BallAtHand {
  readonly felt?: NonNullable<Ball['felt']>;
  readonly start?: Ball['start'];
  readonly contact?: NonNullable<Ball['contact']>;
  readonly carryM?: number;
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
  const { start, finish } = atHand;
  const ball: Ball = { id, ...known(atHand), start, finish };
  return { ...run, balls: [...run.balls, ball] };
}

/** Without its last ball. @returns what had been tapped of it before it came down, to go on with */
export function undone(run: Run): { readonly run: Run; readonly atHand: BallAtHand } {
  const last = run.balls.at(-1);
  return { run: { ...run, balls: run.balls.slice(0, -1) }, atHand: last === undefined ? {} : atHandOf(last) };
}

function atHandOf(ball: Ball): BallAtHand {
  return { ...known(ball), start: ball.start };
}

/** What may be known of a ball, and what need not. */
function known({ felt, contact, carryM }: Omit<BallAtHand, 'start'>): Omit<BallAtHand, 'start'> {
  return { ...(felt && { felt }), ...(contact && { contact }), ...(carryM && { carryM }) };
}

/** Whether somebody tells of its balls what need not be told: the next run asks for it too. */
export function tellsMore({ balls, toesAfterDeg }: Run): boolean {
  return toesAfterDeg !== undefined || balls.some(({ contact, carryM }) => contact ?? carryM);
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
