import { type LastColdView, type LineFlag, type MeasuredLineView } from '@lotrecht/records';
import { CORE_VERSION } from '@lotrecht/core';
import { measureAnew } from '../checks/measure-anew.ts';
import { listMeasuredLines } from '../checks/measured-line-repository.ts';
import { type Database, type Queries } from '../database/database.ts';
import { ifPossible } from '../database/in-time.ts';
import { sql } from '../database/sql.ts';
import { wholeAcademy } from '../access/scope.ts';
import { newestColdsOf } from './last-cold.ts';
import { dropEvidence, keepEvidence } from './academy-prior.ts';
import { flagsOfLines } from './line-flags.ts';

/** Where no day was agreed, a student is due again after so many days. */
const UNSEEN_DAYS = 21;

interface Due {
  readonly academyId: string;
  readonly studentId: string;
}

/** Whose standings: of all academies, or one. */
export interface RefreshWish {
  readonly limit: number;
  /** Someone waits: what is not done by then follows by itself. Default: no end. */
  readonly withinMs?: number;
  readonly academyId?: string;
}

/**
 * Brings standings that are out of date up to it, a student at a time, so that nobody waits for all of them.
 *
 * @returns how many
 */
export async function refreshStandings(db: Database, wish: RefreshWish): Promise<number> {
  const { academyId, limit, withinMs = Number.POSITIVE_INFINITY } = wish;
  const until = performance.now() + withinMs;
  const due = await db.many<Due>(sql`
    SELECT academy_id AS academyId, student_id AS studentId FROM standing_due
    WHERE ${academyId === undefined ? sql`TRUE` : sql`academy_id = ${academyId}`} LIMIT ${limit}`);
  let done = 0;
  for (const one of due) {
    if (performance.now() > until) break;
    await measureAnew(db, one);
    await db.inTransaction((tx) => refresh(tx, one));
    done += 1;
  }
  return done;
}

/**
 * The same for someone who waits for a page: it goes on with what there is where the database takes nothing for the
 * moment, its disk full or others in the way.
 */
export async function refreshBeforeLooking(
  db: Database,
  wish: RefreshWish & { readonly withinMs: number },
): Promise<void> {
  await ifPossible(refreshStandings(db, wish), wish.withinMs * 1.5);
}

async function refresh(tx: Queries, due: Due): Promise<void> {
  if (!(await bringUpToDate(tx, due))) return;
  // Last: others of the academy wait for this row no longer than for the end of it.
  await tx.exec(sql`
    INSERT INTO standing_version (academy_id, version) VALUES (${due.academyId}, 1)
    ON DUPLICATE KEY UPDATE version = version + 1`);
}

/** @returns whether it was out of date */
async function bringUpToDate(tx: Queries, { academyId, studentId }: Due): Promise<boolean> {
  const theirs = sql`academy_id = ${academyId} AND student_id = ${studentId}`;
  // First the mark: whoever changes something from now on marks it again, and waits for us with it.
  if ((await tx.exec(sql`DELETE FROM standing_due WHERE ${theirs}`)) === 0) return false;
  await tx.exec(sql`DELETE FROM line_standing WHERE ${theirs}`);
  const student = await tx.maybeOne<{ handedness: 'right' | 'left' }>(sql`
    SELECT handedness FROM student
    WHERE academy_id = ${academyId} AND id = ${studentId} AND deleted_at IS NULL`);
  if (student === undefined) {
    await tx.exec(sql`DELETE FROM student_standing WHERE ${theirs}`);
    await dropEvidence(tx, { academyId, studentId });
    return true;
  }
  const rows = await listMeasuredLines(tx, wholeAcademy(academyId), { studentId });
  const flags = flagsOfLines(rows, student.handedness);
  const lines = newestOf(rows, flags);
  await keepLines(tx, { academyId, studentId }, lines);
  const relapsed = new Set(flags.filter((f) => f.code === 'relapse').map((f) => f.line)).size;
  const colds = await newestColdsOf(tx, wholeAcademy(academyId), studentId);
  await keepStudent(tx, { academyId, studentId }, { relapsed, colds, flags: lines.flatMap(flagOf) });
  await keepEvidence(tx, { academyId, studentId, handedness: student.handedness });
  return true;
}

interface NewestLine extends MeasuredLineView {
  readonly flag: LineFlag['code'] | null;
}

