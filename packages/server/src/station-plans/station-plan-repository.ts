import { type StationPlanInput, type StationPlanView } from '@lotrecht/contract';
import { type Queries } from '../database/database.ts';
import { sql, type SqlFragment } from '../database/sql.ts';
import { type Actor } from '../http/context.ts';

/** Plans belong to the academy, as the places do that they are laid at. */
function selectPlans(actor: Actor, where: SqlFragment): SqlFragment {
  return sql`
    SELECT p.id, p.revision, p.name, p.place_id AS placeId, p.plan FROM station_plan p
    WHERE p.academy_id = ${actor.academyId} AND p.deleted_at IS NULL AND ${where}`;
}

/** The academy's plans by name. */
export function listPlans(db: Queries, actor: Actor): Promise<readonly StationPlanView[]> {
  return db.many<StationPlanView>(selectPlans(actor, sql`TRUE ORDER BY p.name, p.id`));
}

/** One plan. */
export function findPlan(db: Queries, actor: Actor, id: string): Promise<StationPlanView | undefined> {
  return db.maybeOne<StationPlanView>(selectPlans(actor, sql`p.id = ${id}`));
}

/** Adds a plan under the id that the browser chose. @throws on an id that is taken (duplicate key) */
export async function insertPlan(
  db: Queries,
  actor: Actor,
  id: string,
  input: StationPlanInput,
): Promise<void> {
  await db.exec(sql`
    INSERT INTO station_plan (academy_id, id, name, place_id, plan)
    VALUES (${actor.academyId}, ${id}, ${input.name}, ${input.placeId}, ${JSON.stringify(input.plan)})`);
}

/** Changes a plan if it still is at the revision the change was made from. @returns whether it was */
export async function updatePlan(
  db: Queries,
  actor: Actor,
  id: string,
  input: StationPlanInput,
): Promise<boolean> {
  const changed = await db.exec(sql`
    UPDATE station_plan SET name = ${input.name}, place_id = ${input.placeId}, plan = ${JSON.stringify(input.plan)},
                            revision = revision + 1
    WHERE academy_id = ${actor.academyId} AND id = ${id} AND deleted_at IS NULL AND revision = ${input.revision}`);
  return changed === 1;
}

/** Deletes or, with `false`, brings back a plan. @returns whether there was one to change */
export async function setPlanDeleted(
  db: Queries,
  actor: Actor,
  id: string,
  deleted: boolean,
): Promise<boolean> {
  const change = deleted
    ? sql`deleted_at = UTC_TIMESTAMP(3) WHERE deleted_at IS NULL`
    : sql`deleted_at = NULL WHERE deleted_at IS NOT NULL`;
  return (
    (await db.exec(
      sql`UPDATE station_plan SET ${change} AND academy_id = ${actor.academyId} AND id = ${id}`,
    )) === 1
  );
}
