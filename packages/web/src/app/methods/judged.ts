import { ALL_PARALLEL, judgementByMethod } from '@lotrecht/judging';
import { type ClubGroup, type MethodDocument, type OwnMethod, type Judgement } from '@lotrecht/records';

/** What a check is judged by: a shipped method by name, or an own one whose parts are spelled out. */
export interface Judged {
  readonly judgement: Judgement;
  readonly ownMethod?: OwnMethod;
}

/** All parallel, until it is said otherwise. */
export const DEFAULT_JUDGED: Judged = {
  judgement: { method: { id: ALL_PARALLEL.id, version: ALL_PARALLEL.profileVersion } },
};

/** A method as a check is judged by it: a shipped one by its name, an own one with its parts spelled out. */
export function judgedByMethod(method: MethodDocument, clubGroup: ClubGroup): Judged {
  const judgement = judgementByMethod(method, clubGroup);
  const { id, profileVersion: version, name } = method;
  return { judgement, ...(judgement.method === undefined && { ownMethod: { id, version, name } }) };
}

/** The id of the method that judges; empty where a check has limits of its own. */
export function methodIdOf({ judgement, ownMethod }: Judged): string {
  return judgement.method?.id ?? ownMethod?.id ?? '';
}
