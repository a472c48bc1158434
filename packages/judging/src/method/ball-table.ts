import { type ClubGroup } from '@lotrecht/records';

/**
 * Usual values of a club group for an adult of 1.78 m: for drawing, planning and pre-filling, shown as "usual, not
 * measured". None of them enters an angle or a verdict.
 */
export interface UsualOfClub {
  readonly toesToBallM: number;
  /** Gap of the eye midpoint. */
  readonly eyesInsideM: number;
  readonly stanceM: number;
  /** Ball behind the lead heel, share of the stance, in percent: graded by club, and in blocks. */
  readonly ballPercent: { readonly graded: number; readonly blocks: number };
  readonly launchDeg: number;
  /** Share of the face in the start direction. */
  readonly faceShare: number;
}

/** By club group, the shortest clubs first. */
export const USUAL_OF_CLUB: Readonly<Record<ClubGroup, UsualOfClub>> = {
  wedge: {
    toesToBallM: 0.5,
    eyesInsideM: 0.28,
    stanceM: 0.3,
    ballPercent: { graded: 50, blocks: 50 },
    launchDeg: 28,
    faceShare: 0.75,
  },
  'short-iron': {
    toesToBallM: 0.55,
    eyesInsideM: 0.33,
    stanceM: 0.35,
    ballPercent: { graded: 46, blocks: 50 },
    launchDeg: 21,
    faceShare: 0.75,
  },
  'mid-iron': {
    toesToBallM: 0.6,
    eyesInsideM: 0.38,
    stanceM: 0.4,
    ballPercent: { graded: 40, blocks: 50 },
    launchDeg: 17,
    faceShare: 0.75,
  },
  'long-iron': {
    toesToBallM: 0.68,
    eyesInsideM: 0.43,
    stanceM: 0.43,
    ballPercent: { graded: 30, blocks: 30 },
    launchDeg: 14,
    faceShare: 0.78,
  },
  'fairway-wood': {
    toesToBallM: 0.75,
    eyesInsideM: 0.48,
    stanceM: 0.46,
    ballPercent: { graded: 20, blocks: 20 },
    launchDeg: 12,
    faceShare: 0.82,
  },
  driver: {
    toesToBallM: 0.82,
    eyesInsideM: 0.52,
    stanceM: 0.5,
    ballPercent: { graded: 8, blocks: 8 },
    launchDeg: 11,
    faceShare: 0.85,
  },
};

/** Stature that the usual lengths belong to, m; lengths scale with it. */
export const USUAL_STATURE_M = 1.78;
