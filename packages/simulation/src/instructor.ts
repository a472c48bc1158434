import { endsOf, type LinePlace, PLACES, type Point, type SimulatedLine } from './body.ts';
import { type Dice } from './dice.ts';
import { besideString, type LaidString, readTape } from './ground.ts';

/** How repeatably points are found, standard deviations in mm, and how a rod touches the body: at two places only. */
const FOUND_MM: Readonly<
  Record<SimulatedLine, { readonly bare: number; readonly contact: number; readonly apart: number }>
> = {
  toes: { bare: 3, contact: 2, apart: 450 },
  heels: { bare: 3, contact: 2, apart: 400 },
  knees: { bare: 8, contact: 4, apart: 350 },
  hips: { bare: 8, contact: 4, apart: 300 },
  shoulders: { bare: 10, contact: 4, apart: 400 },
  eyes: { bare: 4, contact: 3, apart: 140 },
  face: { bare: 1, contact: 0, apart: 75 },
};

/** A rod laid against the body: where its two contacts are found decides where it points. Degrees. */
function seated(line: SimulatedLine, turnDeg: number, dice: Dice, width = 1): number {
  const { contact, apart } = FOUND_MM[line];
  const askew = Math.atan2(dice.normal(contact) - dice.normal(contact), width * apart);
  return turnDeg + (askew * 180) / Math.PI;
}

/** What an instructor works with. */
export interface Tools {
  /** Division of the tape, mm. */
  readonly divisionMm: number;
  /** Sway of a bob from the body, mm. */
  readonly swayMm: number;
  /** Length of a rod held across, mm; undefined for bare landmarks. */
  readonly rodMm?: number;
  /** Standard deviation of reading a base, mm. */
  readonly baseErrorMm: number;
}

/** One tape reading of a body line, as it is written down. */
export interface SimulatedGaps {
  readonly line: Exclude<SimulatedLine, 'face'>;
  readonly by: 'gaps';
  readonly leadGapMm: number;
  readonly trailGapMm: number;
  readonly baseMm: number;
  readonly baseAlong: 'targetLine' | 'rod';
  readonly rod: boolean;
  readonly resolutionMm: number;
  readonly plumbMm: number;
}

/** A point is touched a little beside, a bob hung from it sways a little, and a coin is laid under it. */
function markUnder(point: Point, foundMm: number, swayMm: number, dice: Dice): { x: number; y: number } {
  return {
    x: point.x + dice.normal(foundMm) + dice.normal(swayMm),
    y: point.y + dice.normal(foundMm) + dice.normal(swayMm),
  };
}

/**
 * Marks a body line's ends on the ground and reads the tape from the string.
 *
 * @param turnDeg how the student really stands in this hold
 */
export function readGaps(
  line: Exclude<SimulatedLine, 'face'>,
  turnDeg: number,
  world: {
    readonly string: LaidString;
    readonly tools: Tools;
    readonly dice: Dice;
    /** Where this student's line is; the usual adult's without. */
    readonly place?: LinePlace;
    /** How much wider than usual the body is. Default 1. */
    readonly width?: number;
  },
  baseAlong: 'targetLine' | 'rod' = 'targetLine',
): SimulatedGaps {
  const { string, tools, dice, width = 1 } = world;
  const usual = world.place ?? PLACES[line];
  const place = { ...usual, lengthMm: width * usual.lengthMm };
  const onGround = line === 'toes' || line === 'heels';
  const swayMm = onGround ? 0 : tools.swayMm;
  const rod = tools.rodMm !== undefined && !onGround;
  // The ends of a rod are its own; what is found on the body is where it touches.
  const ends = rod ? endsOf(place, seated(line, turnDeg, dice, width), tools.rodMm) : endsOf(place, turnDeg);
  const foundMm = rod ? 0 : FOUND_MM[line].bare;
  const lead = markUnder(ends.lead, foundMm, swayMm, dice);
  const trail = markUnder(ends.trail, foundMm, swayMm, dice);
  const [atLead, atTrail] = [besideString(string, lead), besideString(string, trail)];
  const straight = Math.hypot(lead.x - trail.x, lead.y - trail.y);
  const base = baseAlong === 'rod' ? straight : atLead.along - atTrail.along;
  return {
    line,
    by: 'gaps',
    leadGapMm: readTape(atLead.gap, tools.divisionMm),
    trailGapMm: readTape(atTrail.gap, tools.divisionMm),
    baseMm: base + dice.normal(tools.baseErrorMm),
    baseAlong,
    rod,
    resolutionMm: tools.divisionMm,
    plumbMm: swayMm,
  };
}

/** A face read from a rod laid square to the string. */
export interface SimulatedSquare {
  readonly line: 'face';
  readonly by: 'square';
  readonly heelGapMm: number;
  readonly toeGapMm: number;
  readonly baseMm: number;
  readonly resolutionMm: number;
  readonly squareUncertaintyDeg: number;
}

const EDGE_MM = 75;

/**
 * Reads the leading edge against a rod that lies nearly square to the string.
 *
 * @param faceDeg where the face points, positive away from the player's own side (open)
 */
