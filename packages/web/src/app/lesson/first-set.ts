import {
  besideFirstSet,
  degreesFromRadians,
  type FirstSet,
  firstSetOf,
  type LineName,
  radiansFromDegrees,
  type WalkedMean,
} from '@lotrecht/core';
import { type CheckView, type RoutineInput } from '@lotrecht/records';
import { LINE_TITLES, type LineKey } from '@lotrecht/words';
import { atText, lengthText, placeText, type Told } from '../words/aims.ts';
import { findingOf } from './told-walk-ins.ts';

type Walked = Pick<RoutineInput, 'recording'> & { readonly id: string };
type Followed = Pick<CheckView, 'result' | 'record'>;

/** Lines that the order may show in, by name. */
const SHOWN: readonly (LineName & LineKey)[] = ['face', 'toes', 'hips', 'shoulders'];
const FIRST_TITLES: Readonly<Record<FirstSet, string>> = { face: 'face first', feet: 'feet first' };

/**
 * Each line with the face first and with the feet first, from five set-ups of each on: an observation, line by line.
 *
 * @param walkIns recorded ones
 * @param checks those that name the walk-in they ended
 */
export function firstSetSentences(
  walkIns: readonly Walked[],
  checks: readonly Followed[],
  told: Told,
): readonly string[] {
  const firsts = new Map(walkIns.map((walkIn) => [walkIn.id, firstSetOf(findingOf(walkIn).order)]));
  const followed = checks.flatMap(({ result, record }) => {
    const first = firsts.get(record?.routineId ?? '');
    return first === undefined || first === null ? [] : [{ first, result }];
  });
  return SHOWN.flatMap((line) => {
    const beside = besideFirstSet(
      followed.flatMap(({ first, result }) => {
        const deg = result.lines[line]?.handedAzimuthDeg;
        if (deg === undefined) return [];
        return {
          first,
          handedAzimuthRad: radiansFromDegrees(deg),
          targetLineUncertaintyRad: radiansFromDegrees(result.targetLineUncertaintyDeg),
        };
      }),
    );
    if (beside === null) return [];
    return (['face', 'feet'] as const).map(
      (first) => `${LINE_TITLES[line]}, ${FIRST_TITLES[first]}: ${meanText(beside[first], told)}`,
    );
  });
}

/** Where a line stood, with its interval as a length there, and from how many. */
function meanText({ count, meanRad, halfRad }: WalkedMean, told: Told): string {
  return `${placeText(degreesFromRadians(meanRad), told)} ${atText(told)}, ± ${lengthText(degreesFromRadians(halfRad), told)}, ${count} set-ups.`;
}
