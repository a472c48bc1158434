import { linesOfChecks } from '@lotrecht/judging';
import {
  type CheckDocument,
  type CheckRecord,
  type Circumstances,
  type MeasuredCheckView,
  type MeasuredLineView,
  type ResultDocument,
} from '@lotrecht/records';
import { type LineName } from '@lotrecht/core';
import { type Queries } from '../database/database.ts';
import { sql, type SqlFragment } from '../database/sql.ts';
import { type Actor } from '../access/actor.ts';
import { type Scope } from '../access/scope.ts';
import { visibleStudents } from '../access/visible.ts';
import { lessonsWorkedOn } from '../lessons/worked-on.ts';
import { waitingSetUps } from './waiting-set-ups.ts';
import { bindCircumstances, type CircumstancesRow, toCircumstances } from './circumstances.ts';

/** What the rows of a check are made from. */
export interface MeasuredVersion {
  readonly document: CheckDocument;
  readonly result: ResultDocument;
  readonly record: CheckRecord | null;
  readonly circumstances: Circumstances | null;
}

/**
 * Writes a check's lines as rows in place of those of its earlier version. Rows are named by their whole key: a
 * deletion by range would lock the gap beside it, and saves of other checks would wait for each other in a circle.
 */
export async function replaceMeasuredLines(
  db: Queries,
  actor: Pick<Actor, 'academyId'>,
  {
    checkId,
    studentId,
    isNew,
  }: { readonly checkId: string; readonly studentId: string; readonly isNew: boolean },
  { document, result, record, circumstances }: MeasuredVersion,
): Promise<void> {
  if (!isNew) await dropLinesNotIn(db, actor, checkId, Object.keys(result.lines));
  const rows = Object.entries(result.lines).map(
    ([
      line,
      found,
    ]) => sql`(${actor.academyId}, ${checkId}, ${line}, ${studentId}, ${document.club?.group ?? null},
      ${bindCircumstances(circumstances)}, ${found.handedAzimuthDeg}, ${found.measurementUncertaintyDeg},
      ${result.targetLineUncertaintyDeg}, ${found.conformanceProbability ?? null}, ${found.verdict ?? null},
      ${found.toleranceDeg?.[0] ?? null}, ${found.toleranceDeg?.[1] ?? null}, ${feltFromStart(record, document)},
      ${isDoubted(record, line)})`,
  );
  const [first, ...others] = rows;
  if (first === undefined) return;
  await db.exec(sql`
    INSERT INTO measured_line
      (academy_id, check_id, line, student_id, club_group, phase, help, place_kind, reader, handed_azimuth_deg,
       measurement_uncertainty_deg, target_line_uncertainty_deg, conformance_probability, verdict,
       tolerance_low_deg, tolerance_high_deg, felt_deg, doubted)
    VALUES ${others.reduce((all, row) => sql`${all}, ${row}`, first)}
    ON DUPLICATE KEY UPDATE
      club_group = VALUES(club_group), phase = VALUES(phase), help = VALUES(help),
      place_kind = VALUES(place_kind), reader = VALUES(reader),
      handed_azimuth_deg = VALUES(handed_azimuth_deg),
      measurement_uncertainty_deg = VALUES(measurement_uncertainty_deg),
      target_line_uncertainty_deg = VALUES(target_line_uncertainty_deg),
      conformance_probability = VALUES(conformance_probability), verdict = VALUES(verdict),
      tolerance_low_deg = VALUES(tolerance_low_deg), tolerance_high_deg = VALUES(tolerance_high_deg),
      felt_deg = VALUES(felt_deg), doubted = VALUES(doubted)`);
}

/** Where the student felt aimed, from what the lines are told from: the target, or the start line of the set-up. */
function feltFromStart(record: CheckRecord | null, { startLineDeg = 0 }: CheckDocument): number | null {
  return record?.feltDeg === undefined ? null : record.feltDeg - startLineDeg;
}

/** A line that was asked about, and kept as it was typed. */
function isDoubted(record: CheckRecord | null, line: string): boolean {
  return record?.keptDoubtful?.some((doubted) => doubted === line) === true;
}

async function dropLinesNotIn(
  db: Queries,
  actor: Pick<Actor, 'academyId'>,
  checkId: string,
  lines: readonly string[],
): Promise<void> {
  const before = await db.many<{ line: string }>(
    sql`SELECT line FROM measured_line WHERE academy_id = ${actor.academyId} AND check_id = ${checkId}`,
  );
  for (const { line } of before.filter((row) => !lines.includes(row.line))) {
    await db.exec(sql`
      DELETE FROM measured_line
      WHERE academy_id = ${actor.academyId} AND check_id = ${checkId} AND line = ${line}`);
  }
}

/** Which lines of a student are asked for. */
export interface LineChoice {
  readonly studentId: string;
  /** Absent: all lines. */
  readonly line?: LineName;
  /** Absent: all groups. */
  readonly clubGroup?: NonNullable<MeasuredLineView['clubGroup']>;
}

