import { EYE_UNCERTAINTY_RAD } from '../../defaults/eye.ts';
import { type InHold, type WayOfReading } from '../way-of-reading.ts';
import { toldAzimuth } from './gauge.ts';

/** Judged by eye. */
export interface EyeObservation extends InHold {
  readonly by: 'eye';
  /** θ, rad, right positive seen downrange. */
  readonly readingRad: number;
  /** The judge's calibrated standard uncertainty. Default 4°. */
  readonly uncertaintyRad?: number;
}

/** A look. */
export const EYE: WayOfReading<EyeObservation> = {
  azimuth: (o, handedness) => toldAzimuth(o, handedness, EYE_UNCERTAINTY_RAD),
  suspectField: 'readingRad',
  suspectUncertainty: () => 'uncertaintyRad',
  limited: () => [],
  leftOut: () => [],
  // A judge's eye errs together with all their other looks, and in nothing alone.
  rest: () => undefined,
  inParts(o, uRad) {
    // Half of the variance is what a judge gets wrong of every line, half what they get wrong of this one.
    const uncertaintyRad = uRad / Math.SQRT2;
    return {
      independentRad: 0,
      shared: [
        { key: 'judge', uncertaintyRad },
        { key: `judge:${o.line}`, uncertaintyRad },
      ],
    };
  },
  time: () => 'eyeS',
  takeable: (line, { eyeRad }) => [{ line, by: 'eye', readingRad: 0, uncertaintyRad: eyeRad }],
};
