import {
  BASE_UNCERTAINTY_M,
  bodyScale,
  type BodySize,
  degreesFromRadians,
  EYE_UNCERTAINTY_RAD,
  FACE_SEATING_RAD,
  GAUGE_UNCERTAINTY_RAD,
  LANDMARK_UNCERTAINTY,
  LATERAL_UNCERTAINTY_M,
  type LineName,
  metresFromMillimetres,
  millimetresFromMetres,
  RULE_DIVISION_M,
  seatingUncertainty,
  SQUARE_BASE_UNCERTAINTY_M,
  SWAY_M,
  TAKEN_OVER_BASE_M,
  TAPE_DIVISION_M,
} from '@lotrecht/core';
import { type CheckDocument } from '@lotrecht/records';
import { toCoreUnits } from '../units/si.ts';

/** One reading of a check document. */
export type ObservationEntry = CheckDocument['observations'][number];

/** How a line is read. */
export type WayOfReading = ObservationEntry['by'];

/** A reading as it is filled in: a field not yet read is absent. */
export interface TypedReading {
  readonly line: LineName;
  readonly by: WayOfReading;
  /** A rod was held across. Default false. */
  readonly rod?: boolean;
  /** The uninterrupted stand it was taken in. Default 1. */
  readonly hold?: number;
  /** Numbers by the document's field names. */
  readonly values: Readonly<Record<string, number>>;
  /** Its base was not read: it stands as it was the last time. Default false. */
  readonly takenOver?: boolean;
  /** What a stored reading was made with, instead of today's tools. */
  readonly madeWith?: MadeWith;
}

/** What a reading is made with. */
export interface ReadingTools {
  /** Division of the tape, mm. Default 5. */
  readonly tapeDivisionMm?: number;
  /** Division of the rule at the face, mm. Default 1. */
  readonly ruleDivisionMm?: number;
  /** Bobs sway more. Default false. */
  readonly windy?: boolean;
  /** Standard uncertainty of the judge's own eye, degrees. Default 4. */
  readonly eyeDeg?: number;
  /**
   * How repeatably the instructor finds a point, or seats one contact of a rod, mm, by `toes.bare` or `hips.rod`.
   * Default: the shipped values.
   */
  readonly landmarksMm?: Readonly<Record<string, number>>;
  /** How tall the student is, mm, and how long their shoes are. Default: as usual. */
  readonly statureMm?: number;
  readonly feet?: NonNullable<CheckDocument['feet']>;
}

/** The fields that are typed or tapped, in the order the tape is read. */
export const FIELDS_OF_WAY = {
  gaps: ['leadGapMm', 'trailGapMm', 'baseMm'],
  square: ['heelGapMm', 'toeGapMm', 'baseMm'],
  faceRod: ['faceGapMm', 'tipGapMm', 'lengthMm'],
  pointsAt: ['lateralM', 'distanceM'],
  angle: ['readingDeg'],
  eye: ['readingDeg'],
} as const satisfies Record<WayOfReading, readonly string[]>;

/** Division of the tape the body is read with, mm. */
export const TAPE_DIVISION_MM = millimetresFromMetres(TAPE_DIVISION_M);
/** Division of the rule the face is read with, mm. */
export const RULE_DIVISION_MM = millimetresFromMetres(RULE_DIVISION_M);
/** Sway of a bob hung from the body in calm air and in wind, mm. */
export const SWAY_MM = {
  calm: millimetresFromMetres(SWAY_M.calm),
  windy: millimetresFromMetres(SWAY_M.windy),
} as const;
/** Standard uncertainty of a base that was read, and of one that was taken over from the last time, mm. */
export const BASE_UNCERTAINTY_MM = millimetresFromMetres(BASE_UNCERTAINTY_M);
export const TAKEN_OVER_BASE_MM = millimetresFromMetres(TAKEN_OVER_BASE_M);
const SQUARE_BASE_UNCERTAINTY_MM = millimetresFromMetres(SQUARE_BASE_UNCERTAINTY_M);
const SEATING_DEG = degreesFromRadians(FACE_SEATING_RAD);
const GAUGE_DEG = degreesFromRadians(GAUGE_UNCERTAINTY_RAD);
/** Of a judge whose eye nobody has measured. */
export const EYE_DEG = degreesFromRadians(EYE_UNCERTAINTY_RAD);
const ON_THE_GROUND: readonly LineName[] = ['toes', 'heels'];

/** Name under which an instructor's own landmark is kept. @example landmarkKey('hips', true) // 'hips.rod' */
export function landmarkKey(line: LineName, rod: boolean): string {
  return `${line}.${rod ? 'rod' : 'bare'}`;
}

