import { DEFAULT_DECISION_LIMITS } from '../uncertainty/conformity.ts';
import { type Flag, type TrackedLesson } from './series.ts';

/** Lessons in tolerance in a row that make a line stable. */
const STABLE_RUN = 3;

/**
 * Relapse: out at a lesson after having been in at an earlier one; it must be in again before another. Stable: in on
 * three lessons running, flagged at the third. In and out are the probabilities of the filtered level.
 */
export function flagsOf(lessons: readonly Pick<TrackedLesson, 'day' | 'filtered'>[]): readonly Flag[] {
  const { inProbability, outProbability } = DEFAULT_DECISION_LIMITS;
  const flags: Flag[] = [];
  let hasBeenIn = false;
  let run = 0;
  for (const { day, filtered } of lessons) {
    const p = filtered.probabilityInTolerance;
    run = p >= inProbability ? run + 1 : 0;
    if (run > 0) hasBeenIn = true;
    if (run === STABLE_RUN) flags.push({ code: 'stable', day });
    if (p <= outProbability && hasBeenIn) {
      flags.push({ code: 'relapse', day });
      hasBeenIn = false;
    }
  }
  return flags;
}
