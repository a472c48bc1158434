import { withoutNegativeZero } from '../geometry/azimuth.ts';
import { type Handedness } from '../geometry/handedness.ts';
import { LEAST_ANGLE_UNCERTAINTY_RAD, RANGES } from '../refusal/ranges.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { degreesFromRadians } from '../units/angle.ts';
import { inQuadrature } from '../uncertainty/quadrature.ts';
import { type SharedPart } from '../uncertainty/shared-part.ts';
import { type Observation, type ReadAzimuth, wayOf } from './observation.ts';
import { type InParts } from './way-of-reading.ts';

const NOTHING: readonly SharedPart[] = [];

/**
 * Any observation → φ, u(φ) without the target line's share, and what of it is shared with other readings.
 *
 * @throws RefusedInput for impossible readings, for an angle beyond 45°, and for a u under 1e-6°
 * @example readObservation({ line: 'toes', by: 'gaps', leadGapM: 0.6, trailGapM: 0.6, baseM: 0.45 }, 'right').handedAzimuthRad // 0
 */
export function readObservation(o: Observation, handedness: Handedness): ReadAzimuth {
  if (o.hold !== undefined && (!Number.isInteger(o.hold) || o.hold < 1 || o.hold > 1000)) {
    throw new RefusedInput('out-of-range', 'hold', {
      read: String(o.hold),
      least: 1,
      most: 1000,
      advice: 'Holds are counted 1, 2, 3.',
    });
  }
  const way = wayOf(o);
  const estimate = way.azimuth(o, handedness);
  if (Math.abs(estimate.handedAzimuthRad) > RANGES.angleRad.most) {
    throw new RefusedInput('angle-beyond-45', way.suspectField, {
      read: `a turn of ${Math.round(degreesFromRadians(Math.abs(estimate.handedAzimuthRad)))}°`,
      advice: 'The line would be turned by more than 45°: a digit is missing or a unit slipped.',
    });
  }
  const whole = estimate.standardUncertaintyRad;
  const { independentRad, shared }: InParts = way.inParts?.(o, whole) ?? {
    independentRad: whole,
    shared: NOTHING,
  };
  const standardUncertaintyRad =
    o.by === 'eye'
      ? estimate.standardUncertaintyRad
      : inQuadrature(independentRad, shared[0]?.uncertaintyRad ?? 0);
  // What it errs in alone is what weights are made from: of that there must be some, except of a look.
  if (!((o.by === 'eye' ? standardUncertaintyRad : independentRad) >= LEAST_ANGLE_UNCERTAINTY_RAD)) {
    throw new RefusedInput('not-positive', way.suspectUncertainty(o), {
      advice: 'The stated uncertainties leave this reading exact, which no tape can be.',
    });
  }
  return {
    handedAzimuthRad: withoutNegativeZero(estimate.handedAzimuthRad),
    standardUncertaintyRad,
    independentRad,
    shared,
    fromTarget: way.fromTarget === true,
  };
}
