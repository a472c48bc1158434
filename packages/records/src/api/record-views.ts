import { type MethodDocument, type PlaceInput } from '../generated/types.ts';

/** An academy's own method. */
export interface MethodView {
  readonly id: string;
  readonly revision: number;
  readonly method: MethodDocument;
}

/** A record as it is kept: what came in, under its id. */
export type Kept<Input extends { readonly revision: number }> = Readonly<Input> & { readonly id: string };

/** A place where balls are hit, with what can be aimed or pointed at. */
export type PlaceView = Kept<PlaceInput>;

/** How an instructor's eye judges, from guesses made before the reveal. Degrees, right positive. */
export interface EyeView {
  readonly count: number;
  /** Null without a guess. */
  readonly biasDeg: number | null;
  /** Half of its 95 % interval; null with fewer than two guesses. */
  readonly biasHalfDeg: number | null;
  /** The eye's own standard uncertainty, its bias known; null with fewer than two guesses. */
  readonly uncertaintyDeg: number | null;
  readonly uncertaintyIntervalDeg: readonly [number, number] | null;
}
