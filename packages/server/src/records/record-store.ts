import { isDeepStrictEqual } from 'node:util';
import { DocumentRefused, type FieldKind, type KindName } from '@lotrecht/records';
import { type Actor } from '../access/actor.ts';
import { type Scope } from '../access/scope.ts';
import { visibleStudents } from '../access/visible.ts';
import { recordChange } from '../changes/record-change.ts';
import { requireConsent } from '../consents/require-consent.ts';
import { type Database, type Queries } from '../database/database.ts';
import { type Bindable, declared, sql, type SqlFragment } from '../database/sql.ts';
import { isDuplicate } from '../database/trouble.ts';
import { conflict, notFound } from '../problems/problem.ts';
import { aboutStudent, type LockedStudent } from '../access/lock-student.ts';
import {
  columnOf,
  type Kind,
  type Revised,
  type Said,
  type Stored,
  tableOf,
  TABLES_OF_STUDENTS,
} from './kind.ts';

/** Who looks, and what they may see: what is an instructor's own is seen by them alone. */
type Seeing = Scope & Partial<Pick<Actor, 'instructorId'>>;

/** One save, and what it is asked first. */
interface AskedSave<Input> {
  readonly id: string;
  readonly input: Input;
  /** Asked before a new one is added, with whoever's it is held: two that come at once are asked one after the other. */
  readonly beforeNew?: (tx: Queries) => Promise<void>;
}

/** Records of one kind, as they are changed, whoever keeps them. */
export interface ChangedRecords<Input extends Revised, View extends Stored> {
  readonly find: (db: Queries, scope: Seeing, id: string) => Promise<View | undefined>;
  /**
   * Adds or changes a record under the id that the browser chose; sending the same again changes nothing.
   *
   * @throws Problem 409 when someone else changed it in between or a guardian's consent is missing, 404 for a
   *   stranger's, or where it names one of another student
   */
  readonly save: (db: Database, actor: Actor, id: string, input: Input) => Promise<View>;
  /**
   * Takes away or, with `false`, brings back.
   *
   * @throws Problem 404 where there was none to change, 409 where it would come back without a guardian's consent
   */
  readonly setDeleted: (db: Database, actor: Actor, id: string, deleted: boolean) => Promise<void>;
}

/** The same with what a declaration alone gives. */
export interface RecordStore<Input extends Revised, View extends Stored> extends ChangedRecords<Input, View> {
  /** All of the academy's or, of a student's kind, all of a student's, in the kind's order. */
  readonly list: (db: Queries, scope: Seeing, studentId?: string) => Promise<readonly View[]>;
  /** The same as `save`, with something to be asked first. */
  readonly saveAsked: (db: Database, actor: Actor, save: AskedSave<Input>) => Promise<View>;
  /** Adds a record without a note of it, as the demo does. @throws on an id that is taken (duplicate key) */
  readonly insert: (db: Queries, actor: Actor, id: string, input: Input) => Promise<void>;
}

/** Someone else was here between the look and the write. */
class MovedOn extends Error {}

/** A transaction in which one is changed. */
interface Changing {
  readonly tx: Queries;
  readonly actor: Actor;
  /** Whose it is, held; null of what is the academy's own. */
  readonly student: LockedStudent | null;
  readonly beforeNew: ((tx: Queries) => Promise<void>) | undefined;
}

/** A value of a kind as the database takes it. */
function bound(kind: FieldKind | undefined, value: unknown): Bindable {
  if (value === null || value === undefined) return null;
  return kind === 'json' ? JSON.stringify(value) : (value as Bindable);
}

