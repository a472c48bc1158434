import { type PlaceInput, type PlaceView } from '@lotrecht/contract';
import { type Database } from '../database/database.ts';
import { isDuplicate } from '../database/trouble.ts';
import { type Actor } from '../http/context.ts';
import { conflict, notFound } from '../http/problem.ts';
import { findPlace, insertPlace, updatePlace } from './place-repository.ts';

function says(place: PlaceView, input: PlaceInput): boolean {
  const content = ({ name, kind, marks }: PlaceInput): string =>
    JSON.stringify([name, kind, marks.map((m) => [m.id, m.name, m.kind, m.distanceM, m.bearingDeg])]);
  return content(place) === content(input);
}

/**
 * Adds or changes a place; sending the same again changes nothing.
 *
 * @throws Problem 409 when someone else changed it in between, 404 for a stranger's place
 */
export async function savePlace(
  db: Database,
  actor: Actor,
  id: string,
  input: PlaceInput,
): Promise<PlaceView> {
  if (input.revision === 0) {
    try {
      await insertPlace(db, actor, id, input);
    } catch (error) {
      if (!isDuplicate(error)) throw error;
      const existing = await findPlace(db, actor, id);
      if (existing === undefined) throw notFound();
      if (!says(existing, input)) throw conflict(existing);
    }
  } else {
    const before = await findPlace(db, actor, id);
    if (before === undefined) throw notFound();
    if (!says(before, input) && !(await updatePlace(db, actor, id, input))) throw conflict(before);
  }
  const saved = await findPlace(db, actor, id);
  if (saved === undefined) throw notFound();
  return saved;
}
