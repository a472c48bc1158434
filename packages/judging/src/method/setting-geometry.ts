import {
  degreesFromRadians,
  leanWhilePlacing,
  markShift,
  markTurn,
  permittedLayingError,
  radiansFromDegrees,
  trailFootBackTurn,
} from '@lotrecht/core';
import { type MethodDocument, type MethodSetting } from '@lotrecht/records';
import { USUAL_OF_CLUB } from './ball-table.ts';

/** A figure that decides a disputed setting, computed by core. */
export interface SettingFigure {
  readonly says: string;
  readonly value: number;
  readonly unit: '°' | 'm' | 'mm';
}

/** An error of 5 mm in laying a mark: a fingertip. */
const LAYING_ERROR_M = 0.005;
const TARGET_M = 137;
const SHOE_M = 0.29;
const STANCE_M = 0.45;

/**
 * The geometry behind a disputed setting, for the mark, the feet, the flare and what comes first; else nothing.
 *
 * @example settingGeometry({ markM: 0.4 }, 'feet')[0].value // 3.17983011...
 */
export function settingGeometry(
  method: Pick<MethodDocument, 'markM'>,
  setting: MethodSetting['setting'],
): readonly SettingFigure[] {
  switch (setting) {
    case 'mark':
      return markFigures(method.markM);
    case 'feet':
      return [
        {
          says: 'a trail foot 25 mm back on a stance of 450 mm closes the feet by',
          value: degreesFromRadians(trailFootBackTurn(0.025, STANCE_M)),
          unit: '°',
        },
      ];
    case 'flare':
      return [
        {
          says: 'a lead foot flared 20° opens the toe line of square heels by',
          value: flaredToes(),
          unit: '°',
        },
      ];
    case 'first':
      return [
        {
          says: 'a shaft leant 5° forward while the feet arrive moves the hands by',
          value: leanWhilePlacing(radiansFromDegrees(5)).handsAheadM * 1000,
          unit: 'mm',
        },
        {
          says: 'and closes the body by about',
          value: degreesFromRadians(leanWhilePlacing(radiansFromDegrees(5)).turnRad),
          unit: '°',
        },
      ];
    default:
      return [];
  }
}

function markFigures(markM: number): readonly SettingFigure[] {
  const { eyesInsideM } = USUAL_OF_CLUB['mid-iron'];
  const seems = markShift({
    handedness: 'right',
    insideM: eyesInsideM,
    behindM: 0,
    markM,
    targetM: TARGET_M,
  });
  return [
    {
      says: 'laid 5 mm beside the line it turns the line by',
      value: degreesFromRadians(markTurn(LAYING_ERROR_M, markM)),
      unit: '°',
    },
    {
      says: 'for one degree it must be laid to',
      value: permittedLayingError(radiansFromDegrees(1), markM) * 1000,
      unit: 'mm',
    },
    {
      says: `over it a right-hander with a mid iron sees the background ${TARGET_M} m away shifted right by`,
      value: seems.lateralM,
      unit: 'm',
    },
  ];
}

function flaredToes(): number {
  const flare = radiansFromDegrees(20);
  return degreesFromRadians(Math.atan2(SHOE_M * (1 - Math.cos(flare)), STANCE_M));
}
