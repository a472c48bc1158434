import { type StudentInput, type StudentView } from '@lotrecht/records';
import { type Change, recordChange } from '../changes/record-change.ts';
import { requireConsent } from '../consents/require-consent.ts';
import { type Database, type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { isDuplicate } from '../database/trouble.ts';
import { type Actor } from '../access/actor.ts';
import { conflict, notFound, Problem } from '../problems/problem.ts';
import { refused } from '../http/query.ts';
import { aboutStudent } from '../access/lock-student.ts';
import { type ChangedRecords } from '../records/record-store.ts';
import { findStudent, insertStudent, setStudentDeleted, updateStudent } from './student-repository.ts';

/** Of someone who is not of age only who they are is kept before a guardian has consented. @throws Problem 422 */
function requireOnlyWho({ notes, dominantEye, statureMm, shoeMm }: StudentInput): void {
  const told = Object.entries({ notes: notes === '' ? undefined : notes, dominantEye, statureMm, shoeMm });
  const first = told.find(([, value]) => value !== undefined && value !== null)?.[0];
  if (first === undefined) return;
  const message =
    'Not of age: leave this empty until the guardian’s consent to records is on the student’s page.';
  throw refused(`/${first}`, message, 'consent-needed');
}

function says(view: StudentView, input: StudentInput): boolean {
  return (
    view.name === input.name &&
    view.handedness === input.handedness &&
    view.minor === input.minor &&
    view.dominantEye === (input.dominantEye ?? null) &&
    view.statureMm === (input.statureMm ?? null) &&
    view.shoeMm === (input.shoeMm ?? null) &&
    view.notes === input.notes
  );
}

/** What of a change is a record about someone, beside who they are. What is taken away is none. */
function addsToRecord(before: StudentView, input: StudentInput): boolean {
  const adds = <T>(was: T, now: T | null | undefined): boolean =>
    now !== null && now !== undefined && now !== was;
  return (
    (input.notes !== '' && input.notes !== before.notes) ||
    input.handedness !== before.handedness ||
    adds(before.dominantEye, input.dominantEye) ||
    adds(before.statureMm, input.statureMm) ||
    adds(before.shoeMm, input.shoeMm)
  );
}

function changeOf(id: string, revision: number): Change {
  return { kind: 'student', id, revision, studentId: id, action: 'changed' };
}

/** What has to follow when a student's hand is corrected; in the transaction that does it. */
export type HandChanged = (
  tx: Queries,
  actor: Actor,
  studentId: string,
  handedness: StudentView['handedness'],
) => Promise<void>;

/** Who was erased does not come back by a device that still has them. */
async function requireNotErased(tx: Queries, { academyId }: Actor, id: string): Promise<void> {
  const erased = await tx.maybeOne(
    sql`SELECT student_id FROM erased_student WHERE academy_id = ${academyId} AND student_id = ${id} FOR UPDATE`,
  );
  if (erased === undefined) return;
  throw new Problem({
    status: 410,
    code: 'erased',
    title: 'This student was erased. Nothing of them is kept; add them anew if they come again.',
  });
}

/**
 * Adds or changes a student; sending the same again changes nothing. A change of hand recomputes the stored checks
 * in the same transaction.
 *
 * @throws Problem 409 when someone else changed the student in between or a guardian's consent is missing, 410 for
 *   who was erased, 404 for a stranger's id
 */
async function saveStudent(
  db: Database,
  actor: Actor,
  { id, input }: { readonly id: string; readonly input: StudentInput },
  handChanged: HandChanged,
): Promise<StudentView> {
  if (input.revision === 0) {
    try {
      await db.inTransaction(async (tx) => {
        await requireNotErased(tx, actor, id);
        if (input.minor) requireOnlyWho(input);
        await insertStudent(tx, actor, id, input);
        await recordChange(tx, actor, changeOf(id, 1));
      });
    } catch (error) {
      if (!isDuplicate(error)) throw error;
      const existing = await findStudent(db, actor, id);
      if (existing === undefined) throw notFound();
      if (!says(existing, input)) throw conflict('student', existing);
    }
  } else {
    await aboutStudent(db, actor, id, async (tx) => {
      const before = await findStudent(tx, actor, id);
      if (before === undefined) throw notFound();
      if (says(before, input)) return;
      const { minor } = input;
      if (addsToRecord(before, input)) await requireConsent(tx, actor, { id, minor }, { scope: 'records' });
      if (!(await updateStudent(tx, actor, id, input))) throw conflict('student', before);
      if (before.handedness !== input.handedness) await handChanged(tx, actor, id, input.handedness);
      await recordChange(tx, actor, changeOf(id, input.revision + 1));
    });
  }
  const saved = await findStudent(db, actor, id);
  if (saved === undefined) throw notFound();
  return saved;
}

/**
 * With a student comes back what was kept of them: of someone who is not of age only while a consent stands. Somebody of
 * whom there is nothing but who they are comes back all the same. The row is held: it was just changed.
 *
 * @throws Problem 409 where no consent stands
 */
async function requireConsentToComeBack(tx: Queries, actor: Actor, id: string): Promise<void> {
  const student = await findStudent(tx, actor, id);
  if (student === undefined) throw notFound();
  const { notes, dominantEye, statureMm, shoeMm } = student;
  const isBare = notes === '' && [dominantEye, statureMm, shoeMm].every((value) => value === null);
  const lesson = await tx.maybeOne(
    sql`SELECT id FROM lesson WHERE academy_id = ${actor.academyId} AND student_id = ${id} LIMIT 1`,
  );
  if (isBare && lesson === undefined) return;
  await requireConsent(tx, actor, student, { scope: 'records' });
}

/**
 * Takes away or, with `false`, brings back.
 *
 * @throws Problem 404 where there was nobody to change, 409 where they would come back without a guardian's consent
 */
async function setDeleted(db: Database, actor: Actor, id: string, deleted: boolean): Promise<void> {
  await db.inTransaction(async (tx) => {
    if (!(await setStudentDeleted(tx, actor, id, deleted))) throw notFound();
    if (!deleted) await requireConsentToComeBack(tx, actor, id);
    const action = deleted ? 'deleted' : 'restored';
    await recordChange(tx, actor, { kind: 'student', id, revision: null, studentId: id, action });
  });
}

/** Students, as they are changed. */
export function studentsWith(handChanged: HandChanged): ChangedRecords<StudentInput, StudentView> {
  return {
    find: findStudent,
    save: (db, actor, id, input) => saveStudent(db, actor, { id, input }, handChanged),
    setDeleted,
  };
}
