import { randomBytes } from 'node:crypto';
import { type AcademyLine, DocumentRefused, parseJson, validateAcademyLine } from '@lotrecht/contract';
import { rebuildMeasuredLines } from '../checks/rebuild-measured-lines.ts';
import { type Database, errnoOf, isDuplicate, type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { hashPassword } from '../identity/passwords.ts';
import { requireContent } from './require-content.ts';
import { insertRows, toUtc } from './insert-rows.ts';
import { EXCHANGED_TABLES, type ExchangedTable } from './tables.ts';

/** Something in a file that cannot come in. */
export interface LineProblem {
  /** Of the file, from 1; 0: the file as a whole. */
  readonly lineNumber: number;
  readonly path: string;
  readonly message: string;
}

/** A file that did not come in; nothing of it did. */
export class ImportRefused extends Error {
  override readonly name = 'ImportRefused';

  constructor(readonly problems: readonly LineProblem[]) {
    super(
      problems.map(({ lineNumber, path, message }) => `Line ${lineNumber} ${path}: ${message}`).join('\n'),
    );
  }
}

/** What came in. */
export interface Imported {
  readonly academyId: string;
  readonly academyName: string;
  readonly rows: number;
}

const BATCH_ROWS = 200;
const MISSING_REFERENCE = 1452;
/** So many problems are told at once. */
const TOLD = 20;

/**
 * Reads a `lotrecht-academy` file into a database that does not have this academy: all of it, or nothing.
 *
 * @param open begins at the first line each time: a transaction that has to be tried again reads anew
 * @throws ImportRefused with the lines that are wrong
 */
export async function importAcademy(db: Database, open: () => AsyncIterable<string>): Promise<Imported> {
  // Nobody's: whoever comes in with a file sets their password anew.
  const passwordHash = await hashPassword(randomBytes(32).toString('hex'));
  return db.inTransaction(async (tx) => {
    const reader = new AcademyReader(tx, passwordHash);
    for await (const text of open()) await reader.take(text);
    return reader.finish();
  });
}

class AcademyReader {
  private lineNumber = 0;
  private academy: { readonly id: string; readonly name: string } | null = null;
  private table: ExchangedTable | null = null;
  private batch: AcademyLine[] = [];
  private rows = 0;
  private readonly problems: LineProblem[] = [];

  constructor(
    private readonly tx: Queries,
    private readonly passwordHash: string,
  ) {}

  async take(text: string): Promise<void> {
    this.lineNumber += 1;
    if (text === '') return;
    const line = this.read(text);
    if (line === null) return;
    if (line.table === 'academy') {
      await this.begin(line);
      return;
    }
    if (this.academy === null) {
      this.refuse('', 'The first line must be the academy. Use a file that was exported, unchanged.');
      throw new ImportRefused(this.problems);
    }
    // Names who was written to, and opens nothing.
    if (line.table === 'student_link') return;
    if (line.table !== this.table?.name || this.batch.length === BATCH_ROWS) await this.write();
    this.table = EXCHANGED_TABLES.find((t) => t.name === line.table) ?? null;
    this.batch.push(line);
    this.rows += 1;
  }

  async finish(): Promise<Imported> {
    await this.write();
    if (this.academy === null && this.problems.length === 0) this.refuse('', 'The file is empty.');
    if (this.problems.length > 0 || this.academy === null) throw new ImportRefused(this.problems);
    await rebuildMeasuredLines(this.tx, this.academy.id);
    await this.tx.exec(sql`
      INSERT INTO standing_due (academy_id, student_id)
      SELECT academy_id, id FROM student WHERE academy_id = ${this.academy.id}`);
    return { academyId: this.academy.id, academyName: this.academy.name, rows: this.rows };
  }

  private read(text: string): AcademyLine | null {
    try {
      const line = validateAcademyLine(parseJson(text));
      requireContent(line);
      return line;
    } catch (error) {
      if (!(error instanceof DocumentRefused)) throw error;
      const [first] = error.refusals;
      this.refuse(first?.path ?? '', first?.message ?? error.message);
      return null;
    }
  }

  private refuse(path: string, message: string): void {
    if (this.problems.length < TOLD) this.problems.push({ lineNumber: this.lineNumber, path, message });
  }

  private async begin(line: Extract<AcademyLine, { table: 'academy' }>): Promise<void> {
    const here = await this.tx.maybeOne<{ name: string }>(
      sql`SELECT name FROM academy WHERE id = ${line.id}`,
    );
    if (here !== undefined || this.academy !== null) {
      this.refuse(
        '/id',
        `The academy “${here?.name ?? line.name}” is in this database already. Use an empty one.`,
      );
      throw new ImportRefused(this.problems);
    }
    await this.tx.exec(sql`
      INSERT INTO academy (id, name, retention_months, created_at)
      VALUES (${line.id}, ${line.name}, ${line.retentionMonths}, ${toUtc(line.createdAt)})`);
    this.academy = { id: line.id, name: line.name };
  }

  /** What is wrong in an earlier line stops the writing, and not the looking for more. */
  private async write(): Promise<void> {
    const [table, batch, academy] = [this.table, this.batch, this.academy];
    this.batch = [];
    if (table === null || batch.length === 0 || academy === null || this.problems.length > 0) return;
    try {
      const secret = table.name === 'instructor' ? { password_hash: this.passwordHash } : {};
      await insertRows(this.tx, academy.id, { table, lines: batch, secret });
    } catch (error) {
      if (isDuplicate(error)) {
        this.refuse(
          '',
          `One of the ${batch.length} rows of ${table.name} up to here is in the database already.`,
        );
      } else if (errnoOf(error) === MISSING_REFERENCE) {
        this.refuse(
          '',
          `One of the ${batch.length} rows of ${table.name} up to here names a row that is not in the file.`,
        );
      } else throw error;
    }
  }
}
