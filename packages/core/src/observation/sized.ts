import { SHOE_M } from '../defaults/shoe.ts';
import { BODY_SCALE, USUAL_STATURE_M } from '../defaults/stature.ts';
import { type Observation, wayOf } from './observation.ts';

/** What is known of how large somebody is. */
export interface BodySize {
  /** Height, m. */
  readonly statureM?: number;
  readonly feet?: { readonly shoeLengthM: number };
}

/**
 * How much wider somebody is than usual: by height, else by the length of the shoe.
 *
 * @returns from 0.5 to 1.2; 1 where nothing is known
 * @example bodyScale({ statureM: 1.4 }) // 0.8
 */
export function bodyScale({ statureM, feet }: BodySize): number {
  const scale = statureM === undefined ? (feet?.shoeLengthM ?? SHOE_M) / SHOE_M : statureM / USUAL_STATURE_M;
  return Math.min(BODY_SCALE.most, Math.max(BODY_SCALE.least, scale));
}

/**
 * A reading with what is usual of a body of another size where it was not read.
 *
 * @param scale how much wider the body is than usual
 * @example sizedBy({ line: 'hips', by: 'angle', readingRad: 0, rod: true }, 0.8).contactWidthM // 0.24
 */
export function sizedBy(o: Observation, scale: number): Observation {
  return scale === 1 ? o : (wayOf(o).sized?.(o, scale) ?? o);
}
