import {
  type AtHand,
  type ClockedTimes,
  HOLDING_TIMES,
  type HoldingTimes,
  learnedTimes,
  LONE_HOLDING_TIMES,
  metresFromMillimetres,
  radiansFromDegrees,
} from '@lotrecht/core';
import { type InstructorSettings } from '@lotrecht/records';
import { EYE_DEG, type ReadingTools, RULE_DIVISION_MM, SWAY_MM, TAPE_DIVISION_MM } from './typed-reading.ts';

/** Longest rod that anyone holds across the body, mm. */
const LONGEST_ACROSS_MM = 1500;

/** What an instructor has and can: readings are made with it, planned for it and advised by it. */
export interface Tools extends ReadingTools {
  readonly rodsMm: readonly number[];
  /** An angle gauge to lay on a rod. Default false. */
  readonly gauge?: boolean;
  /** Length of the rod that stands off the face, mm; absent without one. */
  readonly faceRodMm?: number;
  /** Nobody holds the other bob. Default false. */
  readonly alone?: boolean;
  /** What the ways took with these hands, as they were clocked; absent where nothing was. */
  readonly clocked?: ClockedTimes;
}

/** What stands in no setting: the weather, and what was learned of the judge's eye. */
export interface ToolsGround {
  readonly windy: boolean;
  /** Standard uncertainty of the judge's own eye, degrees; absent until it is known. */
  readonly eyeDeg?: number | undefined;
}

/**
 * The tools of an instructor, here and now.
 *
 * @example toolsOf({ equipment: { rodsMm: [1220], tapeDivisionMm: 5, ruleDivisionMm: 1, stringM: 6, bobs: 2 } }, { windy: false }).tapeDivisionMm // 5
 */
export function toolsOf(
  { equipment, landmarksMm }: Pick<InstructorSettings, 'equipment' | 'landmarksMm'>,
  { windy, eyeDeg }: ToolsGround,
): Tools {
  const { rodsMm, tapeDivisionMm, ruleDivisionMm, gauge, faceRodMm } = equipment;
  return {
    rodsMm,
    tapeDivisionMm,
    ruleDivisionMm,
    windy,
    ...(gauge !== undefined && { gauge }),
    ...(faceRodMm !== undefined && { faceRodMm }),
    ...(eyeDeg !== undefined && { eyeDeg }),
    ...(landmarksMm !== undefined && { landmarksMm }),
  };
}

/**
 * How long the ways of reading take with the hands that are there: as they were clocked, or as shipped.
 *
 * @example timesOf({ alone: true }).bobsS // 11
 */
export function timesOf({ alone, clocked }: Pick<Tools, 'alone' | 'clocked'>): HoldingTimes {
  return learnedTimes(alone === true ? LONE_HOLDING_TIMES : HOLDING_TIMES, clocked ?? {});
}

/**
 * The longest rod that can be held across the body, mm; undefined without one.
 *
 * @example rodAcrossMm({ rodsMm: [900, 1220, 2000] }) // 1220
 */
export function rodAcrossMm({ rodsMm }: Pick<Tools, 'rodsMm'>): number | undefined {
  const across = rodsMm.filter((mm) => mm <= LONGEST_ACROSS_MM);
  return across.length === 0 ? undefined : Math.max(...across);
}

/**
 * The same tools in core's units, for planning.
 *
 * @param pointsAtM distance of the target that landmarks are told from, m; absent where none are known
 * @example atHandOf({ rodsMm: [1220], tapeDivisionMm: 5 }).rodM // 1.22
 */
export function atHandOf(tools: Tools, pointsAtM?: number): AtHand {
  const across = rodAcrossMm(tools);
  return {
    ...(across !== undefined && { rodM: metresFromMillimetres(across) }),
    tapeDivisionM: metresFromMillimetres(tools.tapeDivisionMm ?? TAPE_DIVISION_MM),
    faceDivisionM: metresFromMillimetres(tools.ruleDivisionMm ?? RULE_DIVISION_MM),
    ...(tools.faceRodMm !== undefined && { faceRodM: metresFromMillimetres(tools.faceRodMm) }),
    plumbM: metresFromMillimetres(tools.windy === true ? SWAY_MM.windy : SWAY_MM.calm),
    ...(pointsAtM !== undefined && { pointsAtM }),
    gauge: tools.gauge ?? false,
    eyeRad: radiansFromDegrees(tools.eyeDeg ?? EYE_DEG),
    ...(tools.landmarksMm !== undefined && {
      landmarksM: Object.fromEntries(
        Object.entries(tools.landmarksMm).map(([key, mm]): [string, number] => [
          key,
          metresFromMillimetres(mm),
        ]),
      ),
    }),
  };
}
