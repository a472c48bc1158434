import { randomUUID } from 'node:crypto';
import { type BallRunInput, type UsualMissInput } from '@lotrecht/records';
import { type Dice, hitBall, type SimulatedSwing } from '@lotrecht/simulation';

/** What the balls of a student’s last lesson come from. */
export type DemoBalls = 'as-set-up' | 'face' | 'path' | 'brought-back';

/** Face and path of a right-hander, degrees from the target line, right positive. */
const HIT: Readonly<Record<DemoBalls, readonly [faceDeg: number, pathDeg: number]>> = {
  'as-set-up': [0.3, -0.4],
  face: [5, 0.2],
  path: [0.4, -7.5],
  'brought-back': [-0.6, -4.5],
};

/** A mid iron of a player of middling speed, as the usual one. */
const MID_IRON: Omit<SimulatedSwing, 'faceDeg' | 'pathDeg'> = {
  faceSpreadDeg: 1.1,
  pathSpreadDeg: 1.4,
  share: 0.74,
  bends: 1,
  loftDeg: 24,
  attackDeg: -4,
  spinPerS: 6200 / 60,
  speedMs: 45.5,
  windMs: [0, 0],
};
const BALLS = 8;

/** Whose lesson it is, and the set-up that the balls followed. */
interface DemoLessonOfBalls {
  readonly studentId: string;
  readonly lessonId: string;
  readonly checkId: string;
  readonly heldOn: string;
  readonly handedness: 'right' | 'left';
}

/** What a right-hander says of such balls. */
const SAID: Readonly<Record<DemoBalls, Pick<UsualMissInput['miss'], 'start' | 'bend'>>> = {
  'as-set-up': { start: 'over', bend: 'none' },
  face: { start: 'right', bend: 'right' },
  path: { start: 'left', bend: 'right' },
  'brought-back': { start: 'left', bend: 'right' },
};
const OTHER = { left: 'right', right: 'left', over: 'over', none: 'none' } as const;

/** The usual miss as it was said when the lesson began. */
export function usualMissOf(
  kind: DemoBalls,
  { studentId, lessonId, heldOn, handedness }: DemoLessonOfBalls,
): UsualMissInput {
  const { start = 'over', bend = 'none' } = SAID[kind];
  const said = handedness === 'right' ? { start, bend } : { start: OTHER[start], bend: OTHER[bend] };
  return {
    revision: 0,
    studentId,
    lessonId,
    saidOn: heldOn,
    miss: { ...said, clubGroup: 'mid-iron', where: 'course' },
  };
}

/** The run that a student hit after a set-up of their last lesson. */
export function ballRunOf(
  kind: DemoBalls,
  { studentId, lessonId, checkId, heldOn, handedness }: DemoLessonOfBalls,
  dice: Dice,
): BallRunInput {
  const side = handedness === 'right' ? 1 : -1;
  const [face, path] = HIT[kind];
  const swing = { ...MID_IRON, faceDeg: side * face, pathDeg: side * path };
  return {
    revision: 0,
    studentId,
    lessonId,
    checkId,
    hitOn: heldOn,
    startedAt: `${heldOn}T10:45:00.000Z`,
    run: {
      clubGroup: 'mid-iron',
      club: '7-iron',
      carryM: 140,
      target: { name: 'Barge', distanceM: 150 },
      gateM: 2,
      windRightMs: 0,
      windAheadMs: 0,
      help: 'cued',
      place: 'range',
      balls: Array.from({ length: BALLS }, () => {
        const { widths, tappedDeg } = hitBall(swing, dice);
        return {
          id: randomUUID(),
          start: { widths },
          finish: { bearingDeg: Math.round(10 * tappedDeg) / 10 },
        };
      }),
    },
  };
}
