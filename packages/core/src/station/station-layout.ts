import { type Handedness, sideSign } from '../geometry/handedness.ts';
import { RANGES, type Range, requirePositive, requireWithin } from '../refusal/ranges.ts';
import { type GroundPoint } from '../scene/ground-points.ts';
import { type GateRod, gateRod } from './gate-rod.ts';

/** What a station is laid for. Lengths in metres, angles in rad. */
export interface StationWish {
  readonly handedness: Handedness;
  /** Toe line to ball. */
  readonly toesToBallM: number;
  /** Heel to heel. */
  readonly stanceM: number;
  /** Ball behind the lead heel as a share of the stance, 0 to 1. */
  readonly ballShare: number;
  /** Width of one foot. */
  readonly footWidthM: number;
  readonly shoeLengthM: number;
  readonly rodM: number;
  /** What the target line is laid with. */
  readonly line: 'rod' | 'string';
  /** How far the target rod is slid ahead, so that a ball can be struck: its near end from the ball. */
  readonly slideAheadM: number;
  /** Mark on the target line ahead of the ball. */
  readonly markM: number;
  /** Gate rod ahead of the ball. */
  readonly gateM: number;
  readonly launchRad: number;
  /** How far the gate rod leans away from the player, from the plumb line. */
  readonly gateLeanRad: number;
  /** Where the line is sighted from, behind the ball. */
  readonly sightFromM: number;
  /** Length of the club in hand: nobody stands within its swing and a rod's length. */
  readonly clubM: number;
}

/** One thing of a station with the ground points it is laid to. */
export interface StationItem {
  readonly code:
    | 'ball'
    | 'far-peg'
    | 'target-rod'
    | 'string'
    | 'toe-rod'
    | 'square-rod'
    | 'mark'
    | 'lead-foot'
    | 'trail-foot'
    | 'gate-rod'
    | 'sight-from';
  /** One for a thing that is a point, two for one that is a length. */
  readonly points: readonly GroundPoint[];
}

/** A station to scale. */
export interface StationLayout {
  /** In the order of laying. */
  readonly items: readonly StationItem[];
  /** From feet together with the ball at the middle; a step back would be negative and is none. */
  readonly steps: { readonly leadM: number; readonly trailM: number; readonly ballShare: number };
  readonly gate: GateRod;
  /** Radius about the ball inside which nobody stands while a ball is hit. */
  readonly keepOutM: number;
  /** Where the approach begins and ends: from behind, on the player's own side. */
  readonly approach: readonly GroundPoint[];
}

/** The peg ahead that distances are taken from, besides the ball. */
export const FAR_PEG_M = 2;
/** Clear of the club and the ball. */
const SQUARE_ROD_CLEAR_M = 0.12;
/** An arm's reach beyond the club. */
const ARMS_M = 0.7;
const APPROACH_BEHIND_M = 2;
/** A string lies beside the ball, on the far side: a ball can be struck, and only differences of gaps enter. */
const STRING_BESIDE_M = 0.15;
/** Half of a six-metre string. */
const STAKE_M = 3;
const LENGTH: Range = { least: 0, most: 5 };
const FAR: Range = { least: 0, most: 20 };
const SHARE: Range = { least: 0, most: 1 };

/**
 * A station laid by tape: everything that lies on the ground, in the order of laying.
 *
 * @throws RefusedInput for lengths that no station has
 * @example stationLayout({ handedness: 'right', toesToBallM: 0.6, stanceM: 0.4, ballShare: 0.4, footWidthM: 0.1, shoeLengthM: 0.29, rodM: 1.22, slideAheadM: 0.4, markM: 0.4, gateM: 2, launchRad: 0.3, gateLeanRad: 0.17, line: 'rod', sightFromM: 2.5, clubM: 0.95 }).keepOutM // 2.87
 */
export function stationLayout(wish: StationWish): StationLayout {
  const s = sideSign(wish.handedness);
  const toes = requirePositive('toesToBallM', wish.toesToBallM, LENGTH);
  const stance = requirePositive('stanceM', wish.stanceM, RANGES.baseM);
  const share = requireWithin('ballShare', wish.ballShare, SHARE);
  const foot = requirePositive('footWidthM', wish.footWidthM, LENGTH);
  const shoe = requirePositive('shoeLengthM', wish.shoeLengthM, LENGTH);
  const rod = requirePositive('rodM', wish.rodM, LENGTH);
  const near = requireWithin('slideAheadM', wish.slideAheadM, LENGTH);
  const mark = requirePositive('markM', wish.markM, FAR);
  const sight = requirePositive('sightFromM', wish.sightFromM, FAR);
  const club = requirePositive('clubM', wish.clubM, LENGTH);
  const gate = gateRod({
    gateM: wish.gateM,
    launchRad: wish.launchRad,
    leanRad: wish.gateLeanRad,
    rodM: rod,
  });
  const on = (gapM: number, yM: number): GroundPoint => ({ xM: gapM === 0 ? 0 : -s * gapM, yM });
  const leadY = share * stance;
  const trailY = leadY - stance;
  const leadStep = Math.max(0, leadY - foot / 2);
  const trailStep = Math.max(0, stance - foot - leadStep);
  const middle = (leadY + trailY) / 2;
  const footAt = (y: number): readonly GroundPoint[] => [on(toes, y), on(toes + shoe, y)];
  return {
    items: [
      { code: 'ball', points: [on(0, 0)] },
      { code: 'sight-from', points: [on(0, -sight)] },
      { code: 'far-peg', points: [on(0, FAR_PEG_M)] },
      wish.line === 'string'
        ? { code: 'string', points: [on(-STRING_BESIDE_M, -STAKE_M), on(-STRING_BESIDE_M, STAKE_M)] }
        : { code: 'target-rod', points: [on(0, near), on(0, near + rod)] },
      { code: 'mark', points: [on(0, mark)] },
      { code: 'toe-rod', points: [on(toes, middle + rod / 2), on(toes, middle - rod / 2)] },
      {
        code: 'square-rod',
        points: [on(SQUARE_ROD_CLEAR_M, 0), on(Math.min(SQUARE_ROD_CLEAR_M + rod, toes), 0)],
      },
      { code: 'lead-foot', points: footAt(leadY) },
      { code: 'trail-foot', points: footAt(trailY) },
      { code: 'gate-rod', points: [on(0, gate.footM)] },
    ],
    steps: {
      leadM: leadStep,
      trailM: trailStep,
      ballShare: (foot / 2 + leadStep) / (foot + leadStep + trailStep),
    },
    gate,
    keepOutM: club + ARMS_M + rod,
    approach: [on(toes + shoe, -APPROACH_BEHIND_M), on(toes + shoe / 2, middle)],
  };
}

/**
 * Where a point is found with a tape: its distances from the ball and from the peg on the target line ahead.
 *
 * @returns m; of the two points with these distances it is the one on the player's side, for a string the other
 * @example tapeDistances({ xM: -0.6, yM: 0 }).fromPegM // 2.08806...
 */
export function tapeDistances({ xM, yM }: GroundPoint): {
  readonly fromBallM: number;
  readonly fromPegM: number;
} {
  return { fromBallM: Math.hypot(xM, yM), fromPegM: Math.hypot(xM, yM - FAR_PEG_M) };
}
