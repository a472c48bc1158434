import { withoutNegativeZero } from '../geometry/azimuth.ts';
import { type Handedness } from '../geometry/handedness.ts';
import { RANGES } from '../refusal/ranges.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { directAzimuth } from './direct-angle.ts';
import { faceRodAzimuth } from './face-rod.ts';
import { gapsAzimuth } from './gaps.ts';
import { type AzimuthEstimate, type Observation } from './observation.ts';
import { pointsAtAzimuth } from './points-at.ts';
import { squareAzimuth } from './square.ts';

function azimuthOf(o: Observation, handedness: Handedness): AzimuthEstimate {
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

/**
 * Any observation → φ and u(φ), without the target line's share.
 *
 * @throws RefusedInput for impossible readings, and for an angle beyond 45°
 * @example readObservation({ line: 'toes', by: 'gaps', leadGapM: 0.6, trailGapM: 0.6, baseM: 0.45 }, 'right').handedAzimuthRad // 0
 */
export function readObservation(o: Observation, handedness: Handedness): AzimuthEstimate {
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
      read: estimate.handedAzimuthRad,
      ...RANGES.angleRad,
      advice: 'The line would be turned by more than 45°: a digit is missing or a unit slipped.',
    });
  }
  if (!(estimate.standardUncertaintyRad > 0)) {
    throw new RefusedInput('not-positive', SUSPECT_FIELD[o.by], {
      advice: 'The stated uncertainties leave this reading exact, which no tape can be.',
    });
  }
  return {
    handedAzimuthRad: withoutNegativeZero(estimate.handedAzimuthRad),
    standardUncertaintyRad: estimate.standardUncertaintyRad,
  };
}
