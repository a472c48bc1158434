import { ballGoalOf, shareOfGoal, USUAL_OF_CLUB, USUAL_STATURE_M } from '@lotrecht/judging';
import { type ClubGroup, type MethodDocument } from '@lotrecht/records';
import { type Handedness, radiansFromDegrees, type StationWish } from '@lotrecht/core';

/** What a station is asked for. */
export interface StationGround {
  readonly handedness: Handedness;
  readonly clubGroup: ClubGroup;
  readonly statureM: number;
  readonly shoeLengthM: number;
  readonly rodM: number;
  /** The student's own, where they were read. */
  readonly toesToBallM?: number;
  readonly stanceM?: number;
  readonly gateM: number;
  readonly gateLeanDeg: number;
  readonly line: StationWish['line'];
  readonly sightFromM: number;
  readonly slideAheadM: number;
}

/** Length of a club from a usual adult's, m. */
const CLUB_M: Readonly<Record<ClubGroup, number>> = {
  wedge: 0.9,
  'short-iron': 0.93,
  'mid-iron': 0.95,
  'long-iron': 1,
  'fairway-wood': 1.08,
  driver: 1.14,
};
const FOOT_WIDTH_SHARE = 0.34;

/** The station a method wants for a club and a student: measured where it was read, usual lengths elsewhere. */
export function stationOfMethod(method: MethodDocument, ground: StationGround): StationWish {
  const usual = USUAL_OF_CLUB[ground.clubGroup];
  const scale = ground.statureM / USUAL_STATURE_M;
  const stanceM = ground.stanceM ?? usual.stanceM * scale;
  return {
    handedness: ground.handedness,
    toesToBallM: ground.toesToBallM ?? usual.toesToBallM * scale,
    stanceM,
    ballShare: shareOfGoal(ballGoalOf(method, ground.clubGroup), stanceM),
    footWidthM: FOOT_WIDTH_SHARE * ground.shoeLengthM,
    shoeLengthM: ground.shoeLengthM,
    rodM: ground.rodM,
    slideAheadM: ground.slideAheadM,
    markM: method.markM,
    gateM: ground.gateM,
    gateLeanRad: radiansFromDegrees(ground.gateLeanDeg),
    line: ground.line,
    launchRad: radiansFromDegrees(usual.launchDeg),
    sightFromM: ground.sightFromM,
    clubM: CLUB_M[ground.clubGroup] * scale,
  };
}
