import { type Queries } from '../database/database.ts';
import { listOf, sql, type SqlFragment } from '../database/sql.ts';

/**
 * Writes the lines of an academy's checks as rows anew, from the results that are stored.
 *
 * @param checkIds only of these; default: of all
 * @returns how many rows
 */
export async function rebuildMeasuredLines(
  tx: Queries,
  academyId: string,
  checkIds?: readonly string[],
): Promise<number> {
  const among = (column: SqlFragment): SqlFragment =>
    checkIds === undefined ? sql`TRUE` : sql`${column} IN (${listOf(checkIds)})`;
  await tx.exec(sql`DELETE FROM measured_line WHERE academy_id = ${academyId} AND ${among(sql`check_id`)}`);
  return tx.exec(sql`
    INSERT INTO measured_line
      (academy_id, check_id, line, student_id, club_group, phase, help, place_kind, reader, handed_azimuth_deg,
       measurement_uncertainty_deg, target_line_uncertainty_deg, conformance_probability, verdict,
       tolerance_low_deg, tolerance_high_deg, felt_deg, doubted)
    SELECT c.academy_id, c.id, n.line, c.student_id, JSON_VALUE(v.document, '$.club.group'),
           v.phase, v.help, v.place_kind, v.reader,
           JSON_VALUE(v.result, CONCAT('$.lines.', n.line, '.handedAzimuthDeg')),
           JSON_VALUE(v.result, CONCAT('$.lines.', n.line, '.measurementUncertaintyDeg')),
           JSON_VALUE(v.result, '$.targetLineUncertaintyDeg'),
           JSON_VALUE(v.result, CONCAT('$.lines.', n.line, '.conformanceProbability')),
           JSON_VALUE(v.result, CONCAT('$.lines.', n.line, '.verdict')),
           JSON_VALUE(v.result, CONCAT('$.lines.', n.line, '.toleranceDeg[0]')),
           JSON_VALUE(v.result, CONCAT('$.lines.', n.line, '.toleranceDeg[1]')),
           JSON_VALUE(v.record, '$.feltDeg') - COALESCE(JSON_VALUE(v.document, '$.startLineDeg'), 0),
           COALESCE(JSON_CONTAINS(JSON_EXTRACT(v.record, '$.keptDoubtful'), JSON_QUOTE(n.line)), 0)
    FROM setup_check c
    JOIN check_version v ON v.academy_id = c.academy_id AND v.check_id = c.id AND v.revision = c.revision
    JOIN (SELECT 'face' AS line UNION ALL SELECT 'toes' UNION ALL SELECT 'heels' UNION ALL SELECT 'knees'
          UNION ALL SELECT 'hips' UNION ALL SELECT 'shoulders' UNION ALL SELECT 'eyes') n
      ON JSON_EXISTS(v.result, CONCAT('$.lines.', n.line))
    WHERE c.academy_id = ${academyId} AND ${among(sql`c.id`)}`);
}
