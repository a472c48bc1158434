import {
  type CohortChoice,
  type CohortLine,
  type CohortView,
  type RosterEntry,
  type RosterSort,
  type RosterView,
} from '@lotrecht/records';
import { LINE_NAMES, type LineName, type Verdict } from '@lotrecht/core';
import { type Queries } from '../database/database.ts';
import { type Bindable, sql, type SqlFragment } from '../database/sql.ts';
import { type Actor } from '../access/actor.ts';
import { type Scope } from '../access/scope.ts';
import { instructorNames } from '../identity/instructor-repository.ts';
import { countDue } from './refresh-standings.ts';

/** What of a roster is asked for. */
export interface RosterWish {
  readonly sort: RosterSort;
  /** Begins behind this student, as the page before said. */
  readonly after: { readonly value: string | number | null; readonly id: string } | null;
  readonly instructorId?: string;
  readonly methodId?: string;
  /** Only who is due by this day, YYYY-MM-DD. */
  readonly dueBy?: string;
  readonly flag?: 'relapse' | 'stable';
  /** Only whose line was out when it was last set up cold. */
  readonly out?: LineName;
}

/** Students on a page. */
export const PAGE_ROWS = 50;

interface Order {
  readonly column: SqlFragment;
  /** The index that has this order: what is not shown is not read. */
  readonly index: SqlFragment;
  readonly descending: boolean;
}

/** NULL comes first going up and last going down, in MariaDB as here. */
const ORDERS: Readonly<Record<RosterSort, Order>> = {
  due: { column: sql`t.due_on`, index: sql`standing_by_due`, descending: false },
  last: { column: sql`t.last_lesson_on`, index: sql`standing_by_last`, descending: true },
  relapsed: { column: sql`t.relapsed`, index: sql`standing_by_relapse`, descending: true },
  name: { column: sql`s.name`, index: sql`student_by_name`, descending: false },
};

type Row = Omit<RosterEntry, 'flags' | 'out' | 'instructor' | 'minor'> & {
  readonly minor: number;
  readonly instructorId: string;
  readonly flags: RosterEntry['flags'] | null;
  /** A bit a line, in the order of their names. */
  readonly outLines: number;
  readonly at: Bindable;
};

/** The query behind a page of a roster, for a look at how the database serves it. */
export function selectRoster(scope: Scope, wish: RosterWish): SqlFragment {
  const { column, index, descending } = ORDERS[wish.sort];
  const direction = descending ? sql`DESC` : sql``;
  const ofInstructor = wish.instructorId !== undefined && wish.sort === 'due';
  // The name's order is the student's own index; the others are the standing's.
  const from =
    wish.sort === 'name'
      ? sql`student s FORCE INDEX (${index})
            STRAIGHT_JOIN student_standing t ON t.academy_id = s.academy_id AND t.student_id = s.id`
      : sql`student_standing t FORCE INDEX (${ofInstructor ? sql`standing_of_instructor` : index})
            STRAIGHT_JOIN student s ON s.academy_id = t.academy_id AND s.id = t.student_id`;
  const id = wish.sort === 'name' ? sql`s.id` : sql`t.student_id`;
  return sql`
    SELECT s.id AS studentId, s.name, s.handedness, s.minor, t.instructor_id AS instructorId,
           t.lesson_count AS lessonCount, t.last_lesson_on AS lastLessonOn, t.due_on AS dueOn,
           t.method_id AS methodId, t.line_flags AS flags, t.out_lines AS outLines, ${column} AS at
    FROM ${from}
    WHERE s.academy_id = ${scope.academyId} AND t.academy_id = ${scope.academyId} AND s.deleted_at IS NULL
      AND ${filters(wish)} AND ${behind(wish, ORDERS[wish.sort], id)}
    ORDER BY ${column} ${direction}, ${id} ${direction} LIMIT ${PAGE_ROWS + 1}`;
}

function filters({ instructorId, methodId, dueBy, flag, out }: RosterWish): SqlFragment {
  return [
    instructorId === undefined ? sql`TRUE` : sql`t.instructor_id = ${instructorId}`,
    methodId === undefined ? sql`TRUE` : sql`t.method_id = ${methodId}`,
    dueBy === undefined ? sql`TRUE` : sql`t.due_on <= ${dueBy}`,
    flag === 'relapse' ? sql`t.relapsed > 0` : flag === 'stable' ? sql`t.stable_lines > 0` : sql`TRUE`,
    out === undefined ? sql`TRUE` : sql`t.out_lines & ${1 << LINE_NAMES.indexOf(out)}`,
  ].reduce((all, one) => sql`${all} AND ${one}`);
}

function behind({ after }: RosterWish, { column, descending }: Order, id: SqlFragment): SqlFragment {
  if (after === null) return sql`TRUE`;
  const { value } = after;
  if (value === null)
    return descending
      ? sql`(${column} IS NULL AND ${id} < ${after.id})`
      : sql`(${column} IS NOT NULL OR ${id} > ${after.id})`;
  return descending
    ? sql`(${column} < ${value} OR ${column} IS NULL OR (${column} = ${value} AND ${id} < ${after.id}))`
    : sql`(${column} > ${value} OR (${column} = ${value} AND ${id} > ${after.id}))`;
}

