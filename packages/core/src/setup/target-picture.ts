import { COVERAGE_FACTOR } from '../uncertainty/coverage.ts';
import { inQuadrature } from '../uncertainty/quadrature.ts';
import { standLoading } from '../combining/combine-line.ts';
import { type ComparedGround, type ComparedLine, type FoundTurn } from './turn.ts';

/**
 * Whether the player aims everything somewhere else: face and common turn agree with each other and both differ
 * from the target line. The cure is then the picture, not the body.
 *
 * @param found of body lines that agree
 */
export function aimsElsewhere(
  { combined }: ComparedLine,
  { turn, lineShare, lineIncluded }: FoundTurn,
  ground: ComparedGround,
): boolean {
  const uTarget = ground.targetLineUncertaintyRad;
  const ofAnotherStand = ground.severalHolds && combined.measurand === 'stand';
  const uFace = inQuadrature(
    combined.standardUncertainty,
    ofAnotherStand ? standLoading('face') * ground.readdressSdRad : 0,
  );
  const uTurn = turn.standardUncertaintyRad;
  const off = (value: number, u: number, uLine: number): boolean =>
    Math.abs(value) > COVERAGE_FACTOR * inQuadrature(u, uLine);
  return (
    Math.abs(combined.value - turn.handedAzimuthRad) <= COVERAGE_FACTOR * inQuadrature(uFace, uTurn) &&
    off(combined.value, uFace, combined.lineShare * uTarget) &&
    off(turn.handedAzimuthRad, uTurn, lineIncluded ? 0 : lineShare * uTarget)
  );
}
