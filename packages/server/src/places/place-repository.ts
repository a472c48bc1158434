import { type PlaceInput, type PlaceView } from '@lotrecht/contract';
import { type Queries } from '../database/database.ts';
import { sql, type SqlFragment } from '../database/sql.ts';
import { type Actor } from '../http/context.ts';

/** Places belong to the academy: every instructor of it stands on the same ground. */
function selectPlaces(actor: Actor, where: SqlFragment): SqlFragment {
  return sql`
    SELECT p.id, p.revision, p.name, p.kind, p.marks FROM place p
    WHERE p.academy_id = ${actor.academyId} AND p.deleted_at IS NULL AND ${where}`;
}

/** The academy's places by name. */
export function listPlaces(db: Queries, actor: Actor): Promise<readonly PlaceView[]> {
  return db.many<PlaceView>(selectPlaces(actor, sql`TRUE ORDER BY p.name, p.id`));
}

/** One place of the academy. */
export function findPlace(db: Queries, actor: Actor, id: string): Promise<PlaceView | undefined> {
  return db.maybeOne<PlaceView>(selectPlaces(actor, sql`p.id = ${id}`));
}

/** Adds a place under the id that the browser chose. @throws on an id that is taken (duplicate key) */
export async function insertPlace(db: Queries, actor: Actor, id: string, input: PlaceInput): Promise<void> {
  await db.exec(sql`
    INSERT INTO place (academy_id, id, name, kind, marks)
    VALUES (${actor.academyId}, ${id}, ${input.name}, ${input.kind}, ${JSON.stringify(input.marks)})`);
}

/** Changes a place if it still is at the revision the change was made from. @returns whether it was */
export async function updatePlace(
  db: Queries,
  actor: Actor,
  id: string,
  input: PlaceInput,
): Promise<boolean> {
  const changed = await db.exec(sql`
    UPDATE place SET name = ${input.name}, kind = ${input.kind}, marks = ${JSON.stringify(input.marks)},
                     revision = revision + 1
    WHERE academy_id = ${actor.academyId} AND id = ${id} AND deleted_at IS NULL AND revision = ${input.revision}`);
  return changed === 1;
}

/** Deletes or, with `false`, brings back a place. @returns whether there was one to change */
export async function setPlaceDeleted(
  db: Queries,
  actor: Actor,
  id: string,
  deleted: boolean,
): Promise<boolean> {
  const change = deleted
    ? sql`deleted_at = UTC_TIMESTAMP(3) WHERE deleted_at IS NULL`
    : sql`deleted_at = NULL WHERE deleted_at IS NOT NULL`;
  return (
    (await db.exec(sql`UPDATE place SET ${change} AND academy_id = ${actor.academyId} AND id = ${id}`)) === 1
  );
}
