import { isDeepStrictEqual } from 'node:util';
import { type Database, type Queries } from '../database/database.ts';
import { type Bindable, sql, type SqlFragment } from '../database/sql.ts';
import { isDuplicate } from '../database/trouble.ts';
import { type Actor } from '../access/actor.ts';
import { conflict, notFound } from '../http/problem.ts';
import { columnOf, type FieldKind, type Kind, type KindTable, type Said, type Stored } from './kind.ts';

/** Records of one kind, as an actor may see and change them. */
export interface RecordStore<Input extends { readonly revision: number }, View extends Stored> {
  /** All of the academy's, in the kind's order. */
  readonly list: (db: Queries, actor: Actor) => Promise<readonly View[]>;
  readonly find: (db: Queries, actor: Actor, id: string) => Promise<View | undefined>;
  /** Adds a record under the id that the browser chose. @throws on an id that is taken (duplicate key) */
  readonly insert: (db: Queries, actor: Actor, id: string, input: Input) => Promise<void>;
  /**
   * Adds or changes a record; sending the same again changes nothing.
   *
   * @throws Problem 409 when someone else changed it in between, 404 for a stranger's, or for one that it names
   */
  readonly save: (db: Database, actor: Actor, id: string, input: Input) => Promise<View>;
  /** Takes away or, with `false`, brings back. @throws Problem 404 where there was none to change */
  readonly setDeleted: (db: Queries, actor: Actor, id: string, deleted: boolean) => Promise<void>;
}

/** A piece of SQL whose every word stands in the declaration of a kind. */
function declared(text: string): SqlFragment {
  return { fragment: true, text, values: [] };
}

/** A value of a kind as the database takes it. */
function bound(kind: FieldKind | undefined, value: unknown): Bindable {
  if (value === null || value === undefined) return null;
  return kind === 'json' ? JSON.stringify(value) : (value as Bindable);
}

/** What can be done with records of a kind, all of it from its declaration. */
export function recordsOf<Input extends { readonly revision: number }, View extends Stored>(
  kind: Kind<Input, View>,
): RecordStore<Input, View> {
  const table = declared(kind.table);
  const fields = Object.keys(kind.fields);
  const columns = declared(fields.map((field) => `t.${columnOf(field)} AS \`${field}\``).join(', '));
  const order = declared(`t.${columnOf(kind.orderedBy)}, t.id`);
  const content = kind.content ?? ((said: Said): unknown => fields.map((field) => said[field]));

  const select = (actor: Actor, where: SqlFragment): SqlFragment => sql`
    SELECT t.id, t.revision, ${columns} FROM ${table} t
    WHERE t.academy_id = ${actor.academyId} AND t.deleted_at IS NULL AND ${where}`;
  const findRow = (db: Queries, actor: Actor, id: string): Promise<(Said & Stored) | undefined> =>
    db.maybeOne<Said & Stored>(select(actor, sql`t.id = ${id}`));

  const insertRow = async (db: Queries, actor: Actor, id: string, said: Said): Promise<void> => {
    const values = fields.map((field) => sql`${bound(kind.fields[field], said[field])}`);
    await db.exec(sql`
      INSERT INTO ${table} (academy_id, id, ${declared(fields.map(columnOf).join(', '))})
      VALUES (${actor.academyId}, ${id}, ${values.reduce((all, value) => sql`${all}, ${value}`)})`);
  };
  const updateRow = async (db: Queries, actor: Actor, at: Stored, said: Said): Promise<boolean> => {
    const changes = fields
      .map((field) => sql`${declared(columnOf(field))} = ${bound(kind.fields[field], said[field])}`)
      .reduce((all, change) => sql`${all}, ${change}`);
    const changed = await db.exec(sql`
      UPDATE ${table} SET ${changes}, revision = revision + 1
      WHERE academy_id = ${actor.academyId} AND id = ${at.id} AND deleted_at IS NULL AND revision = ${at.revision}`);
    return changed === 1;
  };
  const requireParents = async (db: Queries, actor: Actor, said: Said): Promise<void> => {
    for (const [field, parent] of Object.entries(kind.parents ?? {}) as [string, KindTable][]) {
      const id = said[field];
      if (typeof id !== 'string') continue;
      const found = await db.maybeOne(sql`
        SELECT p.id FROM ${declared(parent)} p
        WHERE p.academy_id = ${actor.academyId} AND p.id = ${id} AND p.deleted_at IS NULL`);
      if (found === undefined) throw notFound();
    }
  };

  return {
    list: async (db, actor) =>
      (await db.many<Said & Stored>(select(actor, sql`TRUE ORDER BY ${order}`))).map(kind.toView),
    find: async (db, actor, id) => {
      const row = await findRow(db, actor, id);
      return row && kind.toView(row);
    },
    insert: (db, actor, id, input) => insertRow(db, actor, id, kind.toRow(id, input)),
    save: async (db, actor, id, input) => {
      const said = kind.toRow(id, input);
      const saysSame = (row: Said): boolean => isDeepStrictEqual(content(row), content(said));
      await requireParents(db, actor, said);
      if (input.revision === 0) {
        try {
          await insertRow(db, actor, id, said);
        } catch (error) {
          if (!isDuplicate(error)) throw error;
          const existing = await findRow(db, actor, id);
          if (existing === undefined) throw notFound();
          if (!saysSame(existing)) throw conflict(kind.toView(existing));
        }
      } else {
        const before = await findRow(db, actor, id);
        if (before === undefined) throw notFound();
        const at = { id, revision: input.revision };
        if (!saysSame(before) && !(await updateRow(db, actor, at, said))) {
          // Someone else was here between the look and the write: what stands now is what they have to see.
          throw conflict(kind.toView((await findRow(db, actor, id)) ?? before));
        }
      }
      const saved = await findRow(db, actor, id);
      if (saved === undefined) throw notFound();
      return kind.toView(saved);
    },
    setDeleted: async (db, actor, id, deleted) => {
      const change = deleted
        ? sql`deleted_at = UTC_TIMESTAMP(3) WHERE deleted_at IS NULL`
        : sql`deleted_at = NULL WHERE deleted_at IS NOT NULL`;
      const changed = await db.exec(
        sql`UPDATE ${table} SET ${change} AND academy_id = ${actor.academyId} AND id = ${id}`,
      );
      if (changed !== 1) throw notFound();
    },
  };
}
