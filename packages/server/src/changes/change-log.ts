import { type SyncChange, type SyncView } from '@lotrecht/records';
import { type Scope } from '../access/scope.ts';
import { type Database, type Queries } from '../database/database.ts';
import { ifPossible } from '../database/in-time.ts';
import { listOf, sql, type SqlFragment } from '../database/sql.ts';
import { isoFromUtc } from '../database/utc.ts';
import { Problem } from '../problems/problem.ts';

/** Changes on a page. */
const PAGE_CHANGES = 500;
/** So many are numbered at a time. */
const NUMBERED = 1_000;
/** Whoever asks is told what has a number already, where the database takes none for the moment. */
const PATIENCE_MS = 1_000;
/** A device that was away for longer begins anew. */
const KEPT_DAYS = 60;

/** How far an academy's changes are numbered, and from where on they are told. */
interface Count {
  readonly last: number;
  readonly forgotten: number;
}

/** Held until the transaction ends: numbers are given by one at a time. */
async function holdCount(tx: Queries, academyId: string): Promise<Count> {
  await tx.exec(sql`INSERT IGNORE INTO change_count (academy_id) VALUES (${academyId})`);
  return tx.one<Count>(
    sql`SELECT last, forgotten FROM change_count WHERE academy_id = ${academyId} FOR UPDATE`,
  );
}

/**
 * Gives numbers to what was committed since the last time. A number that is given is seen by everybody who asks later,
 * and no change with a lower one can still come: nobody who follows the order misses any.
 */
async function numberChanges(db: Database, academyId: string): Promise<void> {
  const waiting = sql`SELECT change_id AS id FROM record_change WHERE academy_id = ${academyId} AND sequence IS NULL`;
  while ((await db.many(sql`${waiting} LIMIT 1`)).length > 0) {
    await db.inTransaction(async (tx) => {
      const { last } = await holdCount(tx, academyId);
      const rows = await tx.many<{ id: string }>(sql`${waiting} ORDER BY at, change_id LIMIT ${NUMBERED}`);
      if (rows.length === 0) return;
      // The list begins with NULL, which is none of them.
      const ids = listOf(rows.map(({ id }) => id));
      await tx.exec(sql`
        UPDATE record_change SET sequence = ${last - 1} + FIELD(change_id, ${ids})
        WHERE academy_id = ${academyId} AND change_id IN (${ids})`);
      await tx.exec(
        sql`UPDATE change_count SET last = ${last + rows.length} WHERE academy_id = ${academyId}`,
      );
    });
  }
}

interface ChangeRow extends Omit<SyncChange, 'gone'> {
  readonly action: string;
  /** Whether the student, if it is one's, is still there and the asker's to see. */
  readonly seen: number;
}

/** Changes that a scope may know of: the academy's own, of students it sees, and who was moved out of it. */
function known({ sees }: Scope): SqlFragment {
  if (sees === 'all') return sql`TRUE`;
  if ('student' in sees) return sql`c.student_id = ${sees.student}`;
  return sql`(c.student_id IS NULL OR s.instructor_id = ${sees.studentsOf} OR c.had_by = ${sees.studentsOf})`;
}

function stillSeen({ sees }: Scope): SqlFragment {
  return sees !== 'all' && 'studentsOf' in sees
    ? sql`c.student_id IS NULL OR COALESCE(s.instructor_id = ${sees.studentsOf}, FALSE)`
    : sql`TRUE`;
}

/**
 * What has changed since a number, a page at a time, oldest first.
 *
 * @param since the number that the page before ended with; undefined: only says where to begin
 * @throws Problem 410 when that is too long ago to be told
 */
export async function listChanges(db: Database, scope: Scope, since: number | undefined): Promise<SyncView> {
  const { academyId } = scope;
  await ifPossible(numberChanges(db, academyId), PATIENCE_MS);
  const count = (await db.maybeOne<Count>(
    sql`SELECT last, forgotten FROM change_count WHERE academy_id = ${academyId}`,
  )) ?? { last: 0, forgotten: 0 };
  if (since === undefined) return { changes: [], next: count.last, more: false };
  if (since < count.forgotten || since > count.last) throw tooLongAgo();
  const rows = await db.many<ChangeRow>(sql`
    SELECT c.sequence, c.kind, c.id, c.revision, c.student_id AS studentId, c.at, c.action,
           ${stillSeen(scope)} AS seen
    FROM record_change c FORCE INDEX (change_in_order)
    LEFT JOIN student s FORCE INDEX (PRIMARY) ON s.academy_id = c.academy_id AND s.id = c.student_id
    WHERE c.academy_id = ${academyId} AND c.sequence > ${since} AND c.sequence <= ${count.last} AND ${known(scope)}
    ORDER BY c.sequence LIMIT ${PAGE_CHANGES + 1}`);
  const shown = rows.slice(0, PAGE_CHANGES);
  const more = rows.length > PAGE_CHANGES;
  return {
    changes: shown.map(({ action, seen, at, ...row }) => ({
      ...row,
      gone: seen === 0 || action === 'deleted' || action === 'erased',
      at: isoFromUtc(at),
    })),
    next: more ? (shown.at(-1)?.sequence ?? count.last) : count.last,
    more,
  };
}

function tooLongAgo(): Problem {
  return new Problem({
    status: 410,
    code: 'begin-anew',
    title: 'This device was away for too long to be told what changed. It reads everything anew.',
  });
}

/** After so much at once that nobody follows it row by row, as a file brings: every device begins anew. */
export async function forgetChanges(tx: Queries, academyId: string): Promise<void> {
  const { last } = await holdCount(tx, academyId);
  await tx.exec(sql`
    UPDATE change_count SET last = ${last + 1}, forgotten = ${last + 1} WHERE academy_id = ${academyId}`);
  await tx.exec(sql`DELETE FROM record_change WHERE academy_id = ${academyId} AND sequence IS NOT NULL`);
}

/**
 * After a backup has taken a database's place: what devices know may never have been. They begin anew, by numbers beyond
 * any that one can know from before, also from what was restored before this.
 */
export async function forgetAllChanges(db: Queries): Promise<void> {
  const beyond = sql`FLOOR(UNIX_TIMESTAMP(UTC_TIMESTAMP(3)) * 1000)`;
  await db.exec(sql`DELETE FROM record_change`);
  await db.exec(sql`
    INSERT INTO change_count (academy_id, last, forgotten) SELECT id, ${beyond}, ${beyond} FROM academy
    ON DUPLICATE KEY UPDATE last = GREATEST(last, VALUES(last)), forgotten = last`);
}

/** Lets go of what is too old to be told, everywhere. */
export async function sweepChanges(db: Database): Promise<void> {
  const old = sql`at < UTC_TIMESTAMP(3) - INTERVAL ${KEPT_DAYS} DAY`;
  const academies = await db.many<{ id: string }>(
    sql`SELECT DISTINCT academy_id AS id FROM record_change WHERE ${old}`,
  );
  for (const { id } of academies) {
    await numberChanges(db, id);
    await db.inTransaction(async (tx) => {
      await holdCount(tx, id);
      await tx.exec(sql`
        UPDATE change_count SET forgotten = GREATEST(forgotten, COALESCE((
          SELECT MAX(sequence) FROM record_change WHERE academy_id = ${id} AND ${old}), 0))
        WHERE academy_id = ${id}`);
      await tx.exec(sql`
        DELETE FROM record_change WHERE academy_id = ${id} AND sequence <= (
          SELECT forgotten FROM change_count WHERE academy_id = ${id})`);
    });
  }
}