/** How an end was read: in its parts, or as a whole where the instructor's own landmark is known. */
function endOf(
  { line, rod }: TypedReading,
  { landmarksMm, statureMm, feet }: ReadingTools,
  parts: { readonly resolutionMm: number; readonly plumbMm?: number },
): Readonly<Record<string, number>> {
  const ownMm = landmarksMm?.[landmarkKey(line, rod === true)];
  if (ownMm === undefined) return { ...parts };
  if (rod === true) {
    const widthM =
      bodyScale(
        toCoreUnits({ ...(statureMm !== undefined && { statureMm }), ...(feet && { feet }) }) as BodySize,
      ) * LANDMARK_UNCERTAINTY[line].widthM;
    const seatingRad = seatingUncertainty(line, { contactM: metresFromMillimetres(ownMm), widthM });
    return { ...parts, seatingUncertaintyDeg: Number(degreesFromRadians(seatingRad).toFixed(4)) };
  }
  // The document has no field for a landmark: what it has is the whole of one end.
  const wholeMm = Math.hypot(ownMm, parts.resolutionMm / Math.sqrt(12), parts.plumbMm ?? 0);
  return { endUncertaintyMm: Number(wholeMm.toFixed(3)) };
}

type MadeWith = Readonly<Record<string, number | string>>;

/** Everything about a reading that is not typed, as today's tools make it. */
const MADE_TODAY: Readonly<Record<WayOfReading, (reading: TypedReading, tools: ReadingTools) => MadeWith>> = {
  gaps: (reading, tools) => ({
    // A rod's length is known and lies along the rod; marks on the ground are read along the string.
    ...(reading.rod === true && { baseAlong: 'rod' }),
    ...endOf(reading, tools, {
      resolutionMm: tools.tapeDivisionMm ?? TAPE_DIVISION_MM,
      plumbMm: ON_THE_GROUND.includes(reading.line) ? 0 : SWAY_MM[tools.windy === true ? 'windy' : 'calm'],
    }),
    // The ends of a rod stay where they are; feet come down otherwise each time.
    baseUncertaintyMm:
      reading.takenOver === true && reading.rod !== true ? TAKEN_OVER_BASE_MM : BASE_UNCERTAINTY_MM,
  }),
  square: (reading, tools) => ({
    ...endOf(reading, tools, { resolutionMm: tools.ruleDivisionMm ?? RULE_DIVISION_MM }),
    baseUncertaintyMm: SQUARE_BASE_UNCERTAINTY_MM,
  }),
  faceRod: (_reading, { tapeDivisionMm = TAPE_DIVISION_MM }) => ({
    resolutionMm: tapeDivisionMm,
    lengthUncertaintyMm: BASE_UNCERTAINTY_MM,
    seatingUncertaintyDeg: SEATING_DEG,
  }),
  pointsAt: () => ({ lateralUncertaintyM: LATERAL_UNCERTAINTY_M }),
  angle: () => ({ uncertaintyDeg: GAUGE_DEG }),
  eye: (_reading, { eyeDeg = EYE_DEG }) => ({ uncertaintyDeg: eyeDeg }),
};

/**
 * A reading of a check document with everything it was made with written out.
 *
 * @returns undefined while a field is missing: a line not fully read is left out, never zero
 * @example composeObservation({ line: 'toes', by: 'gaps', values: { leadGapMm: 571, trailGapMm: 602, baseMm: 450 } }).plumbMm // 0
 */
export function composeObservation(
  reading: TypedReading,
  tools: ReadingTools = {},
): ObservationEntry | undefined {
  const { line, by, rod, hold, values, madeWith } = reading;
  if (FIELDS_OF_WAY[by].some((field) => values[field] === undefined)) return undefined;
  return {
    line,
    by,
    ...(rod === true && { rod }),
    ...(hold !== undefined && hold !== 1 && { hold }),
    ...(madeWith ?? MADE_TODAY[by](reading, tools)),
    ...values,
  } as ObservationEntry;
}

/**
 * A stored reading as its fields show it again; what it was made with stays with it.
 *
 * @example typedReading({ line: 'face', by: 'eye', readingDeg: 4, uncertaintyDeg: 4 }).values // { readingDeg: 4 }
 */
export function typedReading(observation: ObservationEntry): TypedReading {
  const { line, by, hold, ...rest } = observation;
  const { rod, ...others } = rest as Record<string, number | string | boolean>;
  const typed: readonly string[] = FIELDS_OF_WAY[by];
  const entries = Object.entries(others) as [string, number | string][];
  return {
    line,
    by,
    ...(rod === true && { rod }),
    ...(hold !== undefined && { hold }),
    values: Object.fromEntries(entries.filter(([name]) => typed.includes(name))) as Record<string, number>,
    madeWith: Object.fromEntries(entries.filter(([name]) => !typed.includes(name))),
  };
}
