import { randomUUID } from 'node:crypto';
import {
  type CheckInput,
  type CheckView,
  DocumentRefused,
  type ResultDocument,
  type SavedCheckView,
  solveDocument,
} from '@lotrecht/contract';
import { type Logger } from 'pino';
import { requireConsent } from '../consents/require-consent.ts';
import { type Database, isDuplicate, type Queries } from '../database/database.ts';
import { type Actor } from '../http/context.ts';
import { conflict, notFound, Problem } from '../http/problem.ts';
import { findLesson } from '../lessons/lesson-repository.ts';
import { findStudent } from '../students/student-repository.ts';
import { addVersion, findCheck, findSave, insertCheck } from './check-repository.ts';
import { differencesBetween } from './result-difference.ts';

/** The check moved on before this save could. */
class Superseded extends Error {}

/** One save as it arrives. */
export interface CheckSave {
  readonly id: string;
  /** Chosen by the browser once per save; absent: never recognised as sent before. */
  readonly saveKey: string | undefined;
  readonly input: CheckInput;
}

/**
 * Stores a check's readings and the result that the server's own core makes of them. A save that is sent again is
 * recognised by its key and answered as the first time.
 *
 * @throws Problem 409 when the check was changed elsewhere, the hand does not fit the student or a guardian's consent
 *   is missing, 404 for a stranger's ids; DocumentRefused for readings that cannot be a measurement
 */
export async function saveCheck(
  db: Database,
  actor: Actor,
  save: CheckSave,
  log: Logger,
): Promise<SavedCheckView> {
  const { id, input } = save;
  const result = solve(input);
  const lesson = await findLesson(db, actor, input.lessonId);
  if (lesson === undefined) throw notFound();
  const student = await findStudent(db, actor, lesson.studentId);
  if (student === undefined) throw notFound();
  if (student.handedness !== input.document.handedness) {
    throw new Problem({
      status: 409,
      code: 'hand-changed',
      title: `The student is recorded as ${student.handedness}-handed. Open the check again.`,
    });
  }
  if (input.revision === 0) await requireConsent(db, actor, student, 'records');
  try {
    await db.inTransaction((tx) => store(tx, actor, save, { result, studentId: student.id }));
  } catch (error) {
    // The same save, or another device's, got there first; only a look outside our snapshot can tell which.
    if (!isDuplicate(error) && !(error instanceof Superseded)) throw error;
    await requireSaved(db, actor, save);
  }
  const saved = await findCheck(db, actor, id);
  if (saved === undefined) throw notFound();
  const differences = input.shownResult === undefined ? [] : differencesBetween(result, input.shownResult);
  if (differences.length > 0)
    log.warn({ checkId: id, differences }, 'the shown result differs from the kept one');
  return { ...saved, differences };
}

function solve(input: CheckInput): ResultDocument {
  requireAfterLook(input);
  try {
    return solveDocument(input.document, { rebase: input.rebase });
  } catch (error) {
    throw error instanceof DocumentRefused ? error.under('/document') : error;
  }
}

/** What was read after the look has to be a measurement too, of the same player. */
function requireAfterLook({ document, record }: CheckInput): void {
  const afterLook = record?.afterLook;
  if (afterLook === undefined) return;
  const path = '/record/afterLook';
  if (afterLook.handedness !== document.handedness) {
    const message = `It is the same player: ${document.handedness}-handed.`;
    throw new DocumentRefused([{ code: 'not-allowed', path: `${path}/handedness`, message }]);
  }
  try {
    solveDocument(afterLook);
  } catch (error) {
    throw error instanceof DocumentRefused ? error.under(path) : error;
  }
}

async function store(
  tx: Queries,
  actor: Actor,
  { id, saveKey, input }: CheckSave,
  { result, studentId }: { readonly result: ResultDocument; readonly studentId: string },
): Promise<void> {
  if (saveKey !== undefined && (await findSave(tx, actor, id, saveKey)) !== undefined) return;
  if (input.revision === 0) {
    await insertCheck(tx, actor, { id, lessonId: input.lessonId, studentId });
  } else {
    const current = await findCheck(tx, actor, id);
    if (current === undefined || current.lessonId !== input.lessonId) throw notFound();
  }
  const added = await addVersion(
    tx,
    actor,
    { id, studentId, revision: input.revision },
    {
      reason: input.revision === 0 ? 'entered' : 'corrected',
      document: input.document,
      result,
      circumstances: input.circumstances ?? null,
      rebase: input.rebase ?? null,
      record: input.record ?? null,
      saveKey: saveKey ?? randomUUID(),
    },
  );
  if (!added) throw new Superseded();
}

async function requireSaved(db: Database, actor: Actor, { id, saveKey }: CheckSave): Promise<void> {
  const current: CheckView | undefined = await findCheck(db, actor, id);
  if (current === undefined) throw notFound();
  const known = saveKey !== undefined && (await findSave(db, actor, id, saveKey)) !== undefined;
  if (!known) throw conflict(current);
}
