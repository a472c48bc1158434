import {
  type CheckDocument,
  type CheckRecord,
  type Circumstances,
  type MeasuredLineView,
  type ResultDocument,
} from '@lotrecht/contract';
import { type LineName } from '@lotrecht/core';
import { type Queries } from '../database/database.ts';
import { sql, type SqlFragment } from '../database/sql.ts';
import { type Actor } from '../http/context.ts';
import { visibleStudents } from '../students/visible.ts';
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
  actor: Actor,
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
      ${found.toleranceDeg?.[0] ?? null}, ${found.toleranceDeg?.[1] ?? null}, ${record?.feltDeg ?? null},
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

/** A line that was asked about, and kept as it was typed. */
export function isDoubted(record: CheckRecord | null, line: string): boolean {
  return record?.keptDoubtful?.some((doubted) => doubted === line) === true;
}

async function dropLinesNotIn(
  db: Queries,
  actor: Actor,
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

/** The query behind `listMeasuredLines`, for a look at how the database serves it. */
export function selectMeasuredLines(actor: Actor, { studentId, line, clubGroup }: LineChoice): SqlFragment {
  return sql`
    SELECT m.check_id AS checkId, c.lesson_id AS lessonId, l.held_on AS heldOn, m.line, m.club_group AS clubGroup,
           m.phase, m.help, m.place_kind AS place, m.reader, m.handed_azimuth_deg AS handedAzimuthDeg,
           m.measurement_uncertainty_deg AS measurementUncertaintyDeg,
           m.target_line_uncertainty_deg AS targetLineUncertaintyDeg,
           m.conformance_probability AS conformanceProbability, m.verdict,
           m.tolerance_low_deg AS toleranceLow, m.tolerance_high_deg AS toleranceHigh, m.felt_deg AS feltDeg, m.doubted
    FROM measured_line m
    JOIN student s ON s.academy_id = m.academy_id AND s.id = m.student_id
    JOIN setup_check c ON c.academy_id = m.academy_id AND c.id = m.check_id
    JOIN lesson l ON l.academy_id = c.academy_id AND l.id = c.lesson_id
    WHERE ${visibleStudents(actor)} AND m.academy_id = ${actor.academyId} AND m.student_id = ${studentId}
      AND ${line === undefined ? sql`TRUE` : sql`m.line = ${line}`}
      AND ${clubGroup === undefined ? sql`TRUE` : sql`m.club_group = ${clubGroup}`}
      AND s.deleted_at IS NULL AND c.deleted_at IS NULL AND l.deleted_at IS NULL
    ORDER BY l.held_on, c.created_at, c.id`;
}

/** A line as the driver gives it. */
type StoredLine = Omit<MeasuredLineView, 'circumstances' | 'toleranceDeg' | 'doubted'> &
  CircumstancesRow & {
    readonly toleranceLow: number | null;
    readonly toleranceHigh: number | null;
    readonly doubted: number;
  };

/** Lines of a student over time, oldest first. */
export async function listMeasuredLines(
  db: Queries,
  actor: Actor,
  choice: LineChoice,
): Promise<readonly MeasuredLineView[]> {
  const rows = await db.many<StoredLine>(selectMeasuredLines(actor, choice));
  return rows.map(({ phase, help, place, reader, toleranceLow, toleranceHigh, doubted, ...row }) => ({
    ...row,
    doubted: doubted === 1,
    circumstances: toCircumstances({ phase, help, place, reader }),
    toleranceDeg: toleranceLow === null || toleranceHigh === null ? null : [toleranceLow, toleranceHigh],
  }));
}