/** The checks of a student that count, in the order in which they were taken. */
export function selectCountedChecks(scope: Scope, studentId: string): SqlFragment {
  return sql`
    SELECT c.id AS checkId, c.lesson_id AS lessonId, l.held_on AS heldOn
    FROM student s
    JOIN lesson l ON l.academy_id = s.academy_id AND l.student_id = s.id
    JOIN setup_check c ON c.academy_id = l.academy_id AND c.lesson_id = l.id
    WHERE ${visibleStudents(scope)} AND s.id = ${studentId}
      AND s.deleted_at IS NULL AND c.deleted_at IS NULL AND l.deleted_at IS NULL
    ORDER BY l.held_on, c.created_at, c.id`;
}

/** The lines of all checks of a student, in no order; those of checks that do not count among them. */
export function selectLines(scope: Scope, { studentId, line, clubGroup }: LineChoice): SqlFragment {
  return sql`
    SELECT m.check_id AS checkId, m.line, m.club_group AS clubGroup, m.phase, m.help, m.place_kind AS place, m.reader,
           m.handed_azimuth_deg AS handedAzimuthDeg, m.measurement_uncertainty_deg AS measurementUncertaintyDeg,
           m.target_line_uncertainty_deg AS targetLineUncertaintyDeg,
           m.verdict, m.tolerance_low_deg AS toleranceLow, m.tolerance_high_deg AS toleranceHigh, m.felt_deg AS feltDeg, m.doubted
    FROM measured_line m
    WHERE m.academy_id = ${scope.academyId} AND m.student_id = ${studentId}
      AND ${line === undefined ? sql`TRUE` : sql`m.line = ${line}`}
      AND ${clubGroup === undefined ? sql`TRUE` : sql`m.club_group = ${clubGroup}`}`;
}

/** A line as the driver gives it. */
type StoredLine = Omit<
  MeasuredLineView,
  'circumstances' | 'toleranceDeg' | 'doubted' | 'lessonId' | 'heldOn' | 'workedOn'
> &
  CircumstancesRow & {
    readonly toleranceLow: number | null;
    readonly toleranceHigh: number | null;
    readonly doubted: number;
  };

type CountedCheck = Pick<MeasuredLineView, 'checkId' | 'lessonId' | 'heldOn'>;

/**
 * Checks of a student over time with their lines, oldest first; those without a line that is asked for are left out,
 * and those of a blind series that is not revealed, while its lesson is the newest: guesses stay guesses.
 * Lines and checks are two plain queries: joined and sorted in one, two thousand lines cost four times as much.
 */
export async function listMeasuredChecks(
  db: Queries,
  scope: Scope,
  choice: LineChoice,
): Promise<readonly MeasuredCheckView[]> {
  const checks = await db.many<CountedCheck>(selectCountedChecks(scope, choice.studentId));
  const newest = checks.at(-1);
  if (newest === undefined) return [];
  const waiting = await waitingSetUps(db, scope, newest.lessonId);
  const worked = await lessonsWorkedOn(db, scope, choice.studentId);
  const lines = new Map<string, StoredLine[]>();
  for (const line of await db.many<StoredLine>(selectLines(scope, choice))) {
    const ofCheck = lines.get(line.checkId);
    if (ofCheck === undefined) lines.set(line.checkId, [line]);
    else ofCheck.push(line);
  }
  return checks.flatMap((check) => {
    const ofCheck = lines.get(check.checkId);
    return ofCheck === undefined || waiting.has(check.checkId)
      ? []
      : [measuredCheck(check, ofCheck, worked.has(check.lessonId))];
  });
}

/** The same line by line. */
export async function listMeasuredLines(
  db: Queries,
  scope: Scope,
  choice: LineChoice,
): Promise<readonly MeasuredLineView[]> {
  return linesOfChecks(await listMeasuredChecks(db, scope, choice));
}

/** @param lines at least one: what all lines of a check have in common stands in each */
function measuredCheck(
  check: CountedCheck,
  lines: readonly StoredLine[],
  workedOn: boolean,
): MeasuredCheckView {
  const [first] = lines as readonly [StoredLine, ...StoredLine[]];
  return {
    checkId: check.checkId,
    lessonId: check.lessonId,
    heldOn: check.heldOn,
    clubGroup: first.clubGroup,
    circumstances: toCircumstances(first),
    targetLineUncertaintyDeg: first.targetLineUncertaintyDeg,
    feltDeg: first.feltDeg,
    workedOn,
    lines: lines.map((line) => ({
      line: line.line,
      handedAzimuthDeg: line.handedAzimuthDeg,
      measurementUncertaintyDeg: line.measurementUncertaintyDeg,
      verdict: line.verdict,
      toleranceDeg:
        line.toleranceLow === null || line.toleranceHigh === null
          ? null
          : [line.toleranceLow, line.toleranceHigh],
      doubted: line.doubted === 1,
    })),
  };
}
