import { type MethodDocument, type MethodInput, type MethodView } from '@lotrecht/contract';
import { type Database } from '../database/database.ts';
import { isDuplicate } from '../database/trouble.ts';
import { type Actor } from '../http/context.ts';
import { conflict, notFound } from '../http/problem.ts';
import { findMethod, insertMethod, updateMethod } from './method-repository.ts';

/** Own methods can never be taken for shipped ones: their ids begin otherwise. */
function numbered(id: string, { revision, method }: MethodInput): MethodDocument {
  return { ...method, id: `own-${id}`, profileVersion: revision + 1 };
}

function says(stored: MethodView, method: MethodDocument): boolean {
  const content = (m: MethodDocument): string =>
    JSON.stringify(Object.entries({ ...m, profileVersion: 0 }).toSorted(([a], [b]) => (a < b ? -1 : 1)));
  return content(stored.method) === content(method);
}

/**
 * Adds or changes an own method; sending the same again changes nothing. Its version rises with every change.
 *
 * @throws Problem 409 when someone else changed it in between, 404 for a stranger's
 */
export async function saveMethod(
  db: Database,
  actor: Actor,
  id: string,
  input: MethodInput,
): Promise<MethodView> {
  const method = numbered(id, input);
  if (input.revision === 0) {
    try {
      await insertMethod(db, actor, id, method);
    } catch (error) {
      if (!isDuplicate(error)) throw error;
      const existing = await findMethod(db, actor, id);
      if (existing === undefined) throw notFound();
      if (!says(existing, method)) throw conflict(existing);
    }
  } else {
    const before = await findMethod(db, actor, id);
    if (before === undefined) throw notFound();
    const at = { id, revision: input.revision };
    if (!says(before, method) && !(await updateMethod(db, actor, at, method))) throw conflict(before);
  }
  const saved = await findMethod(db, actor, id);
  if (saved === undefined) throw notFound();
  return saved;
}
