import { type MethodDocument, type MethodView } from '@lotrecht/contract';
import { type Queries } from '../database/database.ts';
import { sql, type SqlFragment } from '../database/sql.ts';
import { type Actor } from '../http/context.ts';

/** Methods belong to the academy: what one instructor has made, the others can judge by. */
function selectMethods(actor: Actor, where: SqlFragment): SqlFragment {
  return sql`
    SELECT m.id, m.revision, m.document AS method FROM method_profile m
    WHERE m.academy_id = ${actor.academyId} AND m.deleted_at IS NULL AND ${where}`;
}

/** The academy's own methods by name. */
export function listMethods(db: Queries, actor: Actor): Promise<readonly MethodView[]> {
  return db.many<MethodView>(selectMethods(actor, sql`TRUE ORDER BY m.name, m.id`));
}

/** One own method. */
export function findMethod(db: Queries, actor: Actor, id: string): Promise<MethodView | undefined> {
  return db.maybeOne<MethodView>(selectMethods(actor, sql`m.id = ${id}`));
}

/** Adds a method under the id that the browser chose. @throws on an id that is taken (duplicate key) */
export async function insertMethod(
  db: Queries,
  actor: Actor,
  id: string,
  method: MethodDocument,
): Promise<void> {
  await db.exec(sql`
    INSERT INTO method_profile (academy_id, id, name, document)
    VALUES (${actor.academyId}, ${id}, ${method.name}, ${JSON.stringify(method)})`);
}

/** Changes a method if it still is at the revision the change was made from. @returns whether it was */
export async function updateMethod(
  db: Queries,
  actor: Actor,
  { id, revision }: Pick<MethodView, 'id' | 'revision'>,
  method: MethodDocument,
): Promise<boolean> {
  const changed = await db.exec(sql`
    UPDATE method_profile SET name = ${method.name}, document = ${JSON.stringify(method)}, revision = revision + 1
    WHERE academy_id = ${actor.academyId} AND id = ${id} AND deleted_at IS NULL AND revision = ${revision}`);
  return changed === 1;
}

/** Deletes or, with `false`, brings back a method. @returns whether there was one to change */
export async function setMethodDeleted(
  db: Queries,
  actor: Actor,
  id: string,
  deleted: boolean,
): Promise<boolean> {
  const change = deleted
    ? sql`deleted_at = UTC_TIMESTAMP(3) WHERE deleted_at IS NULL`
    : sql`deleted_at = NULL WHERE deleted_at IS NOT NULL`;
  const changed = await db.exec(
    sql`UPDATE method_profile SET ${change} AND academy_id = ${actor.academyId} AND id = ${id}`,
  );
  return changed === 1;
}
