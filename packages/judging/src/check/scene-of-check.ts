import {
  azimuthFromHanded,
  type LineName,
  type Observation,
  radiansFromDegrees,
  setUpScene,
  type SetUpScene,
} from '@lotrecht/core';
import { type CheckDocument, type ResultDocument } from '@lotrecht/records';
import { toCoreUnits } from '../units/si.ts';

/** How a check is drawn. */
export interface SceneOptions {
  /** Angles so many times as large. Default 1. */
  readonly magnification?: number;
  /** φ of every line as it should be, degrees, 0 where none is named: drawn in place of what was read. */
  readonly goalsDeg?: Partial<Readonly<Record<LineName, number>>>;
}

/**
 * A solved check as points and lines on the ground, metres; from the target line, wherever its ball was to start.
 *
 * @example sceneOfCheck({ format: 'lotrecht-check', version: 1, handedness: 'right', targetLine: {}, method: { id: 'first-lesson', version: 1 }, observations: [{ line: 'toes', by: 'gaps', leadGapMm: 571, trailGapMm: 602, baseMm: 450 }] }, { lines: { toes: { azimuthDeg: 3.94 } } }).lines[0].marks.lead // { xM: -0.571, yM: 0.225 }
 */
export function sceneOfCheck(
  { observations, handedness, startLineDeg = 0 }: CheckDocument,
  { lines }: Pick<ResultDocument, 'lines'>,
  { magnification = 1, goalsDeg }: SceneOptions = {},
): SetUpScene {
  const solved = Object.entries(lines).map(([line, { azimuthDeg }]) => [
    line,
    radiansFromDegrees(azimuthDeg + startLineDeg),
  ]);
  return setUpScene({
    observations: observations.map((o) => toCoreUnits(o) as Observation),
    handedness,
    azimuthRad: Object.fromEntries(solved) as Partial<Record<LineName, number>>,
    magnification,
    ...(goalsDeg && {
      goalRad: (line) =>
        azimuthFromHanded(radiansFromDegrees(goalsDeg[line] ?? 0), handedness) +
        radiansFromDegrees(startLineDeg),
    }),
  });
}
