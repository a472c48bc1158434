import { type SharedPart } from '../uncertainty/shared-part.ts';
import { withoutNegativeZero } from '../geometry/azimuth.ts';
import { type Handedness } from '../geometry/handedness.ts';
import { LEAST_ANGLE_UNCERTAINTY_RAD, RANGES } from '../refusal/ranges.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { directAzimuth } from './direct-angle.ts';
import { faceRodAzimuth } from './face-rod.ts';
import { gapsAzimuth } from './gaps.ts';
import { degreesFromRadians } from '../units/angle.ts';
import { inQuadrature } from '../uncertainty/quadrature.ts';
import { type AzimuthEstimate, type Observation, type ReadAzimuth } from './observation.ts';
import { pointsAtAzimuth } from './points-at.ts';
import { squareAzimuth, squarenessOf } from './square.ts';

/** φ and u of a reading by itself, before it is asked whether it can be one. @throws RefusedInput */
export function azimuthOf(o: Observation, handedness: Handedness): AzimuthEstimate {
  switch (o.by) {
    case 'gaps':
      return gapsAzimuth(o);
    case 'square':
      return squareAzimuth(o);
    case 'faceRod':
      return faceRodAzimuth(o);
    case 'pointsAt':
      return pointsAtAzimuth(o, handedness);
    case 'angle':
    case 'eye':
      return directAzimuth(o, handedness);
  }
}

/** The reading that an angle beyond 45° most likely went wrong in. */
const SUSPECT_FIELD: Readonly<Record<Observation['by'], string>> = {
  gaps: 'trailGapM',
  square: 'heelGapM',
  faceRod: 'tipGapM',
  pointsAt: 'lateralM',
  angle: 'readingRad',
  eye: 'readingRad',
};

/** The uncertainty that a reading without any most likely went wrong in. */
function suspectUncertainty(o: Observation): string {
  switch (o.by) {
    case 'gaps':
    case 'square':
    case 'faceRod':
      return o.endUncertaintyM === undefined ? 'resolutionM' : 'endUncertaintyM';
    case 'pointsAt':
      return 'lateralUncertaintyM';
    case 'angle':
    case 'eye':
      return 'uncertaintyRad';
  }
}

const NOTHING: readonly SharedPart[] = [];

/** Divides the whole u into what this reading errs in alone and what it shares with others. */
function inParts(
  o: Observation,
  uRad: number,
): { readonly independentRad: number; readonly shared: readonly SharedPart[] } {
  if (o.by === 'eye') {
    // Half of the variance is what a judge gets wrong of every line, half what they get wrong of this one.
    const uncertaintyRad = uRad / Math.SQRT2;
    return {
      independentRad: 0,
      shared: [
        { key: 'judge', uncertaintyRad },
        { key: `judge:${o.line}`, uncertaintyRad },
      ],
    };
  }
  if (o.by !== 'square') return { independentRad: uRad, shared: NOTHING };
  const uncertaintyRad = squarenessOf(o);
  return {
    independentRad: uRad,
    shared: uncertaintyRad > 0 ? [{ key: 'squareRod', uncertaintyRad }] : NOTHING,
  };
}

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
  const estimate = azimuthOf(o, handedness);
  if (Math.abs(estimate.handedAzimuthRad) > RANGES.angleRad.most) {
    throw new RefusedInput('angle-beyond-45', SUSPECT_FIELD[o.by], {
      read: `a turn of ${Math.round(degreesFromRadians(Math.abs(estimate.handedAzimuthRad)))}°`,
      advice: 'The line would be turned by more than 45°: a digit is missing or a unit slipped.',
    });
  }
  const { independentRad, shared } = inParts(o, estimate.standardUncertaintyRad);
  const standardUncertaintyRad =
    o.by === 'eye'
      ? estimate.standardUncertaintyRad
      : inQuadrature(independentRad, shared[0]?.uncertaintyRad ?? 0);
  // What it errs in alone is what weights are made from: of that there must be some, except of a look.
  if (!((o.by === 'eye' ? standardUncertaintyRad : independentRad) >= LEAST_ANGLE_UNCERTAINTY_RAD)) {
    throw new RefusedInput('not-positive', suspectUncertainty(o), {
      advice: 'The stated uncertainties leave this reading exact, which no tape can be.',
    });
  }
  return {
    handedAzimuthRad: withoutNegativeZero(estimate.handedAzimuthRad),
    standardUncertaintyRad,
    independentRad,
    shared,
    fromTarget: o.by === 'pointsAt',
  };
}
