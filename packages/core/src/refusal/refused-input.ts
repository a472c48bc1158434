/** Why core refused an input; stable, so that callers may translate or branch on it. */
export type RefusalCode =
  | 'not-finite'
  | 'not-positive'
  | 'negative'
  | 'out-of-range'
  | 'gap-exceeds-base'
  | 'angle-beyond-45'
  | 'wrong-kind'
  | 'tolerance-order'
  | 'goal-outside-tolerance'
  | 'empty'
  | 'duplicate'
  | 'date-order'
  | 'unknown';

/** What a refusal says beside its code. Numbers are in SI (metres, radians), as core reads them; in degrees where the field says so. */
export interface RefusalDetail {
  /** The number or word that was read. */
  readonly read?: number | string;
  /** Least value that would be taken, SI. */
  readonly least?: number;
  /** Greatest value that would be taken, SI. */
  readonly most?: number;
  /** The likely cause and what to do, as a sentence without figures. */
  readonly advice: string;
}

/**
 * The one error core throws: an input that cannot be a measurement.
 *
 * `field` is the dotted path of the input in core's own names, e.g. `observations.1.leadGapM`.
 */
export class RefusedInput extends Error {
  override readonly name = 'RefusedInput';

  constructor(
    readonly code: RefusalCode,
    readonly field: string,
    readonly detail: RefusalDetail,
  ) {
    super(`${field}: ${detail.advice}`);
  }

  /** The same refusal seen from one level further out: `leadGapM` → `observations.1.leadGapM`. */
  within(outer: string): RefusedInput {
    return new RefusedInput(this.code, `${outer}.${this.field}`, this.detail);
  }
}
