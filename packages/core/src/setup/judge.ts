import { type LineKind } from '../geometry/line.ts';
import { type Estimate } from '../uncertainty/estimate.ts';
import { conformity, type DecisionLimits, type Tolerance, verdictOf } from '../uncertainty/conformity.ts';
import { type LineJudgement } from './setup.ts';

/**
 * The verdict on a line with its two tails in words: below the tolerance is too open for the body, too closed
 * for the face.
 *
 * @param estimate φ with its total u, rad
 */
export function judge(
  estimate: Estimate,
  tolerance: Tolerance,
  kind: LineKind,
  limits: DecisionLimits,
): LineJudgement {
  const c = conformity(estimate.value, estimate.standardUncertainty, tolerance);
  const [tooOpen, tooClosed] =
    kind === 'body' ? [c.belowProbability, c.aboveProbability] : [c.aboveProbability, c.belowProbability];
  return {
    toleranceRad: tolerance,
    conformanceProbability: c.conformanceProbability,
    tooOpenProbability: tooOpen,
    tooClosedProbability: tooClosed,
    verdict: verdictOf(c, limits),
  };
}
