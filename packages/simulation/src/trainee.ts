import { type Dice } from './dice.ts';

/** Somebody who looks at pictures: what looks square to them is turned, and they do not tell exactly. */
export interface Trainee {
  /** A picture turned by this looks square, degrees, right positive. */
  readonly biasDeg: number;
  /** From look to look the same turn seems another, by this, degrees. */
  readonly noiseDeg: number;
  /** The finger slips so often. */
  readonly slips: number;
}

/** Shown a turn, they say whether it is turned right: what it seems this time against what looks square to them. */
export function saysRight({ biasDeg, noiseDeg, slips }: Trainee, turnDeg: number, dice: Dice): boolean {
  if (dice.uniform() < slips) return dice.uniform() < 0.5;
  const seems = turnDeg + dice.normal(noiseDeg);
  return seems > biasDeg;
}