/** What can be done with records of a kind, all of it from its declaration. */
export function recordsOf<Input extends Revised, View extends Stored>(
  kind: Kind<Input, View>,
): RecordStore<Input, View> {
  const table = declared(kind.table);
  const ofStudent = kind.owner === 'student';
  const ofInstructor = kind.owner === 'instructor';
  const fields = Object.keys(kind.fields);
  const flags = fields.filter((field) => kind.fields[field] === 'flag');
  const columns = declared(fields.map((field) => `t.${columnOf(field)} AS \`${field}\``).join(', '));
  const order = declared(`t.${columnOf(kind.orderedBy)}, t.id`);
  const content = kind.content ?? ((said: Said): unknown => fields.map((field) => said[field] ?? null));
  const toRow = kind.toRow ?? ((_id: string, input: Input): Said => input as unknown as Said);
  const toView = kind.toView ?? ((row: Said & Stored): View => row as unknown as View);

  /** Rows that may be seen, deleted ones too, as `t`. */
  const seen = (scope: Seeing): SqlFragment => {
    if (ofStudent)
      return sql`${table} t JOIN student s ON s.academy_id = t.academy_id AND s.id = t.student_id
        WHERE ${visibleStudents(scope)} AND s.deleted_at IS NULL`;
    const theirs = ofInstructor ? sql`AND t.instructor_id = ${scope.instructorId ?? null}` : sql``;
    return sql`${table} t WHERE t.academy_id = ${scope.academyId} ${theirs}`;
  };
  const select = (scope: Seeing, where: SqlFragment): SqlFragment =>
    sql`SELECT t.id, t.revision, ${columns} FROM ${seen(scope)} AND t.deleted_at IS NULL AND ${where}`;
  const asSaid = (row: Said & Stored): Said & Stored => ({
    ...row,
    ...Object.fromEntries(flags.map((field) => [field, row[field] === 1])),
  });
  const findRow = async (db: Queries, scope: Seeing, id: string): Promise<(Said & Stored) | undefined> => {
    const row = await db.maybeOne<Said & Stored>(select(scope, sql`t.id = ${id}`));
    return row && asSaid(row);
  };
  const find = async (db: Queries, scope: Seeing, id: string): Promise<View | undefined> => {
    const row = await findRow(db, scope, id);
    return row && toView(row);
  };

  const insertRow = async (db: Queries, actor: Actor, id: string, said: Said): Promise<void> => {
    const values = fields.map((field) => sql`${bound(kind.fields[field], said[field])}`);
    const [owner, owning] = ofInstructor
      ? [sql`instructor_id, `, sql`${actor.instructorId}, `]
      : [sql``, sql``];
    await db.exec(sql`
      INSERT INTO ${table} (academy_id, id, ${owner}${declared(fields.map(columnOf).join(', '))})
      VALUES (${actor.academyId}, ${id}, ${owning}${values.reduce((all, value) => sql`${all}, ${value}`)})`);
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
  /** What it names is there, and of the same student. What it named before may be gone since: it is not asked for again. */
  const requireParents = async (
    db: Queries,
    actor: Actor,
    { before, said }: { readonly before: Said | undefined; readonly said: Said },
  ): Promise<void> => {
    for (const [field, parent] of Object.entries(kind.parents ?? {}) as [string, KindName][]) {
      const id = said[field];
      if (typeof id !== 'string' || id === before?.[field]) continue;
      const sameStudent = TABLES_OF_STUDENTS.has(tableOf(parent))
        ? sql`AND p.student_id = ${String(said['studentId'])}`
        : sql``;
      const found = await db.maybeOne(sql`
        SELECT p.id FROM ${declared(tableOf(parent))} p
        WHERE p.academy_id = ${actor.academyId} AND p.id = ${id} AND p.deleted_at IS NULL ${sameStudent}`);
      if (found === undefined) throw notFound();
    }
  };

  const requireNothingLost = (before: Said, said: Said): void => {
    const message = kind.appends?.lost(before, said) ?? null;
    if (message === null) return;
    throw new DocumentRefused([{ code: 'not-allowed', path: `/${kind.appends?.field ?? ''}`, message }]);
  };

  /** A transaction that changes one of them: of a student's, with the student held. */
  const changing = <T>(
    db: Database,
    actor: Actor,
    studentId: string | null,
    work: (tx: Queries, student: LockedStudent | null) => Promise<T>,
  ): Promise<T> =>
    studentId === null ? db.inTransaction((tx) => work(tx, null)) : aboutStudent(db, actor, studentId, work);

  const store = async (
    { tx, actor, student, beforeNew }: Changing,
    id: string,
    { said, revision }: { readonly said: Said; readonly revision: number },
  ): Promise<void> => {
    const before = await findRow(tx, actor, id);
    if (before !== undefined && isDeepStrictEqual(content(before), content(said))) return;
    if (before !== undefined && revision === 0) throw new MovedOn();
    if (before === undefined && revision > 0) throw notFound();
    if (before !== undefined) requireNothingLost(before, said);
    // What is one student's never becomes another's.
    if (before !== undefined && ofStudent && before['studentId'] !== said['studentId']) throw notFound();
    if (student !== null) await requireConsent(tx, actor, student, { scope: 'records' });
    await requireParents(tx, actor, { before, said });
    if (revision === 0) await beforeNew?.(tx);
    if (revision === 0) await insertRow(tx, actor, id, said);
    else if (!(await updateRow(tx, actor, { id, revision }, said))) throw new MovedOn();
    await recordChange(tx, actor, {
      kind: kind.name,
      id,
      revision: revision + 1,
      studentId: student?.id ?? null,
      action: 'changed',
    });
  };

  const saveAsked = async (
    db: Database,
    actor: Actor,
    { id, input, beforeNew }: AskedSave<Input>,
  ): Promise<View> => {
    try {
      const said = toRow(id, input);
      const { revision } = input;
      await changing(db, actor, ofStudent ? String(said['studentId']) : null, (tx, student) =>
        store({ tx, actor, student, beforeNew }, id, { said, revision }),
      );
    } catch (error) {
      if (!(error instanceof MovedOn) && !isDuplicate(error)) throw error;
      // What stands now is what they have to see; the transaction saw what stood when it began.
      const row = await findRow(db, actor, id);
      if (row === undefined) throw notFound();
      if (!isDeepStrictEqual(content(row), content(toRow(id, input)))) throw conflict(kind.name, toView(row));
    }
    const saved = await find(db, actor, id);
    if (saved === undefined) throw notFound();
    return saved;
  };

  return {
    list: async (db, scope, studentId) => {
      const whose = studentId === undefined ? sql`TRUE` : sql`t.student_id = ${studentId}`;
      const rows = await db.many<Said & Stored>(select(scope, sql`${whose} ORDER BY ${order}`));
      return rows.map((row) => toView(asSaid(row)));
    },
    find,
    insert: (db, actor, id, input) => insertRow(db, actor, id, toRow(id, input)),
    save: (db, actor, id, input) => saveAsked(db, actor, { id, input }),
    saveAsked,
    setDeleted: async (db, actor, id, deleted) => {
      const student = ofStudent ? sql`t.student_id` : sql`NULL`;
      const known = await db.maybeOne<{ studentId: string | null }>(
        sql`SELECT ${student} AS studentId FROM ${seen(actor)} AND t.id = ${id}`,
      );
      if (known === undefined) throw notFound();
      const { studentId } = known;
      await changing(db, actor, studentId, async (tx, student) => {
        if (student !== null && !deleted) await requireConsent(tx, actor, student, { scope: 'records' });
        const change = deleted
          ? sql`deleted_at = UTC_TIMESTAMP(3) WHERE deleted_at IS NULL`
          : sql`deleted_at = NULL WHERE deleted_at IS NOT NULL`;
        const changed = await tx.exec(
          sql`UPDATE ${table} SET ${change} AND academy_id = ${actor.academyId} AND id = ${id}`,
        );
        if (changed !== 1) throw notFound();
        const action = deleted ? 'deleted' : 'restored';
        await recordChange(tx, actor, { kind: kind.name, id, revision: null, studentId, action });
      });
    },
  };
}
