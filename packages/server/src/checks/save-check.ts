import { randomUUID } from 'node:crypto';
import { solveDocument } from '@lotrecht/judging';
import {
  type CheckInput,
  type CheckView,
  DocumentRefused,
  type ResultDocument,
  type SavedCheckView,
} from '@lotrecht/records';
import { type Logger } from 'pino';
import { recordChange } from '../changes/record-change.ts';
import { requireConsent } from '../consents/require-consent.ts';
import { type Database, type Queries } from '../database/database.ts';
import { isDuplicate } from '../database/trouble.ts';
import { type Actor } from '../access/actor.ts';
import { conflict, notFound, Problem } from '../problems/problem.ts';
import { findLesson } from '../lessons/lesson-repository.ts';
import { aboutStudent, type LockedStudent } from '../access/lock-student.ts';
import { type Answerer } from './answerer.ts';
import { addVersion, findCheck, findSave, insertCheck } from './check-repository.ts';
import { differencesBetween } from './result-difference.ts';

/** Corrections of one check. */
const MOST_VERSIONS = 200;
const MOST_BYTES = 64 * 1024;

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
  { db, answerer }: { readonly db: Database; readonly answerer: Answerer },
  actor: Actor,
  save: CheckSave,
  log: Logger,
): Promise<SavedCheckView> {
  const { id, input } = save;
  const result = await solve(answerer, input);
  requireSize(input);
  const lesson = await findLesson(db, actor, input.lessonId);
  if (lesson === undefined) throw notFound();
  const { studentId } = lesson;
  try {
    await aboutStudent(db, actor, studentId, (tx, student) => store(tx, actor, save, { result, student }));
  } catch (error) {
    // The same save, or another device's, got there first; only a look outside our snapshot can tell which.
    if (!isDuplicate(error) && !(error instanceof Superseded)) throw error;
    await requireSaved(db, actor, save);
  }
  const saved = await findCheck(db, actor, id);
  if (saved === undefined) throw notFound();
  const differences = input.shownResult === undefined ? [] : tapeDifferences(result, input.shownResult);
  if (differences.length > 0)
    log.warn({ checkId: id, differences }, 'the shown result differs from the kept one');
  return { ...saved, differences };
}

/** The page shows a coarser posterior, made beside it: what has to agree is what the tape says. */
function tapeDifferences(
  { posterior: _kept, notes: _notes, ...kept }: ResultDocument,
  { posterior: _shown, notes: _shownNotes, ...shown }: ResultDocument,
): readonly string[] {
  return differencesBetween(kept, shown);
}

async function solve(answerer: Answerer, input: CheckInput): Promise<ResultDocument> {
  requireAfterLook(input);
  try {
    return await answerer.solve({ document: input.document, rebase: input.rebase });
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
    solveDocument(afterLook, { answer: 'tape' });
  } catch (error) {
    throw error instanceof DocumentRefused ? error.under(path) : error;
  }
}

async function store(
  tx: Queries,
  actor: Actor,
  { id, saveKey, input }: CheckSave,
  { result, student }: { readonly result: ResultDocument; readonly student: LockedStudent },
): Promise<void> {
  const studentId = student.id;
  if (saveKey !== undefined && (await findSave(tx, actor, id, saveKey)) !== undefined) return;
  if (student.handedness !== input.document.handedness) throw handChanged(student.handedness);
  await requireConsent(tx, actor, student, { scope: 'records' });
  if ((await findLesson(tx, actor, input.lessonId)) === undefined) throw notFound();
  if (input.revision === 0) {
    await insertCheck(tx, actor, { id, lessonId: input.lessonId, studentId });
  } else {
    const current = await findCheck(tx, actor, id);
    if (current === undefined || current.lessonId !== input.lessonId) throw notFound();
    if (current.revision >= MOST_VERSIONS) throw tooManyVersions();
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
  const revision = input.revision + 1;
  await recordChange(tx, actor, { kind: 'check', id, revision, studentId, action: 'changed' });
}

/** Asked inside the transaction: a hand that is corrected meanwhile is corrected before this check, or with it. */
function handChanged(handedness: string): Problem {
  return new Problem({
    status: 409,
    code: 'hand-changed',
    title: `The student is recorded as ${handedness}-handed. Open the check again.`,
  });
}

function tooManyVersions(): Problem {
  return new Problem({
    status: 409,
    code: 'too-many-versions',
    title: `This check has been corrected ${MOST_VERSIONS} times. Begin a new one in the lesson.`,
  });
}

/** A full check of sixty readings, and as many after the look, is a third of it. */
function requireSize({ document, record, rebase }: CheckInput): void {
  const bytes = Buffer.byteLength(JSON.stringify([document, record ?? null, rebase ?? null]));
  if (bytes <= MOST_BYTES) return;
  throw new Problem({
    status: 413,
    code: 'too-large',
    title: `A check holds at most ${MOST_BYTES / 1024} kB; this one has ${Math.ceil(bytes / 1024)}. Begin a second check.`,
  });
}

async function requireSaved(db: Database, actor: Actor, { id, saveKey }: CheckSave): Promise<void> {
  const current: CheckView | undefined = await findCheck(db, actor, id);
  if (current === undefined) throw notFound();
  const known = saveKey !== undefined && (await findSave(db, actor, id, saveKey)) !== undefined;
  if (!known) throw conflict('check', current);
}
