import { type AzimuthEstimate } from '../observation/way-of-reading.ts';
import { conformity, DEFAULT_DECISION_LIMITS, type Verdict, verdictOf } from '../uncertainty/conformity.ts';

/** What is said of an aid that was laid: how probable it is that it is true within a limit. */
export interface AidVerdict {
  readonly verdict: Verdict;
  readonly probabilityTrue: number;
}

/**
 * Whether an aid is laid true: its angle within ± limit.
 *
 * @param limitRad permitted error of the aid, rad, > 0
 * @example aidVerdict({ handedAzimuthRad: 0.0082, standardUncertaintyRad: 0.0017 }, 0.0044).verdict // 'out'
 */
export function aidVerdict(angle: AzimuthEstimate, limitRad: number): AidVerdict {
  const chances = conformity(angle.handedAzimuthRad, angle.standardUncertaintyRad, [-limitRad, limitRad]);
  return {
    verdict: verdictOf(chances, DEFAULT_DECISION_LIMITS),
    probabilityTrue: chances.conformanceProbability,
  };
}
