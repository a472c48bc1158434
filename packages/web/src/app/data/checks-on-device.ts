import { KIND } from '@lotrecht/records/kinds';
import { type Entry } from '@lotrecht/sync';
import { type Sender } from './sender.ts';

/** A check that was typed here and is not known to be kept. */
export interface CheckHere {
  readonly checkId: string;
  readonly lessonId: string;
  readonly updatedAt: string;
  /** Everything the check holds, as the check view writes and reads it; its fields exactly as typed. */
  readonly content: unknown;
}

/** Checks that were typed here and are not known to be kept, newest first. @param lessonId of one lesson; default: all */
export async function checksHere(
  sender: Pick<Sender, 'all'>,
  lessonId?: string,
): Promise<readonly CheckHere[]> {
  const all = await sender.all();
  return all.flatMap((entry) => checkIn(entry, lessonId));
}

function checkIn({ kind, id, of, typed }: Entry, lessonId: string | undefined): readonly CheckHere[] {
  const isIt =
    kind === KIND.check.name && of.lessonId !== undefined && (lessonId ?? of.lessonId) === of.lessonId;
  return isIt ? [{ checkId: id, lessonId: of.lessonId, updatedAt: typed.at, content: typed.content }] : [];
}
