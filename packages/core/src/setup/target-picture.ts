import { type Estimate } from '../uncertainty/combine.ts';
import { inQuadrature } from '../uncertainty/quadrature.ts';

/** Two-sided 95 % point of the standard normal distribution, as the agreement of face and body uses it. */
const TWO_SIDED_95 = 1.96;

/**
 * Whether the player aims everything somewhere else: face and common turn agree with each other and both differ
 * from the target line. The cure is then the picture, not the body.
 *
 * @param face φ and u of the face without the target line, rad
 * @param turn c and u(c), rad, of body lines that agree
 * @param targetLineUncertaintyRad u(T), rad
 */
export function aimsElsewhere(face: Estimate, turn: Estimate, targetLineUncertaintyRad: number): boolean {
  const together =
    Math.abs(face.value - turn.value) <=
    TWO_SIDED_95 * inQuadrature(face.standardUncertainty, turn.standardUncertainty);
  const offTarget = [face, turn].every(
    (e) => Math.abs(e.value) > TWO_SIDED_95 * inQuadrature(e.standardUncertainty, targetLineUncertaintyRad),
  );
  return together && offTarget;
}
