import { type Side } from '@lotrecht/core';
import { sideSign } from '@lotrecht/core/handedness';
import { radiansFromDegrees } from '@lotrecht/core/angle';
import { type DistanceUnit, formatDistance } from './typed-length.ts';

/** A ball as it was tapped. */
export interface TappedBallSaid {
  readonly start: { readonly widths?: number | undefined; readonly side?: Side | undefined };
  readonly finish: { readonly bearingDeg?: number | undefined; readonly side?: Side | undefined };
  readonly carryM?: number | undefined;
  readonly contact?: 'thin' | 'heavy' | 'heel' | 'toe' | 'clean' | undefined;
  readonly struck?: 'topped' | 'interrupted' | undefined;
}

/** How a run is told. */
export interface BallTold {
  readonly unit: DistanceUnit;
  /** How far the ball carries, m: lengths to the side are told there. */
  readonly carryM: number;
}

/**
 * One ball in words.
 *
 * @example ballText({ start: { widths: -2 }, finish: { side: 'over' } }) // 'started 2 balls left, finished on it'
 */
export function ballText(
  { start, finish, carryM, contact, struck }: TappedBallSaid,
  told?: BallTold,
): string {
  const itsOwn = told && { ...told, carryM: carryM ?? told.carryM };
  const carried = carryM === undefined ? '' : `, carried ${formatDistance(carryM, told?.unit ?? 'm')}`;
  const ball = `started ${startText(start)}, finished ${finishText(finish, itsOwn)}${carried}${contact ? `, ${contact}` : ''}`;
  return struck === undefined ? ball : `${ball} (${struck})`;
}

function startText({ widths, side }: TappedBallSaid['start']): string {
  if (widths === undefined) return side === 'over' || side === undefined ? 'over it' : side;
  if (widths === 0) return 'over the rod';
  const count = Math.abs(widths);
  return `${count} ${count === 1 ? 'ball' : 'balls'} ${widths < 0 ? 'left' : 'right'}`;
}

function finishText({ bearingDeg, side }: TappedBallSaid['finish'], told?: BallTold): string {
  if (bearingDeg === undefined) return side === 'over' || side === undefined ? 'on it' : side;
  return asideText(bearingDeg, told);
}

/**
 * So many degrees aside as a length where the ball comes down; as degrees where nobody knows how far that is.
 *
 * @example asideText(-2) // '2.0° left'
 */
export function asideText(deg: number, told?: BallTold): string {
  if (Math.abs(deg) < STRAIGHT_DEG) return 'straight';
  return `${widthText(deg, told)} ${deg < 0 ? 'left' : 'right'}`;
}

/**
 * The same, whichever side.
 *
 * @example widthText(-4, { unit: 'm', carryM: 143 }) // '10 m'
 */
export function widthText(deg: number, told?: BallTold): string {
  if (told === undefined) return `${Math.abs(deg).toFixed(1)}°`;
  const metres = Math.tan(radiansFromDegrees(Math.abs(deg))) * told.carryM;
  return formatDistance(metres < 10 ? metres : Math.round(metres), told.unit);
}

const STRAIGHT_DEG = 0.2;
/** Less is no start, and no curve, to a side. */
const [OVER_DEG, CURVE_DEG, MUCH_DEG] = [0.9, 1, 6] as const;

/**
 * Start and curve in the words of the trade, from the player’s own hand.
 *
 * @param curveDeg from start to finish, right positive
 * @example shapeText({ startDeg: 2, curveDeg: 4 }, 'right') // 'push, fade'
 */
export function shapeText(
  { startDeg, curveDeg }: { readonly startDeg: number; readonly curveDeg: number },
  handedness: 'right' | 'left',
): string {
  const hand = sideSign(handedness);
  const [start, curve] = [hand * startDeg, hand * curveDeg];
  const starts = Math.abs(start) < OVER_DEG ? 'straight' : start < 0 ? 'pull' : 'push';
  if (Math.abs(curve) < CURVE_DEG) return starts;
  const much = Math.abs(curve) >= MUCH_DEG;
  return `${starts}, ${curve < 0 ? (much ? 'hook' : 'draw') : much ? 'slice' : 'fade'}`;
}

/** A figure with its interval, degrees from the target line, right positive. */
interface Figure {
  readonly meanDeg: number;
  readonly lowDeg: number;
  readonly highDeg: number;
}

/** What a run says, for its sentences. */
export interface RunSaid {
  readonly count: number;
  readonly posterior: Readonly<Record<'start' | 'finish' | 'face' | 'path', Figure>>;
  readonly finding: {
    readonly cause: 'aim' | 'brought-back' | 'as-set-up' | 'face' | 'path' | 'both';
    readonly probability: number;
    readonly told: boolean;
    readonly moreBalls: number | null;
  } | null;
  readonly setUp: Readonly<Record<'face' | 'body', { readonly meanDeg: number }>> | null;
}

/** Sentences of a run: what to do first, what was seen, and the figures for who asks. */
export interface RunSentences {
  readonly first: string;
  readonly seen: readonly string[];
  readonly figures: readonly string[];
}

