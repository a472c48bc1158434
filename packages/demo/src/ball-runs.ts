import { randomUUID } from 'node:crypto';
import { type BallRunInput } from '@lotrecht/records';
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

/** The run that a student hit after a set-up of their last lesson. */
export function ballRunOf(
  kind: DemoBalls,
  {
    studentId,
    lessonId,
    checkId,
    heldOn,
    handedness,
  }: {
    readonly studentId: string;
    readonly lessonId: string;
    readonly checkId: string;
    readonly heldOn: string;
    readonly handedness: 'right' | 'left';
  },
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
