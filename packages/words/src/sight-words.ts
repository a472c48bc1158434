import { type DistanceUnit, formatDistance } from './typed-length.ts';

/** What a sight picture shows, metres at the target and degrees, right positive. */
export interface SightSaid {
  readonly markM: number;
  readonly markSeemsM: number;
  readonly bodyPointsM: number;
  readonly bodyPointsDeg: number;
  readonly feltM: number | null;
}

/** Where the picture is told. */
export interface SightTold {
  readonly unit: DistanceUnit;
  readonly target: string;
  /** What is seen beside the target, degrees from it. */
  readonly landmarks: readonly { readonly name: string; readonly bearingDeg: number }[];
}

/** Less is on the target, m. */
const ON_TARGET_M = 0.5;
/** What points nearer to a landmark than this points at it, degrees. */
const AT_DEG = 1;
/** Beyond this many metres beside the target nobody pictures metres. */
const PICTURED_M = 40;

/**
 * What stands in a sight picture, in sentences that say it to who cannot see it.
 *
 * @example sightSentences({ markM: 4, markSeemsM: 13, bodyPointsM: 12, bodyPointsDeg: 5, feltM: null }, { unit: 'm', target: 'Barge', landmarks: [{ name: 'Chimney', bearingDeg: 5.2 }] })[1] // 'The body points 12 m right, at Chimney.'
 */
export function sightSentences(said: SightSaid, told: SightTold): readonly string[] {
  const { markM, markSeemsM, bodyPointsM, bodyPointsDeg, feltM } = said;
  const mark = formatDistance(markM, told.unit);
  const seems =
    Math.abs(markSeemsM) > PICTURED_M
      ? `far to the ${markSeemsM < 0 ? 'left' : 'right'}`
      : asideOf(markSeemsM, told);
  const at = told.landmarks.find(({ bearingDeg }) => Math.abs(bearingDeg - bodyPointsDeg) < AT_DEG);
  return [
    `The mark ${mark} ahead seems ${seems}.`,
    `The body points ${asideOf(bodyPointsM, told)}${at === undefined ? '' : `, at ${at.name}`}.`,
    ...(feltM === null ? [] : [`Felt aimed ${asideOf(feltM, told)}.`]),
  ];
}

function asideOf(metres: number, { unit, target }: SightTold): string {
  if (Math.abs(metres) < ON_TARGET_M) return `at ${target}`;
  return `${formatDistance(Math.abs(metres), unit)} ${metres < 0 ? 'left' : 'right'}`;
}
