import { type Dice } from './dice.ts';

/** A student between lessons: a fault that practice wears down, or not, and their own readings of it. */
export interface Practiser {
  /** How they stand before the first session, degrees. */
  readonly faultDeg: number;
  /** Share of what is left of the fault that a session takes away. */
  readonly learns: number;
  /** What never goes away, degrees. */
  readonly staysDeg: number;
  /** From one set-up to the next, degrees. */
  readonly scatterDeg: number;
  /** How wrong their own readings are, degrees. */
  readonly readsWithinDeg: number;
}

/** How they stand in a session, on average. */
export function standsAt({ faultDeg, learns, staysDeg }: Practiser, session: number): number {
  return staysDeg + (faultDeg - staysDeg) * (1 - learns) ** session;
}

/** What they read of it themselves. */
export function readsItself(practiser: Practiser, levelDeg: number, dice: Dice): number {
  return levelDeg + dice.normal(practiser.scatterDeg) + dice.normal(practiser.readsWithinDeg);
}
