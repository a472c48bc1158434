import { type CheckRecord, type ResultDocument, type SetupItems } from '@lotrecht/records';
import { toldOf } from '@lotrecht/words';

/** What can be the one thing that is practised. */
export const ONE_THINGS = [
  'face',
  'toes',
  'heels',
  'knees',
  'hips',
  'shoulders',
  'eyes',
  'ball-position',
  'ball-distance',
  'stance',
  'order',
  'look',
  'approach',
  'grip',
  'posture',
  'tilt',
  'picture',
  'start-line',
] as const;
export type OneThing = (typeof ONE_THINGS)[number];

/** What an item of the set-up that is to be mended makes the one thing. */
export const ONE_THING_OF_ITEM: Readonly<Record<keyof SetupItems, OneThing>> = {
  'grip-lead-hand': 'grip',
  'grip-trail-hand': 'grip',
  'grip-type': 'grip',
  'grip-pressure': 'grip',
  posture: 'posture',
  'hands-clear': 'ball-distance',
  'stance-width': 'stance',
  flare: 'toes',
  'ball-position': 'ball-position',
  'ball-distance': 'ball-distance',
  tilt: 'tilt',
  'hands-at-end': 'tilt',
  balance: 'posture',
  'look-by-rolling': 'look',
  'approach-side': 'approach',
  'practice-swings': 'order',
  motion: 'order',
  'narrow-target': 'picture',
};

/** What a lesson came to, as far as practice follows from it. */
export interface Found {
  readonly result: Pick<ResultDocument, 'targetPicture' | 'fixFirst' | 'posterior'>;
  readonly record: Pick<CheckRecord, 'priority' | 'routineFirst' | 'items'> | null;
  /** The look moved shoulders or eyes, and that is real. Default: nobody knows. */
  readonly looksAway?: boolean;
  /** The balls start beside where the face points. Default: nobody knows. */
  readonly startsAside?: boolean;
}

/**
 * What could be practised, what comes first in front: the instructor's own choice, then the order, the picture, the line
 * that the readings say, the look, the start line, and what is to be mended of the rest.
 *
 * @example oneThingsOf({ result: { targetPicture: true, fixFirst: null }, record: null }) // ['picture']
 */
export function oneThingsOf({
  result,
  record,
  looksAway = false,
  startsAside = false,
}: Found): readonly OneThing[] {
  const { posterior, fixFirst } = result;
  const told = toldOf(posterior);
  const line = told === undefined ? fixFirst : told.first;
  const items = Object.entries(record?.items ?? {}) as [keyof SetupItems, string][];
  const all: readonly (OneThing | null | undefined)[] = [
    record?.routineFirst === undefined ? null : 'order',
    record?.priority,
    result.targetPicture === true ? 'picture' : line,
    looksAway ? 'look' : null,
    startsAside ? 'start-line' : null,
    ...items.flatMap(([item, how]) => (how === 'fix' ? [ONE_THING_OF_ITEM[item]] : [])),
  ];
  return [...new Set(all)].flatMap((thing) => thing ?? []);
}
