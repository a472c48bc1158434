import { ballGoalOf, ballOfCheck, type BallRules, shareOfGoal, USUAL_OF_CLUB } from '@lotrecht/judging';
import {
  type CheckDocument,
  type CheckView,
  type MethodDocument,
  type PrintRequest,
} from '@lotrecht/records';
import { millimetresFromMetres, radiansFromDegrees, ROD_M, SHOE_M } from '@lotrecht/core';
import { goalTurnDeg } from '@lotrecht/paper';

type CardWish = Extract<PrintRequest, { kind: 'degree-card' }>['wish'];
type FootprintsWish = Extract<PrintRequest, { kind: 'footprints' }>['wish'];
type Base = Pick<CardWish['lines'][number], 'baseMm' | 'along'>;

const USUAL_SHOE_MM = millimetresFromMetres(SHOE_M);
const USUAL_STANCE_MM = 450;
const FACE_MM = 75;
const USUAL_ROD_MM = millimetresFromMetres(ROD_M);
const FEET: readonly string[] = ['toes', 'heels'];

/** Over which length a line of this check was read, or would be. */
function baseOf(document: CheckDocument, line: string, rodMm: number): Base {
  const read = document.observations.find((o) => o.line === line && (o.by === 'gaps' || o.by === 'square'));
  if (read?.by === 'gaps') return { baseMm: read.baseMm, along: read.baseAlong ?? 'targetLine' };
  if (read?.by === 'square') return { baseMm: read.baseMm, along: 'targetLine' };
  if (line === 'face') return { baseMm: FACE_MM, along: 'targetLine' };
  return FEET.includes(line)
    ? { baseMm: USUAL_STANCE_MM, along: 'targetLine' }
    : { baseMm: rodMm, along: 'rod' };
}

/** A degree card for the lengths this student is read over, with the method's limits in field order. */
export function cardOf(
  document: CheckDocument,
  method: MethodDocument,
  rodsMm: readonly number[],
): Omit<CardWish, 'firstName' | 'handedness' | 'foot'> {
  const rodMm = rodsMm[0] ?? USUAL_ROD_MM;
  const lines = method.order.flatMap((line) => {
    const limits = method.tolerancesDeg[line];
    return limits === undefined
      ? []
      : [{ line, fromDeg: limits[0], toDeg: limits[1], ...baseOf(document, line, rodMm) }];
  });
  return {
    methodName: method.name,
    bases: [
      { name: 'stance', lengthMm: baseOf(document, 'toes', rodMm).baseMm, along: 'targetLine' },
      { name: 'rod', lengthMm: rodMm, along: 'rod' },
      { name: 'face', lengthMm: baseOf(document, 'face', rodMm).baseMm, along: 'targetLine' },
    ],
    lines: lines as CardWish['lines'],
  };
}

/** Which stance is drawn: as it was read, or at the method's goal. */
export interface FootprintGround {
  readonly stands: 'goal' | 'now';
  /** Null: a usual shoe. */
  readonly shoeMm: number | null;
  /** Where the method wants the ball. */
  readonly ballRules: BallRules;
}

/**
 * The stance of a check by numbers; as it should be, the trail toe comes to the method's goal and the lead toe stays.
 * The ball where it lay, or where it usually lies.
 */
export function footprintsOf(
  check: CheckView,
  { stands, shoeMm, ballRules }: FootprintGround,
): FootprintsWish {
  const { document, record } = check;
  const group = document.club?.group ?? 'mid-iron';
  const usual = USUAL_OF_CLUB[group];
  const toes = document.observations.find((o) => o.line === 'toes' && o.by === 'gaps');
  const offsetMm = document.targetLine.offsetMm ?? 0;
  const gapM = (mm: number): number => (mm - offsetMm) / 1000;
  const leadGapM = toes?.by === 'gaps' ? gapM(toes.leadGapMm) : usual.toesToBallM;
  const baseM = toes?.by === 'gaps' ? toes.baseMm / 1000 : usual.stanceM;
  const trailGapM =
    toes?.by === 'gaps' && stands === 'now'
      ? gapM(toes.trailGapMm)
      : leadGapM + baseM * Math.tan(radiansFromDegrees(goalTurnDeg(document)));
  const goal = ballGoalOf(ballRules, group);
  const share = ballOfCheck(record?.ball, goal).position?.share ?? shareOfGoal(goal, baseM);
  return {
    handedness: document.handedness,
    leadGapM,
    trailGapM,
    toeBaseM: baseM,
    leadAheadM: share * baseM,
    shoeLengthM: (document.feet?.shoeLengthMm ?? shoeMm ?? USUAL_SHOE_MM) / 1000,
    leadFlareRad: radiansFromDegrees(document.feet?.leadFlareDeg ?? 0),
    trailFlareRad: radiansFromDegrees(document.feet?.trailFlareDeg ?? 0),
  };
}
