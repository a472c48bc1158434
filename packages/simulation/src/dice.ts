import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** A random number generator with the draws that a stand needs. */
export interface Dice {
  /** Uniform in [0, 1). */
  readonly uniform: () => number;
  /** Normal about 0. */
  readonly normal: (standardDeviation: number) => number;
}

/** Dice from a seed; the same seed throws the same. */
export function diceOf(seed: number): Dice {
  const generator = xoroshiro128plus(seed);
  const uniform = (): number => uniformFloat64(generator);
  const normal = (standardDeviation: number): number =>
    standardDeviation * Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  return { uniform, normal };
}
