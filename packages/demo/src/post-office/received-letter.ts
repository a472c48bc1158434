/** A letter that came in. */
export interface ReceivedLetter {
  readonly at: string;
  readonly recipient: string;
  readonly subject: string;
  readonly text: string;
}
