import { type Handedness } from '../geometry/handedness.ts';
import { type Observation } from './observation.ts';
import { azimuthOf } from './read-observation.ts';

/** What a reading errs by. */
export type ErrorSource =
  /** How repeatably the points of the body, or the ends of the edge, are found. */
  | 'points'
  /** How a rod seats. */
  | 'seating'
  | 'tape'
  | 'sway'
  | 'base'
  /** The point at the target that a rod is seen to point at. */
  | 'mark'
  /** How far from the line the rod starts. */
  | 'gap'
  /** The look along the rod. */
  | 'look'
  | 'gauge'
  | 'judge'
  | 'square-rod'
  | 'target-line'
  | 'stepping-in';

/** A variance by what it comes from, rad². */
export type Sources = ReadonlyMap<ErrorSource, number>;

/** Lateral uncertainties are positive; this one counts for nothing at any distance. */
const NO_LATERAL_M = 1e-9;

/**
 * What a reading errs in alone, by what it comes from. Each source is found by leaving it out; what is left over is
 * the points or the seating. A judge's eye errs together with all their other looks, so it has none here.
 *
 * @param o a reading that was read already
 * @example [...sourcesOf({ line: 'toes', by: 'angle', readingRad: 0 }, 'right').keys()] // ['gauge']
 */
export function sourcesOf(o: Observation, handedness: Handedness): Sources {
  if (o.by === 'eye') return new Map();
  const varianceOf = (changed: Observation): number =>
    azimuthOf(changed, handedness).standardUncertaintyRad ** 2;
  const whole = varianceOf(o);
  const found = new Map<ErrorSource, number>();
  let rest = whole;
  for (const [source, without] of leftOut(o)) {
    const variance = Math.max(0, whole - varianceOf(without));
    if (variance <= 0) continue;
    found.set(source, variance);
    rest -= variance;
  }
  // What rounding leaves of nothing is nothing.
  if (rest > whole * 1e-9) found.set(restOf(o), rest);
  return found;
}

/** The reading without one of its sources. */
function leftOut(o: Observation): readonly (readonly [ErrorSource, Observation])[] {
  switch (o.by) {
    case 'gaps':
      return [
        ['tape', { ...o, resolutionM: 0 }],
        ['sway', { ...o, plumbM: 0 }],
        ['base', { ...o, baseUncertaintyM: 0 }],
      ];
    case 'square':
      return [
        ['tape', { ...o, resolutionM: 0 }],
        ['base', { ...o, baseUncertaintyM: 0 }],
      ];
    case 'faceRod':
      return [
        ['tape', { ...o, resolutionM: 0 }],
        ['base', { ...o, lengthUncertaintyM: 0 }],
        ['seating', { ...o, seatingUncertaintyRad: 0 }],
      ];
    case 'pointsAt':
      return [
        ['mark', { ...o, lateralUncertaintyM: NO_LATERAL_M }],
        ['gap', { ...o, gapUncertaintyM: 0 }],
        ['look', { ...o, alongUncertaintyRad: 0 }],
        ...(o.rod === true ? [] : ([['sway', { ...o, plumbM: 0 }]] as const)),
      ];
    case 'angle':
    case 'eye':
      return [];
  }
}

function restOf(o: Observation): ErrorSource {
  if (o.by === 'angle') return 'gauge';
  return (o.by === 'gaps' || o.by === 'pointsAt') && o.rod === true ? 'seating' : 'points';
}
