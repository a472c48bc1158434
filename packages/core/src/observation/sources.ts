import { type Handedness } from '../geometry/handedness.ts';
import { type Observation, wayOf } from './observation.ts';
import { type ErrorSource } from './way-of-reading.ts';

/** A variance by what it comes from, rad². */
export type Sources = ReadonlyMap<ErrorSource, number>;

/**
 * What a reading errs in alone, by what it comes from. Each source is found by leaving it out; what is left over is
 * the points or the seating. A judge's eye errs together with all their other looks, so it has none here.
 *
 * @param o a reading that was read already
 * @example [...sourcesOf({ line: 'toes', by: 'angle', readingRad: 0 }, 'right').keys()] // ['gauge']
 */
export function sourcesOf(o: Observation, handedness: Handedness): Sources {
  const way = wayOf(o);
  const restOf = way.rest(o);
  if (restOf === undefined) return new Map();
  const varianceOf = (changed: Observation): number =>
    way.azimuth(changed, handedness).standardUncertaintyRad ** 2;
  const whole = varianceOf(o);
  const found = new Map<ErrorSource, number>();
  let rest = whole;
  for (const [source, without] of way.leftOut(o)) {
    const variance = Math.max(0, whole - varianceOf(without));
    if (variance <= 0) continue;
    found.set(source, variance);
    rest -= variance;
  }
  // What rounding leaves of nothing is nothing.
  if (rest > whole * 1e-9) found.set(restOf, rest);
  return found;
}
