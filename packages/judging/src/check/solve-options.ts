import { type MethodDocument, type Rebase } from '@lotrecht/records';

/** What stands beside a document. */
export interface SolveOptions {
  /** Where a method that it names is looked for; the shipped ones without. */
  readonly methods?: readonly MethodDocument[] | undefined;
  /** What was found out about its target line afterwards. */
  readonly rebase?: Rebase | undefined;
  /** It was kept before: what cannot have been measured is told as it was, and not refused. Default false. */
  readonly stored?: boolean;
  /**
   * `kept`: with the whole posterior, as it is stored; `live`: with a coarser one, while readings are typed; `tape`: the
   * figures of the tape alone. Default `kept`.
   */
  readonly answer?: 'tape' | 'live' | 'kept';
}