/** The newest set-up of each line by club and help; rows come oldest first. */
function newestOf(rows: readonly MeasuredLineView[], flags: readonly LineFlag[]): readonly NewestLine[] {
  const newest = new Map<string, NewestLine>();
  for (const row of rows) {
    const help = row.circumstances?.help;
    if (help === undefined) continue;
    const flag =
      help === 'blind'
        ? flags.find((f) => f.line === row.line && f.clubGroup === row.clubGroup && f.date === row.heldOn)
        : undefined;
    newest.set(`${row.line} ${row.clubGroup ?? 'none'} ${help}`, { ...row, flag: flag?.code ?? null });
  }
  return [...newest.values()];
}

function flagOf({ flag, line, clubGroup, heldOn }: NewestLine): readonly LineFlag[] {
  return flag === null ? [] : [{ code: flag, line, clubGroup, date: heldOn }];
}

async function keepLines(
  tx: Queries,
  { academyId, studentId }: Due,
  lines: readonly NewestLine[],
): Promise<void> {
  const [first, ...others] = lines.map(
    (
      l,
    ) => sql`(${academyId}, ${studentId}, ${l.line}, ${l.clubGroup ?? 'none'}, ${l.circumstances?.help ?? 'blind'},
                ${l.heldOn}, ${l.handedAzimuthDeg}, ${l.verdict}, ${l.flag})`,
  );
  if (first === undefined) return;
  await tx.exec(sql`
    INSERT INTO line_standing
      (academy_id, student_id, line, club_group, help, held_on, handed_azimuth_deg, verdict, flag)
    VALUES ${others.reduce((all, row) => sql`${all}, ${row}`, first)}`);
}

/** The lines that are out are bits in the order of their names, as the roster asks for them. */
async function keepStudent(
  tx: Queries,
  { academyId, studentId }: Due,
  {
    relapsed,
    colds,
    flags,
  }: {
    readonly relapsed: number;
    readonly colds: readonly LastColdView[];
    readonly flags: readonly LineFlag[];
  },
): Promise<void> {
  await tx.exec(sql`
    REPLACE INTO student_standing
      (academy_id, student_id, instructor_id, lesson_count, last_lesson_on, due_on, method_id, relapsed, out_lines,
       stable_lines, last_colds, line_flags, last_lesson_id, last_lesson_checks, measured_with)
    SELECT s.academy_id, s.id, s.instructor_id,
           (SELECT COUNT(*) FROM lesson n WHERE n.academy_id = s.academy_id AND n.student_id = s.id
              AND n.kind = 'lesson' AND n.deleted_at IS NULL),
           l.held_on, COALESCE(l.next_on, l.held_on + INTERVAL ${UNSEEN_DAYS} DAY),
           (SELECT COALESCE(JSON_VALUE(v.document, '$.method.id'), JSON_VALUE(v.record, '$.ownMethod.id'))
              FROM setup_check c
              JOIN check_version v ON v.academy_id = c.academy_id AND v.check_id = c.id AND v.revision = c.revision
              WHERE c.academy_id = s.academy_id AND c.student_id = s.id AND c.deleted_at IS NULL
              ORDER BY c.created_at DESC LIMIT 1),
           ${relapsed},
           (SELECT COALESCE(BIT_OR(1 << (n.line + 0 - 1)), 0) FROM line_standing n
              WHERE n.academy_id = s.academy_id AND n.student_id = s.id AND n.help = 'blind' AND n.verdict = 'out'),
           (SELECT COUNT(DISTINCT n.line) FROM line_standing n
              WHERE n.academy_id = s.academy_id AND n.student_id = s.id AND n.help = 'blind' AND n.flag = 'stable'),
           ${JSON.stringify(colds)}, ${JSON.stringify(flags)}, l.id,
           (SELECT COUNT(*) FROM setup_check c
              WHERE c.academy_id = s.academy_id AND c.lesson_id = l.id AND c.deleted_at IS NULL),
           ${CORE_VERSION}
    FROM student s
    LEFT JOIN lesson l ON l.academy_id = s.academy_id AND l.id = (
      SELECT n.id FROM lesson n
      WHERE n.academy_id = s.academy_id AND n.student_id = s.id AND n.kind = 'lesson' AND n.deleted_at IS NULL
      ORDER BY n.held_on DESC, n.id DESC LIMIT 1)
    WHERE s.academy_id = ${academyId} AND s.id = ${studentId}`);
}

/** How many students of an academy are not up to date yet. */
export async function countDue(db: Queries, academyId: string): Promise<number> {
  const { n } = await db.one<{ n: number }>(
    sql`SELECT COUNT(*) AS n FROM standing_due WHERE academy_id = ${academyId}`,
  );
  return n;
}
