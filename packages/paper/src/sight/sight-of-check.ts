import { judgedBy, SHIPPED_METHODS, USUAL_OF_CLUB, USUAL_STATURE_M } from '@lotrecht/judging';
import {
  type CheckDocument,
  type CheckView,
  type MethodDocument,
  type PlaceMark,
  type ResultDocument,
} from '@lotrecht/records';
import { LIFTED_HEAD_M, type SeenMark, type SightWish } from '@lotrecht/core';

/** What a sight picture takes from elsewhere than the check. */
export interface SightGround {
  /** What can be seen at the place, by bearings from its own zero. */
  readonly marks: readonly PlaceMark[];
  /** Null: a usual adult stands in. */
  readonly statureMm: number | null;
  readonly headLifted: boolean;
  /** Where the check's method is looked for, own ones with them. Default: the shipped ones. */
  readonly methods?: readonly MethodDocument[];
}

/** What of a check its sight picture is made from. */
export interface SightedCheck extends Pick<CheckView, 'document' | 'record'> {
  readonly result: Pick<ResultDocument, 'lines' | 'turn'>;
}

/** The same eyes twice: as the student stood, and as they should. */
export interface SightOfCheck {
  /** Where the eyes' distance inside the line is from: read in this check, or usual for a stature or an adult. */
  readonly eyesFrom: 'read' | 'stature' | 'usual';
  readonly now: SightWish;
  readonly goal: SightWish;
}

/** Eyes above the ground at address, as a share of stature. */
const EYE_HEIGHT_SHARE = 0.83;
const USUAL_CLUB = 'mid-iron';
const ROD_M = 1.22;
/** A mark nearer than this is seen with the ball; what the eyes make of it is shown for one further ahead. */
const NEAREST_MARK_M = 1;
const FAR_MARK_M = 4;
/** Beyond this the string stood elsewhere than was noted. */
const FARTHEST_INSIDE_M = 2;

/**
 * What the student of a check saw, turned as the body was read, and what they would see at the method's goal.
 *
 * @returns null without a target to see
 */
export function sightOfCheck(
  { document, result, record }: SightedCheck,
  { marks, statureMm, headLifted, methods = SHIPPED_METHODS }: SightGround,
): SightOfCheck | null {
  const distanceM = document.target?.distanceM;
  if (distanceM === undefined) return null;
  const usual = USUAL_OF_CLUB[document.club?.group ?? USUAL_CLUB];
  const statureM = statureMm === null ? USUAL_STATURE_M : statureMm / 1000;
  const scale = statureM / USUAL_STATURE_M;
  const methodId = document.method?.id ?? record?.ownMethod?.id;
  const markM = methods.find((m) => m.id === methodId)?.markM ?? FAR_MARK_M;
  const read = insideTheLine(document, 'eyes');
  const now: SightWish = {
    handedness: document.handedness,
    stands: 'now',
    eyesInsideM: read ?? usual.eyesInsideM * scale,
    eyesBehindM: 0,
    eyeHeightM: EYE_HEIGHT_SHARE * statureM,
    liftedM: headLifted ? LIFTED_HEAD_M : 0,
    bodyTurnDeg:
      startTurnDeg(document) +
      (result.turn?.handedAzimuthDeg ??
        result.lines.toes?.handedAzimuthDeg ??
        result.lines.shoulders?.handedAzimuthDeg ??
        0),
    toesToBallM: insideTheLine(document, 'toes') ?? usual.toesToBallM * scale,
    markM: markM < NEAREST_MARK_M ? FAR_MARK_M : markM,
    rodM: ROD_M,
    target: {
      name: document.target?.name ?? 'target',
      distanceM,
      heightM: marks.find((m) => m.name === document.target?.name)?.heightM,
    },
    landmarks: fromTarget(marks, document.target?.name),
    feltDeg: record?.feltDeg ?? null,
  };
  return {
    eyesFrom: read !== null ? 'read' : statureMm !== null ? 'stature' : 'usual',
    now,
    goal: { ...now, stands: 'goal', bodyTurnDeg: goalTurnDeg(document), liftedM: 0, feltDeg: null },
  };
}

/** φ that the whole body should have by the check's own method, degrees. Not every method's goal is parallel. */
export function goalTurnDeg(document: CheckDocument): number {
  const { goalsDeg } = judgedBy(document);
  return startTurnDeg(document) + (goalsDeg?.toes ?? goalsDeg?.shoulders ?? 0);
}

/** φ, from the target, of where the ball is to start, degrees: a check is told from there. */
function startTurnDeg({ handedness, startLineDeg = 0 }: CheckDocument): number {
  return startLineDeg === 0 ? 0 : handedness === 'right' ? startLineDeg : -startLineDeg;
}

/** How far inside the ball's own line both ends of a line were read, m; null where they were not, or beyond it. */
function insideTheLine({ observations, targetLine }: CheckDocument, line: 'toes' | 'eyes'): number | null {
  const read = observations.find((o) => o.line === line && o.by === 'gaps');
  if (read?.by !== 'gaps') return null;
  const gapM = ((read.leadGapMm + read.trailGapMm) / 2 - (targetLine.offsetMm ?? 0)) / 1000;
  return gapM > 0 && gapM < FARTHEST_INSIDE_M ? gapM : null;
}

/** Bearings are from the place's own zero; the picture has them from the target. A target elsewhere has none. */
function fromTarget(marks: readonly PlaceMark[], name: string | undefined): readonly SeenMark[] {
  const target = marks.find((m) => m.name === name);
  if (target === undefined) return [];
  return marks
    .filter((m) => m.id !== target.id)
    .map(({ name: seen, distanceM, bearingDeg, heightM }) => ({
      name: seen,
      distanceM,
      bearingDeg: bearingDeg - target.bearingDeg,
      heightM,
    }));
}
