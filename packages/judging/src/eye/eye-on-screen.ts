import { COVERAGE_FACTOR, eyeErrors, eyeFound } from '@lotrecht/core';
import { type EyeOnScreenInput, type EyeView } from '@lotrecht/records';

type Pictures = EyeOnScreenInput['pictures'];

/** How an eye sees lines on pictures, degrees. */
export interface ScreenRecord {
  readonly count: number;
  /** Where it sees them on average; positive too far right. */
  readonly seenDeg: number;
  /** How well that is known. */
  readonly sdDeg: number;
}

/** Fewer of either say nothing of the two together. */
export const ENOUGH_OF_EACH = 30;

/**
 * All that an instructor's eye answered to pictures, taken together: answers that give an angle by their mean, left or
 * right by what they leave open, each by its weight. Nothing of it enters the uncertainty of a reading.
 *
 * @returns null for too few pictures
 * @example screenRecord([]) // null
 */
export function screenRecord(all: readonly Pictures[]): ScreenRecord | null {
  const angles = all.flatMap(seenAngles);
  const sides = all.flatMap(({ task, trials }) =>
    task !== 'side'
      ? []
      : trials.flatMap(({ turnDeg, saidRight }) => (saidRight === undefined ? [] : [{ turnDeg, saidRight }])),
  );
  const estimates: { meanDeg: number; sdDeg: number }[] = [];
  if (angles.length >= LEAST_ANGLES) {
    const { bias, spreadDeg, count } = eyeErrors(angles);
    estimates.push({
      meanDeg: bias.meanDeg,
      sdDeg: Math.max(spreadDeg, LEAST_SPREAD_DEG) / Math.sqrt(count),
    });
  }
  if (sides.length >= LEAST_SIDES) {
    const { bias, biasSdDeg } = eyeFound(sides);
    // What looks square lies on the other side of where lines are seen.
    estimates.push({ meanDeg: -bias.meanDeg, sdDeg: biasSdDeg });
  }
  if (estimates.length === 0) return null;
  const weights = estimates.map(({ sdDeg }) => 1 / sdDeg ** 2);
  const sum = weights.reduce((a, b) => a + b, 0);
  const seenDeg = estimates.reduce((a, { meanDeg }, i) => a + (meanDeg * (weights[i] ?? 0)) / sum, 0);
  return { count: angles.length + sides.length, seenDeg, sdDeg: Math.sqrt(1 / sum) };
}

/**
 * What pictures and tee have to do with each other.
 *
 * @returns how much farther right lines are seen on the tee, degrees, and whether chance alone makes as much; null until
 *   there are enough of each
 * @example teeBesideScreen(null, { count: 0, biasDeg: null, biasHalfDeg: null, uncertaintyDeg: null, uncertaintyIntervalDeg: null }) // null
 */
export function teeBesideScreen(
  screen: ScreenRecord | null,
  tee: EyeView,
): { readonly deltaDeg: number; readonly real: boolean } | null {
  if (screen === null || screen.count < ENOUGH_OF_EACH || tee.count < ENOUGH_OF_EACH) return null;
  if (tee.biasDeg === null || tee.biasHalfDeg === null) return null;
  const deltaDeg = tee.biasDeg - screen.seenDeg;
  return { deltaDeg, real: Math.abs(deltaDeg) > Math.hypot(tee.biasHalfDeg, COVERAGE_FACTOR * screen.sdDeg) };
}

const [LEAST_ANGLES, LEAST_SIDES] = [3, 10] as const;
/** Answers by half degrees are never surer than this. */
const LEAST_SPREAD_DEG = 0.3;

/** Where lines were seen minus where they were: of pointing each answer, of turning what was left blind at the end. */
function seenAngles({ task, trials }: Pictures): readonly number[] {
  if (task === 'point')
    return trials.flatMap(({ turnDeg, answeredDeg }) =>
      answeredDeg === undefined ? [] : [answeredDeg - turnDeg],
    );
  if (task === 'side') return [];
  const helped = trials.findLastIndex(({ help }) => help !== 'blind');
  return trials
    .slice(helped + 1)
    .flatMap(({ answeredDeg }) => (answeredDeg === undefined ? [] : [-answeredDeg]));
}