/** A finish so little to the pulling side is what a square set-up brings. */
const [LITTLE_FROM_DEG, LITTLE_TO_DEG] = [0.5, 3] as const;

/**
 * What a run of balls says.
 *
 * @example runSentences({ count: 3, posterior: { start: { meanDeg: 0, lowDeg: -1, highDeg: 1 }, finish: { meanDeg: 0, lowDeg: -1, highDeg: 1 }, face: { meanDeg: 0, lowDeg: -1, highDeg: 1 }, path: { meanDeg: 0, lowDeg: -1, highDeg: 1 } }, finding: null, setUp: null }, 'right', { unit: 'm', carryM: 140 }).first // 'Read a set-up: then the balls say whether aim, face or path.'
 */
export function runSentences(said: RunSaid, handedness: 'right' | 'left', told: BallTold): RunSentences {
  const { count, posterior, finding } = said;
  const { start, finish, face, path } = posterior;
  const shape = shapeText({ startDeg: start.meanDeg, curveDeg: finish.meanDeg - start.meanDeg }, handedness);
  const seen = [
    `${count} balls: started ${asideText(start.meanDeg, told)}, came down ${asideText(finish.meanDeg, told)}.`,
    `Mostly ${shape}.`,
  ];
  const pulled = -sideSign(handedness) * finish.meanDeg;
  if (finding?.cause === 'as-set-up' && pulled >= LITTLE_FROM_DEG && pulled <= LITTLE_TO_DEG)
    seen.push(`A finish a little ${finish.meanDeg < 0 ? 'left' : 'right'} with a square set-up is fine.`);
  return {
    first: firstOfRun(said, told),
    seen,
    figures: [
      ...(finding === null ? [] : [`As sure as that is: ${Math.round(100 * finding.probability)} %.`]),
      `Face ${figureText(face)}, path ${figureText(path)}.`,
      'A ball hit off the middle of the face can bend any way.',
    ],
  };
}

function firstOfRun({ posterior, finding, setUp }: RunSaid, told: BallTold): string {
  if (finding === null || setUp === null)
    return 'Read a set-up: then the balls say whether aim, face or path.';
  if (!finding.told) {
    const { moreBalls } = finding;
    return moreBalls === null
      ? 'Not decided yet. Read the set-up once more; more of these balls would not tell.'
      : `Not decided yet. About ${moreBalls} more ${moreBalls === 1 ? 'ball' : 'balls'} would tell.`;
  }
  switch (finding.cause) {
    case 'aim':
      return 'Aim first: a line of the set-up is out. Then hit another run.';
    case 'brought-back':
      return 'Aimed away and brought back: aim first. Then hit another run.';
    case 'as-set-up':
      return 'The ball does what the set-up says.';
    case 'face':
      return `The face, not the aim: ${asideText(posterior.face.meanDeg - setUp.face.meanDeg, told)} of where it was aimed.`;
    case 'path':
      return `The path, not the aim: ${asideText(posterior.path.meanDeg - setUp.body.meanDeg, told)} of where the body is turned.`;
    case 'both':
      return 'Face and path both leave the set-up. Work on the face first.';
  }
}

function figureText({ meanDeg, lowDeg, highDeg }: Figure): string {
  const [low, high] = [lowDeg, highDeg].map(sidedDegrees);
  return `${sidedDegrees(meanDeg)} (${low} to ${high})`;
}

function sidedDegrees(deg: number): string {
  const shown = Math.abs(deg).toFixed(1);
  return shown === '0.0' ? '0°' : `${shown}° ${deg < 0 ? 'left' : 'right'}`;
}

/**
 * The club laid on the toes after a shot, beside the toes of the set-up.
 *
 * @param toesAfterDeg where it pointed, degrees from the target line, right positive
 * @param after null where the toes were not read
 * @example toesAfterText(-4, { fromReadDeg: -3.5, differs: false }) // 'The club on the toes pointed 4.0° left after the shot: as they were read.'
 */
export function toesAfterText(
  toesAfterDeg: number,
  after: { readonly fromReadDeg: number; readonly differs: boolean } | null,
  told?: BallTold,
): string {
  const pointed = `The club on the toes pointed ${asideText(toesAfterDeg, told)} after the shot`;
  if (after === null) return `${pointed}.`;
  if (!after.differs) return `${pointed}: as they were read.`;
  const farther = `${widthText(after.fromReadDeg, told)} farther ${after.fromReadDeg < 0 ? 'left' : 'right'}`;
  return `${pointed}: ${farther} than read. Read the set-up again.`;
}

/**
 * What changed between two runs.
 *
 * @example runChangeText({ of: 'start', deltaDeg: -4, real: true }) // 'Balls start 4.0° farther left than in the run before: real.'
 */
export function runChangeText(
  {
    of,
    deltaDeg,
    real,
  }: { readonly of: 'start' | 'finish'; readonly deltaDeg: number; readonly real: boolean },
  told?: BallTold,
): string {
  const what = of === 'start' ? 'Balls start' : 'Balls come down';
  if (!real) return `${what} as in the run before, as far as this shows.`;
  return `${what} ${widthText(deltaDeg, told)} farther ${deltaDeg < 0 ? 'left' : 'right'} than in the run before: real.`;
}
