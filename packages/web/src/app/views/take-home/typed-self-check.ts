type Way = 'gaps' | 'pointsAt' | 'none';
export type Side = 'left' | 'right';

/** What has been typed of a self-check so far; millimetres, metres beside the target. */
export interface TypedSelfCheck {
  readonly way: Way;
  readonly lead: number | null;
  readonly trail: number | null;
  readonly base: number | null;
  readonly beside: number | null;
  readonly besideSide: Side;
  /** How far it is to what was aimed at, m; undefined: not touched, as far as the page’s target; null: emptied. */
  readonly away?: number | null;
  readonly felt: number | null;
  readonly feltSide: Side;
  readonly drillDone: boolean;
}

/** Nothing yet, but for the base, which stays from one to the next. */
export function emptySelfCheck(base: number | null): TypedSelfCheck {
  return {
    way: 'gaps',
    lead: null,
    trail: null,
    base,
    beside: null,
    besideSide: 'right',
    felt: null,
    feltSide: 'right',
    drillDone: false,
  };
}
