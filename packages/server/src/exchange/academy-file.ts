import {
  type AcademyLine,
  DocumentRefused,
  type FileProblem,
  parseJson,
  validateAcademyLine,
} from '@lotrecht/records';
import { requireContent } from './require-content.ts';
import { EXCHANGED_TABLES } from './tables.ts';

/** A file that did not come in; nothing of it did. */
export class ImportRefused extends Error {
  override readonly name = 'ImportRefused';

  constructor(readonly problems: readonly FileProblem[]) {
    super(
      problems.map(({ lineNumber, path, message }) => `Line ${lineNumber} ${path}: ${message}`).join('\n'),
    );
  }
}

/** So many problems are told at once. */
const TOLD = 20;

const ORDER: readonly string[] = EXCHANGED_TABLES.map((table) => table.name);

/** The first line of a file. */
export type AcademyHead = Extract<AcademyLine, { table: 'academy' }>;

/** A line of an older file with what it could not say yet. */
function asOfToday(line: AcademyLine): AcademyLine {
  switch (line.table) {
    case 'audit_entry':
      return { what: 'student', byLink: false, importedBy: null, ...line };
    case 'check_version':
      return { importedBy: null, ...line };
    case 'guardian_consent':
      return { confirmedAt: null, ...line };
    default:
      return line;
  }
}

/** Reads the lines of a `lotrecht-academy` file as strictly as if each had been typed in, and collects what is wrong. */
export class AcademyFileReader {
  private readonly told: FileProblem[] = [];
  private counted = 0;
  private lineNumber = 0;
  private hasHead = false;
  private reached = -1;

  /** The first of what is wrong; with any, nothing comes in. */
  get problems(): readonly FileProblem[] {
    return this.told;
  }

  get problemCount(): number {
    return this.counted;
  }

  /** @returns what a line says; null for an empty one, one that is wrong, or one that is not read in */
  read(text: string): AcademyLine | null {
    this.lineNumber += 1;
    if (text === '') return null;
    const line = this.parse(text);
    if (line === null) return null;
    if (line.table === 'academy') {
      if (this.hasHead) this.refuse('/table', 'A second academy. Use a file that was exported, unchanged.');
      this.hasHead = true;
      return line;
    }
    if (!this.hasHead) {
      this.refuse('', 'The first line must be the academy. Use a file that was exported, unchanged.');
      throw new ImportRefused(this.told);
    }
    // Names who was written to, and opens nothing.
    if (line.table === 'student_link') return null;
    const place = ORDER.indexOf(line.table);
    if (place < this.reached) {
      this.refuse('/table', `Lines of ${line.table} come before those of ${ORDER[this.reached] ?? ''}.`);
    }
    this.reached = Math.max(place, this.reached);
    return line;
  }

  /** Says what is wrong at the line that was read last. */
  refuse(path: string, message: string): void {
    this.counted += 1;
    if (this.told.length < TOLD) this.told.push({ lineNumber: this.lineNumber, path, message });
  }

  /** Says what is wrong with the file as a whole. */
  refuseWhole(message: string): void {
    this.counted += 1;
    if (this.told.length < TOLD) this.told.push({ lineNumber: 0, path: '', message });
  }

  private parse(text: string): AcademyLine | null {
    try {
      const line = validateAcademyLine(parseJson(text));
      requireContent(line);
      return asOfToday(line);
    } catch (error) {
      if (!(error instanceof DocumentRefused)) throw error;
      const [first] = error.refusals;
      this.refuse(first?.path ?? '', first?.message ?? error.message);
      return null;
    }
  }
}
