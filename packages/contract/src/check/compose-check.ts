import { type CheckDocument, type GapsReading, type SquareReading } from '../generated/types.ts';
import { ALL_PARALLEL } from '../method/profiles/all-parallel.ts';

/** Tape readings of the toe line, mm; a field not yet read is absent. */
export interface ToeReadings {
  readonly leadGapMm?: number;
  readonly trailGapMm?: number;
  readonly baseMm?: number;
}

/** Readings of the face against the square rod, mm; a field not yet read is absent. */
export interface FaceReadings {
  readonly heelGapMm?: number;
  readonly toeGapMm?: number;
  readonly baseMm?: number;
}

/** A quick check as it is filled in on the tee. */
export interface QuickCheck {
  readonly handedness: CheckDocument['handedness'];
  readonly club: NonNullable<CheckDocument['club']>;
  readonly target: NonNullable<CheckDocument['target']>;
  readonly toes: ToeReadings;
  readonly face: FaceReadings;
  /** How the target line was laid; sighted by eye from 2–3 m without. */
  readonly targetLine?: CheckDocument['targetLine'];
  /** The shipped method it is judged by. Default All parallel. */
  readonly method?: NonNullable<CheckDocument['method']>;
  /** Division of the tape for the feet, mm. Default 5. */
  readonly tapeDivisionMm?: number;
  /** Division of the rule for the face, mm. Default 1. */
  readonly ruleDivisionMm?: number;
}

/** Division of the tape the feet are read with, mm. */
const TAPE_DIVISION_MM = 5;
/** Division of the rule the face is read with, mm. */
const RULE_DIVISION_MM = 1;
/** Sighting by eye from 2–3 m behind the ball, degrees. */
const SIGHTING_BY_EYE_DEG = 0.5;

function toeReading(
  { leadGapMm, trailGapMm, baseMm }: ToeReadings,
  resolutionMm: number,
): readonly GapsReading[] {
  if (leadGapMm === undefined || trailGapMm === undefined || baseMm === undefined) return [];
  return [{ line: 'toes', by: 'gaps', leadGapMm, trailGapMm, baseMm, resolutionMm }];
}

function faceReading(
  { heelGapMm, toeGapMm, baseMm }: FaceReadings,
  resolutionMm: number,
): readonly SquareReading[] {
  if (heelGapMm === undefined || toeGapMm === undefined || baseMm === undefined) return [];
  return [{ line: 'face', by: 'square', heelGapMm, toeGapMm, baseMm, resolutionMm }];
}

/**
 * The check document of what has been read so far, every default written out. A line not fully read is left out,
 * never zero.
 *
 * @returns undefined while no line is complete
 * @example composeCheck({ handedness: 'right', club: { group: 'driver' }, target: { distanceM: 150 }, toes: { leadGapMm: 571, trailGapMm: 602, baseMm: 450 }, face: {} }).observations.length // 1
 */
export function composeCheck(check: QuickCheck): CheckDocument | undefined {
  const observations = [
    ...toeReading(check.toes, check.tapeDivisionMm ?? TAPE_DIVISION_MM),
    ...faceReading(check.face, check.ruleDivisionMm ?? RULE_DIVISION_MM),
  ];
  const [first, ...others] = observations;
  if (first === undefined) return undefined;
  return {
    format: 'lotrecht-check',
    version: 1,
    handedness: check.handedness,
    club: check.club,
    target: check.target,
    targetLine: check.targetLine ?? { sightingDeg: SIGHTING_BY_EYE_DEG },
    method: check.method ?? { id: ALL_PARALLEL.id, version: ALL_PARALLEL.profileVersion },
    observations: [first, ...others],
  };
}

/**
 * The readings of a stored quick check, as the fields show them again.
 *
 * @example readingsOf({ format: 'lotrecht-check', version: 1, handedness: 'right', targetLine: {}, method: { id: 'first-lesson', version: 1 }, observations: [{ line: 'toes', by: 'gaps', leadGapMm: 571, trailGapMm: 602, baseMm: 450 }] }).toes // { leadGapMm: 571, trailGapMm: 602, baseMm: 450 }
 */
export function readingsOf(document: CheckDocument): Pick<QuickCheck, 'toes' | 'face'> {
  const toes = document.observations.find((o): o is GapsReading => o.line === 'toes' && o.by === 'gaps');
  const face = document.observations.find((o): o is SquareReading => o.line === 'face' && o.by === 'square');
  return {
    toes: toes ? { leadGapMm: toes.leadGapMm, trailGapMm: toes.trailGapMm, baseMm: toes.baseMm } : {},
    face: face ? { heelGapMm: face.heelGapMm, toeGapMm: face.toeGapMm, baseMm: face.baseMm } : {},
  };
}