/** A page of the academy's students, for its head. */
export async function listRoster(db: Queries, scope: Scope, wish: RosterWish): Promise<RosterView> {
  const rows = await db.many<Row>(selectRoster(scope, wish));
  const shown = rows.slice(0, PAGE_ROWS);
  const names = await instructorNames(
    db,
    scope.academyId,
    shown.map((row) => row.instructorId),
  );
  const last = rows.length > PAGE_ROWS ? shown.at(-1) : undefined;
  return {
    entries: shown.map(({ at: _, instructorId, minor, flags, outLines, ...row }) => ({
      ...row,
      minor: minor === 1,
      instructor: { id: instructorId, name: names.get(instructorId) ?? '' },
      flags: flags ?? [],
      out: LINE_NAMES.filter((_line, index) => outLines & (1 << index)),
    })),
    next: last === undefined ? null : JSON.stringify([last.at, last.studentId]),
    behind: await countDue(db, scope.academyId),
  };
}

interface CohortRow {
  readonly line: LineName;
  readonly verdict: Verdict;
  readonly open: number;
  readonly closed: number;
  readonly relapsed: number;
  readonly n: number;
}

/**
 * How each line stands in a group: every student once, at the newest set-up that belongs. Open and closed are those that
 * are out, by the words of the trade: φ above zero is closed for the body and open for the face.
 */
export async function cohortOf(db: Queries, scope: Scope, choice: CohortChoice): Promise<CohortView> {
  const { help, handedness, clubGroup } = choice;
  const belongs = sql`n.academy_id = ${scope.academyId} AND n.help = ${help} AND n.verdict IS NOT NULL
    AND ${clubGroup === undefined ? sql`TRUE` : sql`n.club_group = ${clubGroup}`}
    AND s.deleted_at IS NULL AND ${handedness === undefined ? sql`TRUE` : sql`s.handedness = ${handedness}`}`;
  const newest = sql`
    SELECT n.student_id, n.line, n.verdict, n.handed_azimuth_deg AS phi, n.flag,
           ROW_NUMBER() OVER (PARTITION BY n.student_id, n.line ORDER BY n.held_on DESC, n.club_group) AS place
    FROM line_standing n JOIN student s ON s.academy_id = n.academy_id AND s.id = n.student_id
    WHERE ${belongs}`;
  const rows = await db.many<CohortRow>(sql`
    SELECT line, verdict, COUNT(*) AS n,
           SUM(verdict = 'out' AND (phi > 0) = (line = 'face')) AS open,
           SUM(verdict = 'out' AND (phi > 0) <> (line = 'face')) AS closed,
           SUM(COALESCE(flag = 'relapse', FALSE)) AS relapsed
    FROM (${newest}) newest WHERE place = 1 GROUP BY line, verdict`);
  const { students } = await db.one<{ students: number }>(sql`
    SELECT COUNT(DISTINCT n.student_id) AS students
    FROM line_standing n JOIN student s ON s.academy_id = n.academy_id AND s.id = n.student_id WHERE ${belongs}`);
  return {
    students,
    lines: LINE_NAMES.flatMap((line) =>
      lineOf(
        line,
        rows.filter((r) => r.line === line),
      ),
    ),
  };
}

function lineOf(line: LineName, rows: readonly CohortRow[]): readonly CohortLine[] {
  if (rows.length === 0) return [];
  const sum = (of: (row: CohortRow) => number): number => rows.reduce((total, row) => total + of(row), 0);
  const count = (verdict: Verdict): number => rows.find((r) => r.verdict === verdict)?.n ?? 0;
  return [
    {
      line,
      open: sum((r) => r.open),
      closed: sum((r) => r.closed),
      verdicts: { in: count('in'), out: count('out'), 'cannot-tell': count('cannot-tell') },
      relapsed: sum((r) => r.relapsed),
    },
  ];
}

/** Gives a student, with all their history, to another instructor. @returns who had them; undefined where one of both is not there */
export async function moveStudent(
  tx: Queries,
  { academyId }: Actor,
  { studentId, instructorId }: { readonly studentId: string; readonly instructorId: string },
): Promise<string | undefined> {
  const open = await tx.maybeOne(sql`
    SELECT id FROM instructor WHERE academy_id = ${academyId} AND id = ${instructorId} AND suspended_at IS NULL`);
  const there = await tx.maybeOne<{ hadBy: string }>(sql`
    SELECT instructor_id AS hadBy FROM student WHERE academy_id = ${academyId} AND id = ${studentId} AND deleted_at IS NULL`);
  if (open === undefined || there === undefined) return undefined;
  await tx.exec(sql`
    UPDATE student SET instructor_id = ${instructorId}, revision = revision + 1
    WHERE academy_id = ${academyId} AND id = ${studentId} AND instructor_id <> ${instructorId}`);
  await tx.exec(sql`
    UPDATE student_standing SET instructor_id = ${instructorId}
    WHERE academy_id = ${academyId} AND student_id = ${studentId}`);
  return there.hadBy;
}
