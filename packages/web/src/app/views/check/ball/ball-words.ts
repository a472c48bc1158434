import { type BallHabit, type BallOfCheck } from '@lotrecht/judging';
import { type BallAndStance } from '@lotrecht/records';
import { formatLength, type LengthUnit } from '@lotrecht/words';
import { type Placed } from '@lotrecht/core';

/** What is known of ball, stance and distance. */
export interface BallGround {
  readonly ball: BallAndStance | undefined;
  readonly placed: BallOfCheck;
  /** With this set-up. */
  readonly habit: BallHabit | null;
  /** Before it. */
  readonly usual: BallHabit | null;
  readonly unit: LengthUnit;
}

/** So many set-ups make a habit that is worth a sentence. */
const HABIT_SET_UPS = 2;

/** Ball, distance and stance in sentences, the ball first; nothing of what was not read. */
export function ballSentences({ ball, placed, habit, usual, unit }: BallGround): readonly string[] {
  if (ball === undefined) return [];
  const length = (metres: number): string => formatLength(Math.round(Math.abs(metres) * 1000), unit);
  const { position, distance } = placed;
  const [ofBall, ofDistance] = [habit?.position ?? null, habit?.distance ?? null];
  const stanceBefore = usual?.stance ?? null;
  return [
    ...(position === null ? [] : [ballText(position, length)]),
    ...(ofBall === null || position === null || ofBall.setUps < HABIT_SET_UPS
      ? []
      : [
          ofBall.verdict === 'in'
            ? `It usually is, from ${ofBall.setUps} set-ups with these clubs.`
            : `With these clubs it is ${ofBall.verdict === 'out' ? 'usually' : 'perhaps usually'} ${length(ofBall.levelM)} ${wayOfBall(ofBall.levelM)}, from ${ofBall.setUps} set-ups.`,
          ...(ofBall.verdict === 'out'
            ? [`The right place will feel ${wayOfBall(-ofBall.levelM)} at first.`]
            : []),
        ]),
    ...(distance === null ? [] : [distanceText(distance, length)]),
    ...(ofDistance?.verdict !== 'out' || distance === null || ofDistance.setUps < HABIT_SET_UPS
      ? []
      : [`The right distance will feel ${ofDistance.levelM > 0 ? 'too near' : 'too far away'} at first.`]),
    ...(ball.stanceMm === undefined || stanceBefore === null
      ? []
      : [
          `Stance ${formatLength(ball.stanceMm, unit)}, usually ${length(stanceBefore.levelM)} with these clubs.`,
        ]),
  ];
}

function wayOfBall(offsetM: number): string {
  return offsetM > 0 ? 'too far back' : 'too far forward';
}

function ballText({ offsetM, verdict }: Placed, length: (metres: number) => string): string {
  if (verdict === 'in') return 'Ball where the method wants it.';
  return verdict === 'out'
    ? `Ball ${length(offsetM)} ${wayOfBall(offsetM)}: move it ${offsetM > 0 ? 'toward the target' : 'away from the target'}.`
    : `Ball about where the method wants it, perhaps ${length(offsetM)} ${wayOfBall(offsetM)}.`;
}

function distanceText({ offsetM, verdict }: Placed, length: (metres: number) => string): string {
  if (verdict === 'in') return 'The distance from the ball is right.';
  const far = offsetM > 0;
  return verdict === 'out'
    ? `${length(offsetM)} too ${far ? 'far from' : 'near'} the ball: step ${far ? 'in' : 'back'}.`
    : `The distance from the ball is about right, perhaps ${length(offsetM)} too ${far ? 'far' : 'near'}.`;
}

/** What the method wants, for who reads it. @example "The method wants the ball at 40 % of the stance behind the lead heel." */
export function wantedText(
  { sharePercent, behindLeadHeelMm, toBallMm, toleranceMm = 21 }: NonNullable<BallAndStance['goal']>,
  unit: LengthUnit,
): string {
  const at =
    behindLeadHeelMm === undefined
      ? `${sharePercent ?? 50} % of the stance behind the lead heel`
      : `${formatLength(behindLeadHeelMm, unit)} behind the lead heel`;
  const away = toBallMm === undefined ? '' : `, ${formatLength(toBallMm, unit)} from the toes`;
  return `Wanted: ${at}${away}, give or take ${formatLength(toleranceMm, unit)}.`;
}