export function readSquare(
  faceDeg: number,
  world: {
    readonly string: LaidString;
    readonly divisionMm: number;
    readonly squareDeg: number;
    readonly dice: Dice;
  },
): SimulatedSquare {
  const { string, divisionMm, squareDeg, dice } = world;
  const rad = (degrees: number): number => (degrees * Math.PI) / 180;
  // The edge runs across the line, its heel on the player's side; an open face has the heel ahead of the toe.
  const half = EDGE_MM / 2;
  const found = (): number => dice.normal(FOUND_MM.face.bare);
  const heel = { x: half * Math.cos(rad(faceDeg)), y: half * Math.sin(rad(faceDeg)) + found() };
  const toe = { x: -half * Math.cos(rad(faceDeg)), y: -half * Math.sin(rad(faceDeg)) + found() };
  // The rod lies 6 mm behind, turned with the string and by its own error from square.
  const rodTurn = string.turnRad + rad(dice.normal(squareDeg));
  const gapTo = ({ x, y }: { x: number; y: number }): number => 6 + y - x * Math.tan(rodTurn);
  return {
    line: 'face',
    by: 'square',
    heelGapMm: readTape(gapTo(heel), divisionMm),
    toeGapMm: readTape(gapTo(toe), divisionMm),
    baseMm: heel.x - toe.x + dice.normal(2),
    resolutionMm: divisionMm,
    squareUncertaintyDeg: squareDeg,
  };
}

/** A face read from a rod that stands off it. */
export interface SimulatedFaceRod {
  readonly line: 'face';
  readonly by: 'faceRod';
  readonly faceGapMm: number;
  readonly tipGapMm: number;
  readonly lengthMm: number;
  readonly resolutionMm: number;
  readonly seatingUncertaintyDeg: number;
}

/** Seats a rod on the face, a little beside square, and reads both ends from the string. */
export function readFaceRod(
  faceDeg: number,
  world: {
    readonly string: LaidString;
    readonly divisionMm: number;
    readonly seatingDeg: number;
    readonly lengthMm: number;
    readonly dice: Dice;
  },
): SimulatedFaceRod {
  const { string, divisionMm, seatingDeg, lengthMm, dice } = world;
  const pointing = ((faceDeg + dice.normal(seatingDeg)) * Math.PI) / 180;
  const found = (): number => dice.normal(FOUND_MM.face.bare);
  const face = { x: found(), y: 0 };
  // The rod points downrange; an open face carries its tip away from the player's side.
  const tip = { x: -lengthMm * Math.sin(pointing) + found(), y: lengthMm * Math.cos(pointing) };
  return {
    line: 'face',
    by: 'faceRod',
    faceGapMm: readTape(besideString(string, face).gap, divisionMm),
    tipGapMm: readTape(besideString(string, tip).gap, divisionMm),
    lengthMm: lengthMm + dice.normal(5),
    resolutionMm: divisionMm,
    seatingUncertaintyDeg: seatingDeg,
  };
}

/** Where a rod on a line's marks is seen to point. */
export interface SimulatedPointsAt {
  readonly line: SimulatedLine;
  readonly by: 'pointsAt';
  readonly lateralM: number;
  readonly distanceM: number;
  readonly gapMm: number;
  readonly lateralUncertaintyM: number;
  readonly rod: boolean;
  readonly plumbMm?: number;
}

/** How well one looks along a rod from behind, degrees. */
const ALONG_DEG = 0.3;
/** How well the gap of a line at the ball is known, mm. */
const GAP_MM = 50;

/**
 * Lays a rod on the line's marks, or across the body, steps behind it and says where it points among the landmarks;
 * right positive for the hand. The landmarks are told from the target itself: no string has a part in it.
 */
export function readPointsAt(
  line: Exclude<SimulatedLine, 'face'>,
  turnDeg: number,
  world: {
    readonly side: 1 | -1;
    readonly distanceM: number;
    readonly errorM: number;
    readonly dice: Dice;
    /** Sway of the bob that drops the marks, mm; 0 on the ground. */
    readonly swayMm: number;
    readonly rod: boolean;
  },
): SimulatedPointsAt {
  const { side, distanceM, errorM, dice, swayMm, rod } = world;
  const gapMm = PLACES[line].middle.x;
  const pointing = rod ? seated(line, turnDeg, dice) : alongMarks(line, turnDeg, swayMm, dice);
  const turn = ((pointing + dice.normal(ALONG_DEG)) * Math.PI) / 180;
  const across = distanceM * Math.tan(turn) - gapMm / 1000;
  return {
    line,
    by: 'pointsAt',
    lateralM: side * (across + dice.normal(errorM)),
    distanceM,
    gapMm: gapMm + dice.normal(GAP_MM),
    lateralUncertaintyM: errorM,
    rod,
    ...(!rod && { plumbMm: swayMm }),
  };
}

/** Where a rod on two marks points, degrees. */
function alongMarks(
  line: Exclude<SimulatedLine, 'face'>,
  turnDeg: number,
  swayMm: number,
  dice: Dice,
): number {
  const { bare, apart } = FOUND_MM[line];
  const ends = endsOf(PLACES[line], turnDeg, line === 'eyes' ? PLACES.eyes.lengthMm : apart);
  const [lead, trail] = [markUnder(ends.lead, bare, swayMm, dice), markUnder(ends.trail, bare, swayMm, dice)];
  return (Math.atan2(trail.x - lead.x, lead.y - trail.y) * 180) / Math.PI;
}
