import { ALL_PARALLEL, type Judgement } from '@lotrecht/judging';
import { type OwnMethod } from '@lotrecht/records';

/** What a check is judged by: a shipped method by name, or an own one whose parts are spelled out. */
export interface Judged {
  readonly judgement: Judgement;
  readonly ownMethod?: OwnMethod;
}

/** All parallel, until it is said otherwise. */
export const DEFAULT_JUDGED: Judged = {
  judgement: { method: { id: ALL_PARALLEL.id, version: ALL_PARALLEL.profileVersion } },
};
