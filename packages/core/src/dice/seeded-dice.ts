import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** Draws that come again with the same seed. */
export interface SeededDice {
  /** From 0 to below 1. */
  readonly uniform: () => number;
  /** About 0, with a standard deviation of 1. */
  readonly normal: () => number;
}

/**
 * Dice that throw the same with the same seed.
 *
 * @example seededDice(7).uniform() === seededDice(7).uniform() // true
 */
export function seededDice(seed: number): SeededDice {
  const generator = xoroshiro128plus(seed);
  const uniform = (): number => uniformFloat64(generator);
  return {
    uniform,
    normal: () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform()),
  };
}
