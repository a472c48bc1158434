import { EYE_UNCERTAINTY_RAD } from '../defaults/eye.ts';
import { GAUGE_UNCERTAINTY_RAD } from '../defaults/gauge.ts';
import { handedAzimuth } from '../geometry/azimuth.ts';
import { type Handedness } from '../geometry/handedness.ts';
import { RANGES, requireFinite, requirePositive } from '../refusal/ranges.ts';
import { type AngleObservation, type AzimuthEstimate, type EyeObservation } from './observation.ts';

/**
 * φ = s·reading of a gauge on the rod or a judgement by eye.
 *
 * @throws RefusedInput when the reading is not finite or its uncertainty not positive
 * @example directAzimuth({ line: 'toes', by: 'angle', readingRad: 0.05 }, 'left').handedAzimuthRad // -0.05
 */
export function directAzimuth(o: AngleObservation | EyeObservation, handedness: Handedness): AzimuthEstimate {
  const usual = o.by === 'eye' ? EYE_UNCERTAINTY_RAD : GAUGE_UNCERTAINTY_RAD;
  return {
    handedAzimuthRad: handedAzimuth(requireFinite('readingRad', o.readingRad), handedness),
    standardUncertaintyRad: requirePositive(
      'uncertaintyRad',
      o.uncertaintyRad ?? usual,
      RANGES.angleUncertaintyRad,
    ),
  };
}
