import { watchedLine } from '@lotrecht/judging';
import {
  type CheckRecord,
  type LastColdView,
  type ResultDocument,
  type TeeSheetEntry,
} from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { listOf, sql } from '../database/sql.ts';
import { type Scope } from '../access/scope.ts';
import { visibleStudents } from '../access/visible.ts';
import { type TeeSheetRow } from '../lessons/lesson-repository.ts';

interface ColdRow {
  readonly studentId: string;
  readonly heldOn: string;
  readonly createdAt: string;
  readonly id: string;
  readonly result: ResultDocument;
  readonly record: CheckRecord | null;
}

/** The blind baselines of each student's newest lesson with some, before a day; newest first. */
async function listLastColds(
  db: Queries,
  scope: Scope,
  studentIds: readonly string[],
  day: string,
): Promise<readonly ColdRow[]> {
  if (studentIds.length === 0) return [];
  const rows = await db.many<ColdRow>(sql`
    SELECT s.id AS studentId, l.held_on AS heldOn, c.created_at AS createdAt, c.id, v.result, v.record
    FROM student s
    JOIN lesson l ON l.academy_id = s.academy_id AND l.id = (
      -- Newest first by the index, up to the first that has one.
      SELECT cl.id FROM lesson cl
      WHERE cl.academy_id = s.academy_id AND cl.student_id = s.id AND cl.deleted_at IS NULL AND cl.held_on < ${day}
        AND EXISTS (
          SELECT 1 FROM setup_check cc
          JOIN check_version cv
            ON cv.academy_id = cc.academy_id AND cv.check_id = cc.id AND cv.revision = cc.revision
          WHERE cc.academy_id = cl.academy_id AND cc.lesson_id = cl.id AND cc.deleted_at IS NULL
            AND cv.phase = 'baseline' AND cv.help = 'blind')
      ORDER BY cl.held_on DESC LIMIT 1)
    JOIN setup_check c ON c.academy_id = l.academy_id AND c.lesson_id = l.id AND c.deleted_at IS NULL
    JOIN check_version v ON v.academy_id = c.academy_id AND v.check_id = c.id AND v.revision = c.revision
    WHERE s.academy_id = ${scope.academyId} AND ${visibleStudents(scope)} AND s.id IN (${listOf(studentIds)})
      AND v.phase = 'baseline' AND v.help = 'blind'`);
  // Sorted here: documents would be sorted in a file on the disk, which may be full.
  const order = ({ createdAt, id }: ColdRow): string => `${createdAt} ${id}`;
  return rows.toSorted((a, b) => (order(a) < order(b) ? 1 : -1));
}

/** The last blind baseline of each student before a day, from their checks. */
async function findLastColds(
  db: Queries,
  scope: Scope,
  studentIds: readonly string[],
  day: string,
): Promise<ReadonlyMap<string, LastColdView>> {
  const rows = await listLastColds(db, scope, studentIds, day);
  return new Map(
    studentIds.flatMap((id) => {
      const own = rows.filter(({ studentId }) => studentId === id);
      const [newest] = own;
      return newest === undefined ? [] : [[id, { heldOn: newest.heldOn, watch: watchedLine(own) }] as const];
    }),
  );
}

/** So many are kept with where a student stands: of today, of the day that is planned, and of the one before. */
const KEPT_COLDS = 3;

/** The newest few of a student, newest first, as they are kept. */
export async function newestColdsOf(
  db: Queries,
  scope: Scope,
  studentId: string,
): Promise<readonly LastColdView[]> {
  const found: LastColdView[] = [];
  while (found.length < KEPT_COLDS) {
    const before = found.at(-1)?.heldOn ?? LATEST_DAY;
    const next = (await findLastColds(db, scope, [studentId], before)).get(studentId);
    if (next === undefined) break;
    found.push(next);
  }
  return found;
}

/** Every day is before it. */
const LATEST_DAY = '9999-12-31';

/** The last one before a day as it is kept; undefined where it is to be computed: out of date, or asked about long ago. */
function keptCold({ colds, outOfDate }: TeeSheetRow, day: string): LastColdView | null | undefined {
  if (colds === null || outOfDate) return undefined;
  const last = colds.find(({ heldOn }) => heldOn < day);
  // Where all that are kept are newer, there may be an older one.
  return last === undefined && colds.length === KEPT_COLDS ? undefined : (last ?? null);
}

/** A tee sheet with what to watch: the last blind baseline of each student before a day, and what relapsed. */
export async function withLastCold(
  db: Queries,
  scope: Scope,
  rows: readonly TeeSheetRow[],
  day: string,
): Promise<readonly TeeSheetEntry[]> {
  const kept = rows.map(({ colds, flags, outOfDate, ...row }) => ({
    ...row,
    flags: flags ?? [],
    lastCold: keptCold({ ...row, colds, flags, outOfDate }, day),
  }));
  const others = kept.filter(({ lastCold }) => lastCold === undefined).map(({ studentId }) => studentId);
  const found = await findLastColds(db, scope, [...new Set(others)], day);
  return kept.map((row) => ({
    ...row,
    lastCold: row.lastCold === undefined ? (found.get(row.studentId) ?? null) : row.lastCold,
  }));
}
