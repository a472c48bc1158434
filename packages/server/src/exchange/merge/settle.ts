import { recomputeForHand } from '../../checks/correct-hand.ts';
import { rebuildMeasuredLines } from '../../checks/rebuild-measured-lines.ts';
import { waitsForGuardian } from '../../consents/consent-repository.ts';
import { type Queries } from '../../database/database.ts';
import { listOf, sql } from '../../database/sql.ts';
import { type Actor } from '../../access/actor.ts';
import { markStandings } from '../../changes/standing-due.ts';
import { findLoose } from '../loose-ends.ts';
import { type MergeContext } from './merge-context.ts';

const AT_ONCE = 200;

function* chunks(all: Iterable<string>): Generator<readonly string[]> {
  let chunk: string[] = [];
  for (const one of all) {
    chunk.push(one);
    if (chunk.length < AT_ONCE) continue;
    yield chunk;
    chunk = [];
  }
  if (chunk.length > 0) yield chunk;
}

/** Those who are here, are not of age, and whose guardian has consented to no records. */
export async function loadWaiting(
  tx: Queries,
  { academyId }: Actor,
): Promise<readonly { readonly id: string; readonly name: string }[]> {
  return tx.many(sql`
    SELECT s.id, s.name FROM student s
    WHERE s.academy_id = ${academyId} AND s.deleted_at IS NULL AND ${waitsForGuardian()} ORDER BY s.name, s.id`);
}

/**
 * Brings what is computed up to what has come in: newest versions, the one hand of each student, lines, and who is to
 * be looked at again.
 *
 * @returns what does not fit together, in words
 */
export async function settle(context: MergeContext): Promise<readonly string[]> {
  const { tx, actor, checks, students, otherHands } = context;
  const { academyId } = actor;
  for (const ids of chunks(checks)) {
    await tx.exec(sql`
      UPDATE setup_check c
      SET c.revision = (SELECT MAX(v.revision) FROM check_version v
                        WHERE v.academy_id = c.academy_id AND v.check_id = c.id)
      WHERE c.academy_id = ${academyId} AND c.id IN (${listOf(ids)})
        AND EXISTS (SELECT 1 FROM check_version v WHERE v.academy_id = c.academy_id AND v.check_id = c.id)`);
    await rebuildMeasuredLines(tx, academyId, ids);
    const theirs = await tx.many<{ id: string }>(sql`
      SELECT DISTINCT student_id AS id FROM setup_check
      WHERE academy_id = ${academyId} AND id IN (${listOf(ids)})`);
    for (const { id } of theirs) students.add(id);
    // Another version of core may have made them: they are measured anew with the standing.
    if (theirs.length > 0)
      await tx.exec(sql`
        UPDATE student_standing SET measured_with = NULL
        WHERE academy_id = ${academyId} AND student_id IN (${listOf(theirs.map(({ id }) => id))})`);
  }
  for (const id of otherHands) {
    const { handedness } = await tx.one<{ handedness: 'right' | 'left' }>(
      sql`SELECT handedness FROM student WHERE academy_id = ${academyId} AND id = ${id}`,
    );
    await recomputeForHand(tx, actor, id, handedness);
  }
  for (const ids of chunks(students)) {
    await markStandings(tx, academyId, ids);
  }
  return findLoose(tx, academyId);
}
