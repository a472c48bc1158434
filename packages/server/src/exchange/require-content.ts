import {
  type AcademyLine,
  type CheckDocument,
  type Rebase,
  DocumentRefused,
  validateCheckInput,
  validateHandOutInput,
  validateInstructorSettings,
  validateResultDocument,
} from '@lotrecht/records';
import { CORE_VERSION } from '@lotrecht/core';
import { solveDocument } from '@lotrecht/judging';
import { requireRow, type Said } from '../records/kind.ts';
import { KINDS } from '../records/kinds/index.ts';
import { differencesWhenRecomputed, type StoredResult } from '../checks/result-difference.ts';

const ANY_ID = '00000000-0000-4000-8000-000000000000';

/** Runs a check of what stands inside a field, and names the field. */
function within(field: string, check: () => unknown): void {
  try {
    check();
  } catch (error) {
    if (!(error instanceof DocumentRefused)) throw error;
    const refusals = error.refusals.map((r) => ({
      ...r,
      path: r.path.startsWith(`/${field}`) ? r.path : `/${field}${r.path}`,
    }));
    throw new DocumentRefused(refusals);
  }
}

/**
 * Looks at documents inside a line as strictly as if they had been typed in: nothing comes in by a file that could not
 * come in by the browser.
 *
 * @throws DocumentRefused
 */
export function requireContent(line: AcademyLine): void {
  switch (line.table) {
    case 'instructor_settings':
      return within('settings', () =>
        validateInstructorSettings({ ...line.settings, revision: line.revision }),
      );
    case 'hand_out':
      return within('content', () =>
        validateHandOutInput({ ...line.content, revision: 0, checkId: line.checkId }),
      );
    case 'check_version':
      return requireVersion(line);
    default:
      return requireOfKind(line);
  }
}

/** A record of a kind, as its declaration looks at it. */
function requireOfKind(line: AcademyLine): void {
  const kind = KINDS.find(({ table }) => table === line.table);
  if (kind === undefined) return;
  const look = (): void => requireRow(kind, line as unknown as Said);
  if (kind.inFiles === undefined) look();
  else within(kind.inFiles.field, look);
}

function requireVersion(line: Extract<AcademyLine, { table: 'check_version' }>): void {
  const { document, rebase, record, phase, help, placeKind, reader } = line;
  const noted = [phase, help, placeKind, reader].filter((value) => value !== null).length;
  if (noted !== 0 && noted !== 4) {
    const message = 'Circumstances are noted whole or not at all: phase, help, placeKind and reader.';
    throw new DocumentRefused([{ code: 'not-together', path: '/phase', message }]);
  }
  within('document', () =>
    validateCheckInput({
      revision: 0,
      lessonId: ANY_ID,
      document,
      ...(rebase !== null && { rebase }),
      ...(record !== null && { record }),
    }),
  );
  // What could not have been measured could not be typed in either.
  within('document', () =>
    solveDocument(document as unknown as CheckDocument, {
      rebase: (rebase ?? undefined) as Rebase | undefined,
      answer: 'tape',
    }),
  );
  within('result', () => validateResultDocument(line.result));
  requireOwnResult(line);
}

/** Notes that are made from the answer. */
const OF_ANSWER: ReadonlySet<string> = new Set(['changed-since', 'history-set-aside']);

/**
 * What this core has made of readings it makes of them again: another figure was put there by hand. Only the tape's
 * figures are made again: answers take a hundred times as long, and the doctor looks at them.
 */
function requireOwnResult(line: Extract<AcademyLine, { table: 'check_version' }>): void {
  if (line.coreVersion !== CORE_VERSION) return;
  const { result, ...stored } = line as unknown as StoredResult;
  const { posterior: _answer, ...rest } = result;
  const tape = { ...rest, notes: rest.notes.filter(({ code }) => !OF_ANSWER.has(code)) };
  const [first] = differencesWhenRecomputed({ ...stored, result: tape });
  if (first === undefined) return;
  const message = 'This is not what the readings give. Use a file that was exported, unchanged.';
  throw new DocumentRefused([{ code: 'not-computed', path: `/result${first}`, message }]);
}
