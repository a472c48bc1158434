import { GAUGE_UNCERTAINTY_RAD } from '../../defaults/gauge.ts';
import { handedAzimuth } from '../../geometry/azimuth.ts';
import { kindOfLine } from '../../geometry/line.ts';
import { type Handedness } from '../../geometry/handedness.ts';
import { LIMITS } from '../../refusal/limits.ts';
import { RANGES, requireFinite, requirePositive } from '../../refusal/ranges.ts';
import { inQuadrature } from '../../uncertainty/quadrature.ts';
import { type SeatedRod } from '../../uncertainty/seating.ts';
import { limitedSeating, seatingOf, sizedSeating } from '../seated.ts';
import { type AzimuthEstimate, type InHold, type WayOfReading } from '../way-of-reading.ts';

/** A protractor or angle gauge on the rod. */
export interface AngleObservation extends InHold, SeatedRod {
  readonly by: 'angle';
  /** θ, rad, right positive seen downrange. */
  readonly readingRad: number;
  /** Default 1°. */
  readonly uncertaintyRad?: number;
  /** The gauge lies on a rod held across the line, whose seating counts. Default false. */
  readonly rod?: boolean;
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
  azimuth(o, handedness) {
    const read = toldAzimuth(o, handedness, GAUGE_UNCERTAINTY_RAD);
    if (o.rod !== true) return read;
    return { ...read, standardUncertaintyRad: inQuadrature(read.standardUncertaintyRad, seatingOf(o)) };
  },
  suspectField: 'readingRad',
  suspectUncertainty: () => 'uncertaintyRad',
  limited: (o) => [['uncertaintyRad', o.uncertaintyRad, LIMITS.gaugeUncertaintyRad], ...limitedSeating(o)],
  leftOut: (o) => (o.rod === true ? [['seating', { ...o, rod: false }]] : []),
  rest: () => 'gauge',
  sized: (o, scale) => (o.rod === true ? sizedSeating(o, scale) : o),
  time: () => 'gaugeS',
  // Of a body it lies on the rod that is held across; of a club on its face.
  takeable: (line, { gauge }) =>
    gauge ? [{ line, by: 'angle', readingRad: 0, rod: kindOfLine(line) === 'body' }] : [],
};
