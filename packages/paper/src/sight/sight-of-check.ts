import {
  type CheckDocument,
  type CheckRecord,
  type ResultDocument,
  USUAL_OF_CLUB,
  USUAL_STATURE_M,
} from '@lotrecht/contract';
import { LIFTED_HEAD_M } from '@lotrecht/core';
import { type SeenMark, type SightWish } from './sight-scene.ts';

/** What a sight picture takes from elsewhere than the check. */
export interface SightGround {
  readonly statureM: number;
  readonly markM: number;
  readonly rodM: number;
  readonly headLifted: boolean;
  readonly landmarks: readonly SeenMark[];
}

/** Eyes above the ground at address, as a share of stature. */
const EYE_HEIGHT_SHARE = 0.83;
const USUAL_CLUB = 'mid-iron';

/**
 * What the student of a check saw, turned as the body was read.
 *
 * @returns null without a target to see
 */
export function sightOfCheck(
  document: CheckDocument,
  result: ResultDocument,
  { record, ground }: { readonly record: CheckRecord | null; readonly ground: SightGround },
): SightWish | null {
  const distanceM = document.target?.distanceM;
  if (distanceM === undefined) return null;
  const usual = USUAL_OF_CLUB[document.club?.group ?? USUAL_CLUB];
  const scale = ground.statureM / USUAL_STATURE_M;
  const toes = document.observations.find((o) => o.line === 'toes' && o.by === 'gaps');
  const measuredM =
    toes?.by === 'gaps'
      ? (toes.leadGapMm + toes.trailGapMm) / 2000 - (document.targetLine.offsetMm ?? 0) / 1000
      : null;
  const turned =
    result.turn?.handedAzimuthDeg ??
    result.lines.toes?.handedAzimuthDeg ??
    result.lines.shoulders?.handedAzimuthDeg ??
    0;
  return {
    handedness: document.handedness,
    eyesInsideM: usual.eyesInsideM * scale,
    eyesBehindM: 0,
    eyeHeightM: EYE_HEIGHT_SHARE * ground.statureM,
    liftedM: ground.headLifted ? LIFTED_HEAD_M : 0,
    bodyTurnDeg: turned,
    toesToBallM: measuredM !== null && measuredM > 0 ? measuredM : usual.toesToBallM * scale,
    markM: ground.markM,
    rodM: ground.rodM,
    target: { name: document.target?.name ?? 'target', distanceM },
    landmarks: ground.landmarks,
    feltDeg: record?.feltDeg ?? null,
  };
}
