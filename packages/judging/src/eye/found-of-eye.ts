import {
  biasChange,
  type EyeErrors,
  eyeErrors,
  eyeFound,
  type KnownBias,
  type SeenBetween,
} from '@lotrecht/core';
import { type PracticeDoneInput } from '@lotrecht/records';

type Eye = NonNullable<PracticeDoneInput['practice']['eye']>;
type Trial = Eye['trials'][number];

/** What pictures say of an eye, degrees, right positive. */
export interface FoundOfEye {
  readonly count: number;
  readonly bias: SeenBetween;
  /** So much farther it is told rightly by five of six looks; null where that was not asked. */
  readonly thresholdDeg: number | null;
  readonly known: KnownBias;
}

/** Fewer pictures say nothing together. */
const [LEAST_SIDES, LEAST_ERRORS] = [10, 3] as const;

/**
 * What was found of an eye: from left or right by what it tells, from turning and pointing by its errors. Of turning
 * only what was done blind counts, and of that the end.
 *
 * @returns null for too few pictures
 * @example foundOfEye({ task: 'point', distanceM: 150, trials: [] }) // null
 */
export function foundOfEye({ task, trials }: Eye): FoundOfEye | null {
  if (task === 'side') {
    const answers = trials.flatMap(({ turnDeg, saidRight }) =>
      saidRight === undefined ? [] : [{ turnDeg, saidRight }],
    );
    if (answers.length < LEAST_SIDES) return null;
    const { bias, biasSdDeg, threshold } = eyeFound(answers);
    return {
      count: answers.length,
      bias,
      thresholdDeg: threshold.meanDeg,
      known: { meanDeg: bias.meanDeg, sdDeg: biasSdDeg },
    };
  }
  const errors = task === 'point' ? trials.flatMap(missedBy) : lastBlind(trials).flatMap(leftAt);
  return errors.length < LEAST_ERRORS ? null : ofErrors(eyeErrors(errors));
}

/**
 * What became of an eye since it was asked the same before.
 *
 * @returns null where there is nothing to compare
 * @example changeOfEye(null, { task: 'point', distanceM: 150, trials: [] }) // null
 */
export function changeOfEye(
  before: Eye | null,
  now: Eye,
): { readonly deltaDeg: number; readonly real: boolean } | null {
  const [was, is] = [before === null ? null : foundOfEye(before), foundOfEye(now)];
  return was === null || is === null ? null : biasChange(was.known, is.known);
}

function ofErrors({ count, bias, spreadDeg }: EyeErrors): FoundOfEye {
  return {
    count,
    bias,
    thresholdDeg: null,
    known: { meanDeg: bias.meanDeg, sdDeg: spreadDeg / Math.sqrt(count) },
  };
}

function missedBy({ turnDeg, answeredDeg }: Trial): readonly number[] {
  // Who sees it right of where it points takes one for square that points left.
  return answeredDeg === undefined ? [] : [turnDeg - answeredDeg];
}

function leftAt({ answeredDeg }: Trial): readonly number[] {
  return answeredDeg === undefined ? [] : [answeredDeg];
}

/** The blind pictures after the last help; all of them where none was given. */
function lastBlind(trials: readonly Trial[]): readonly Trial[] {
  const helped = trials.findLastIndex(({ help }) => help !== 'blind');
  return trials.slice(helped + 1);
}
