import { GAUGE_UNCERTAINTY_RAD } from '../../defaults/gauge.ts';
import { handedAzimuth } from '../../geometry/azimuth.ts';
import { type Handedness } from '../../geometry/handedness.ts';
import { LIMITS } from '../../refusal/limits.ts';
import { RANGES, requireFinite, requirePositive } from '../../refusal/ranges.ts';
import { type AzimuthEstimate, type InHold, type WayOfReading } from '../way-of-reading.ts';

/** A protractor or angle gauge on the rod. */
export interface AngleObservation extends InHold {
  readonly by: 'angle';
  /** θ, rad, right positive seen downrange. */
  readonly readingRad: number;
  /** Default 1°. */
  readonly uncertaintyRad?: number;
}

/**
 * φ = s·reading of an angle that is told as such.
 *
 * @param usualRad its standard uncertainty where none is stated, rad
 * @throws RefusedInput when the reading is not finite or its uncertainty not positive
 * @example toldAzimuth({ readingRad: 0.05 }, 'left', 0.02).handedAzimuthRad // -0.05
 */
export function toldAzimuth(
  o: { readonly readingRad: number; readonly uncertaintyRad?: number },
  handedness: Handedness,
  usualRad: number,
): AzimuthEstimate {
  return {
    handedAzimuthRad: handedAzimuth(requireFinite('readingRad', o.readingRad), handedness),
    standardUncertaintyRad: requirePositive(
      'uncertaintyRad',
      o.uncertaintyRad ?? usualRad,
      RANGES.angleUncertaintyRad,
    ),
  };
}

/** An angle called out from the rod. */
export const GAUGE: WayOfReading<AngleObservation> = {
  azimuth: (o, handedness) => toldAzimuth(o, handedness, GAUGE_UNCERTAINTY_RAD),
  suspectField: 'readingRad',
  suspectUncertainty: () => 'uncertaintyRad',
  limited: (o) => [['uncertaintyRad', o.uncertaintyRad, LIMITS.gaugeUncertaintyRad]],
  leftOut: () => [],
  rest: () => 'gauge',
  time: () => 'gaugeS',
  takeable: (line, { gauge }) => (gauge ? [{ line, by: 'angle', readingRad: 0 }] : []),
};
