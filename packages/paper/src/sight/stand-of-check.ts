import { sideSign, type StandWish } from '@lotrecht/core';
import { judgedBy, USUAL_OF_CLUB, USUAL_STATURE_M } from '@lotrecht/judging';
import { type CheckDocument, type ClubGroup, type PlaceMark } from '@lotrecht/records';
import { type SightedCheck, type SightGround, type SightOfCheck, sightOfCheck } from './sight-of-check.ts';

/** The set-up of a check to be walked into: as it is, as it should be, and as the student felt it. */
export interface StandOfCheck extends Pick<SightOfCheck, 'eyesFrom'> {
  readonly now: StandWish;
  readonly goal: StandWish;
  /** Turned to where the student felt aimed; null where nobody asked. */
  readonly felt: StandWish | null;
}

const USUAL_CLUB = 'mid-iron';

/**
 * What stands and lies around the student of a check, in metres.
 *
 * @returns null without a target to see
 */
export function standOfCheck(check: SightedCheck, ground: SightGround): StandOfCheck | null {
  const sight = sightOfCheck(check, ground);
  if (sight === null) return null;
  const { document, result } = check;
  const club = document.club?.group ?? USUAL_CLUB;
  const startDeg = sideSign(document.handedness) * (document.startLineDeg ?? 0);
  const { offsetMm } = document.targetLine;
  const laid = {
    club,
    stanceM: stanceOf(document) ?? usualOf(club, ground.statureMm).stanceM,
    stringInsideM: offsetMm === undefined && !isTaped(document) ? null : -(offsetMm ?? 0) / 1000,
    gateM: null,
  };
  const faceDeg = result.lines.face?.handedAzimuthDeg ?? 0;
  const goalDeg = judgedBy(document).goalsDeg?.face ?? 0;
  const now: StandWish = { ...sight.now, ...laid, faceTurnDeg: startDeg + faceDeg };
  const { feltDeg } = sight.now;
  return {
    eyesFrom: sight.eyesFrom,
    now,
    goal: { ...sight.goal, ...laid, faceTurnDeg: startDeg + goalDeg },
    felt:
      feltDeg === null
        ? null
        : { ...now, bodyTurnDeg: sideSign(document.handedness) * feltDeg, feltDeg: null },
  };
}

/** Whose eyes, with which club, at what. */
export interface UsualStand {
  readonly handedness: 'right' | 'left';
  readonly club: ClubGroup;
  readonly target: { readonly name?: string; readonly distanceM: number };
  readonly marks: readonly PlaceMark[];
  readonly statureMm: number | null;
}

/** Somebody who stands square, eyes and feet where they usually are. */
export function usualStand({ handedness, club, target, marks, statureMm }: UsualStand): StandWish {
  const document: CheckDocument = {
    format: 'lotrecht-check',
    version: 1,
    handedness,
    club: { group: club },
    target: { ...target },
    targetLine: {},
    // Nothing was read: of a look nothing is drawn.
    observations: [{ line: 'toes', by: 'eye', readingDeg: 0 }],
  };
  const stand = standOfCheck(
    { document, result: { lines: {}, turn: null }, record: null },
    { marks, statureMm, headLifted: false },
  );
  if (stand === null) throw new Error('a target with a distance is always seen');
  return { ...stand.now, bodyTurnDeg: 0, faceTurnDeg: 0 };
}

/** Another club in the same hands: where eyes and feet usually are with it. */
export function withClub(wish: StandWish, club: ClubGroup, statureMm: number | null): StandWish {
  return { ...wish, club, ...usualOf(club, statureMm) };
}

function usualOf(
  club: ClubGroup,
  statureMm: number | null,
): Pick<StandWish, 'eyesInsideM' | 'toesToBallM' | 'stanceM'> {
  const scale = statureMm === null ? 1 : statureMm / 1000 / USUAL_STATURE_M;
  const { eyesInsideM, toesToBallM, stanceM } = USUAL_OF_CLUB[club];
  return { eyesInsideM: eyesInsideM * scale, toesToBallM: toesToBallM * scale, stanceM: stanceM * scale };
}

/** From toe to toe as it was read, m. */
function stanceOf({ observations }: CheckDocument): number | null {
  const toes = observations.find(({ line, by }) => line === 'toes' && by === 'gaps');
  return toes?.by === 'gaps' ? toes.baseMm / 1000 : null;
}

/** Something was read by tape: a string was laid for it. */
function isTaped({ observations }: CheckDocument): boolean {
  return observations.some(({ by }) => by === 'gaps');
}
