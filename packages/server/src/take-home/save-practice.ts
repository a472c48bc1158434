import { type PracticeDoneInput, validatePracticeDoneInput } from '@lotrecht/records';
import { type Database, type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { Problem } from '../problems/problem.ts';
import { practiceDone } from '../records/index.ts';
import { MOST_SENT_A_DAY, requireLately } from './sent-late.ts';
import { actorOfLink, type OpenStudentLink } from './student-link-repository.ts';

/** What was sent, as the student's of the link, whoever it names. @throws DocumentRefused */
export function practiceOf({ studentId }: OpenStudentLink): (body: unknown) => PracticeDoneInput {
  return (body) => validatePracticeDoneInput({ ...Object(body), studentId, revision: 0 });
}

/**
 * Keeps what a student has practised, once: sent again under the same id it changes nothing.
 *
 * @throws DocumentRefused for a day that cannot have been
 * @throws Problem 429 for more than a day can hold
 */
export async function savePractice(
  db: Database,
  link: OpenStudentLink,
  id: string,
  input: PracticeDoneInput,
): Promise<void> {
  requireLately('doneOn', input.doneOn);
  const actor = actorOfLink(link);
  await practiceDone.saveAsked(db, actor, { id, input, beforeNew: (tx) => requireRoom(tx, link) });
}

/** @throws Problem 429 */
async function requireRoom(db: Queries, { academyId, studentId }: OpenStudentLink): Promise<void> {
  const { lately } = await db.one<{ lately: number }>(sql`
    SELECT COUNT(*) AS lately FROM practice_done
    WHERE academy_id = ${academyId} AND student_id = ${studentId}
      AND created_at > UTC_TIMESTAMP(3) - INTERVAL 1 DAY`);
  if (lately < MOST_SENT_A_DAY) return;
  throw new Problem({
    status: 429,
    code: 'enough-for-a-day',
    title: `A day holds ${MOST_SENT_A_DAY} practice sessions, and they are kept. Go on tomorrow.`,
    retryAfterS: 3_600,
  });
}
