/** What several readings err in together: parts with one key are one error. */
export interface SharedPart {
  /** `judge`, `judge:hips`, `squareRod`. */
  readonly key: string;
  /** rad, > 0. */
  readonly uncertaintyRad: number;
}
