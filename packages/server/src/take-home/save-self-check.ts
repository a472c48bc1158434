import { composeCheck, judgementOf, solveDocument, type TypedReading } from '@lotrecht/judging';
import { type CheckDocument, type Circumstances, type SelfCheckInput } from '@lotrecht/records';
import { logChange, recordChange } from '../changes/record-change.ts';
import { requireConsent } from '../consents/require-consent.ts';
import { Problem } from '../problems/problem.ts';
import { aboutStudent, type LockedStudent } from '../access/lock-student.ts';
import { addVersion, insertCheck, listLastLessonChecks } from '../checks/check-repository.ts';
import { type Database, type Queries } from '../database/database.ts';
import { isDuplicate } from '../database/trouble.ts';
import { sql } from '../database/sql.ts';
import { selfLessonOn } from '../lessons/lesson-repository.ts';
import { actorOfLink, type OpenStudentLink } from './student-link-repository.ts';
import { MOST_SENT_A_DAY, requireLately } from './sent-late.ts';

/** Under which circumstances a student reads at home. */
const SELF_CIRCUMSTANCES: Circumstances = { phase: 'test', help: 'blind', place: 'home', reader: 'student' };
/** A line that a student has sighted along a club by eye, from near: degrees. */
const SIGHTED_ALONE_DEG = 1;
const USUAL_CLUB = { group: 'mid-iron' } as const;

const MOST_A_DAY = 30;

/**
 * Keeps what a student has read at home, once: sent again under the same id it changes nothing.
 *
 * @throws Problem 409 where the id is another record's
 * @throws DocumentRefused for a reading that cannot be, and for a day that cannot have been
 */
export async function saveSelfCheck(
  db: Database,
  link: OpenStudentLink,
  id: string,
  input: SelfCheckInput,
): Promise<void> {
  requireLately('takenOn', input.takenOn);
  try {
    await aboutStudent(db, actorOfLink(link), link.studentId, (tx, student) =>
      store({ tx, link, student }, id, input),
    );
  } catch (error) {
    throw isDuplicate(error) ? idTaken() : error;
  }
}

/** Nothing of it is kept, and that is said: a phone that was told so asks for another id. */
function idTaken(): Problem {
  return new Problem({
    status: 409,
    code: 'id-taken',
    title: 'Something else is kept under this id. Nothing was kept; send it under a new one.',
  });
}

interface AtHome {
  readonly tx: Queries;
  readonly link: OpenStudentLink;
  readonly student: LockedStudent;
}

async function store({ tx, link, student }: AtHome, id: string, input: SelfCheckInput): Promise<void> {
  const { academyId, studentId } = link;
  const actor = actorOfLink(link);
  const before = await tx.maybeOne<{ studentId: string }>(
    sql`SELECT student_id AS studentId FROM self_check WHERE academy_id = ${academyId} AND id = ${id}`,
  );
  if (before !== undefined) {
    if (before.studentId !== studentId) throw idTaken();
    return;
  }
  await requireConsent(tx, actor, student, { scope: 'records', reader: 'student' });
  await requireRoom(tx, link, input.takenOn);
  const checkId = input.reading === undefined ? null : id;
  // First the row whose id is taken when it was sent before: then nothing else happens.
  await tx.exec(sql`
    INSERT INTO self_check (academy_id, id, student_id, taken_on, drill_done, check_id)
    VALUES (${academyId}, ${id}, ${studentId}, ${input.takenOn}, ${input.drillDone}, ${checkId})`);
  const own = { revision: null, studentId, action: 'changed' } as const;
  await recordChange(tx, actor, { ...own, kind: 'self-check', id });
  if (input.reading === undefined) return;
  const last = (await listLastLessonChecks(tx, actor, studentId, 1))[0]?.document;
  const reading = typedReading(input.reading);
  const document = composeCheck({
    handedness: student.handedness,
    club: last?.club ?? USUAL_CLUB,
    target: input.reading.by === 'pointsAt' ? aimedAt(last?.target, input.reading) : (last?.target ?? {}),
    targetLine: { sightingDeg: SIGHTED_ALONE_DEG },
    readings: [reading],
    ...(last && { judgement: judgementOf(last) }),
  });
  if (document === undefined) return;
  const result = solveDocument(document, {});
  const lessonId = await selfLessonOn(tx, actor, { studentId, heldOn: input.takenOn });
  await insertCheck(tx, actor, { id, lessonId, studentId });
  await addVersion(
    tx,
    actor,
    { id, studentId, revision: 0 },
    {
      reason: 'entered',
      document,
      result,
      rebase: null,
      record: { revealed: true, ...(input.feltDeg !== undefined && { feltDeg: input.feltDeg }) },
      circumstances: SELF_CIRCUMSTANCES,
      saveKey: id,
    },
  );
  await logChange(tx, actor, { ...own, kind: 'lesson', id: lessonId });
  await logChange(tx, actor, { ...own, kind: 'check', id, revision: 1 });
}

/** What is as far away as the target of the lesson is that target; at home it is something else. */
function aimedAt(
  last: CheckDocument['target'],
  { distanceM }: { readonly distanceM: number },
): NonNullable<CheckDocument['target']> {
  return last?.distanceM === distanceM ? last : { distanceM };
}

/** By tape the toes, by where a club points whichever line it was laid along. */
function typedReading(reading: NonNullable<SelfCheckInput['reading']>): TypedReading {
  if (reading.by === 'gaps') {
    const { by, ...values } = reading;
    return { line: 'toes', by, values };
  }
  const { by, line = 'toes', ...values } = reading;
  return { line, by, values };
}

/**
 * A day of practice is a few readings; a phone that sends hundreds is broken, or no phone.
 *
 * @throws Problem 429
 */
async function requireRoom(
  tx: Queries,
  { academyId, studentId }: OpenStudentLink,
  takenOn: string,
): Promise<void> {
  const { ofDay, lately } = await tx.one<{ ofDay: number | null; lately: number | null }>(sql`
    SELECT SUM(taken_on = ${takenOn}) AS ofDay, SUM(created_at > UTC_TIMESTAMP(3) - INTERVAL 1 DAY) AS lately
    FROM self_check
    WHERE academy_id = ${academyId} AND student_id = ${studentId}
      AND (taken_on = ${takenOn} OR created_at > UTC_TIMESTAMP(3) - INTERVAL 1 DAY)`);
  if ((ofDay ?? 0) < MOST_A_DAY && (lately ?? 0) < MOST_SENT_A_DAY) return;
  throw new Problem({
    status: 429,
    code: 'enough-for-a-day',
    title: `A day holds ${MOST_A_DAY} readings, and they are kept. Go on tomorrow.`,
    retryAfterS: 3_600,
  });
}

/** Days on which a drill was ticked off, newest first. */
export async function listDrillDays(db: Queries, link: OpenStudentLink): Promise<readonly string[]> {
  const rows = await db.many<{ day: string }>(sql`
    SELECT DISTINCT taken_on AS day FROM self_check
    WHERE academy_id = ${link.academyId} AND student_id = ${link.studentId} AND drill_done = 1
    ORDER BY taken_on DESC LIMIT 60`);
  return rows.map(({ day }) => day);
}
