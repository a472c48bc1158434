import { randomBytes } from 'node:crypto';
import { type AcademyLine } from '@lotrecht/records';
import { rebuildMeasuredLines } from '../checks/rebuild-measured-lines.ts';
import { type Database, type Queries } from '../database/database.ts';
import { isDuplicate, isMissingReference } from '../database/trouble.ts';
import { sql } from '../database/sql.ts';
import { hashPassword } from '../identity/passwords.ts';
import { AcademyFileReader, type AcademyHead, ImportRefused } from './academy-file.ts';
import { insertRows, toUtc } from './insert-rows.ts';
import { findLoose } from './loose-ends.ts';
import { EXCHANGED_TABLES, type ExchangedTable } from './tables.ts';

/** What came in. */
export interface Imported {
  readonly academyId: string;
  readonly academyName: string;
  readonly rows: number;
}

const BATCH_ROWS = 200;

/** A hash that no password has: whoever comes in with a file sets theirs anew. */
export function nobodysPassword(): Promise<string> {
  return hashPassword(randomBytes(32).toString('hex'));
}

/**
 * What the database says of rows that cannot be written, for a person.
 *
 * @throws the error itself when it is another
 */
export function whyNotWritten(error: unknown, rows: number, table: string): string {
  const which = `One of the ${rows} rows of ${table} up to here`;
  if (isDuplicate(error)) return `${which} is in the database already.`;
  if (isMissingReference(error)) return `${which} names a row that is not in the file.`;
  throw error;
}

/**
 * Reads a `lotrecht-academy` file into a database that does not have this academy: all of it, or nothing.
 *
 * @param open begins at the first line each time: a transaction that has to be tried again reads anew
 * @throws ImportRefused with the lines that are wrong
 */
export async function importAcademy(db: Database, open: () => AsyncIterable<string>): Promise<Imported> {
  const passwordHash = await nobodysPassword();
  return db.inLongTransaction(async (tx) => {
    const reader = new AcademyImport(tx, passwordHash);
    for await (const text of open()) await reader.take(text);
    return reader.finish();
  });
}

class AcademyImport {
  private readonly file = new AcademyFileReader();
  private academy: { readonly id: string; readonly name: string } | null = null;
  private table: ExchangedTable | null = null;
  private batch: AcademyLine[] = [];
  private rows = 0;

  constructor(
    private readonly tx: Queries,
    private readonly passwordHash: string,
  ) {}

  async take(text: string): Promise<void> {
    const line = this.file.read(text);
    if (line === null) return;
    if (line.table === 'academy') {
      if (this.academy === null) await this.begin(line);
      return;
    }
    if (line.table !== this.table?.name || this.batch.length === BATCH_ROWS) await this.write();
    this.table = EXCHANGED_TABLES.find((t) => t.name === line.table) ?? null;
    this.batch.push(line);
    this.rows += 1;
  }

  async finish(): Promise<Imported> {
    await this.write();
    const { file, academy } = this;
    if (academy === null && file.problemCount === 0) file.refuseWhole('The file is empty.');
    if (file.problemCount > 0 || academy === null) throw new ImportRefused(file.problems);
    await rebuildMeasuredLines(this.tx, academy.id);
    await this.tx.exec(sql`
      INSERT INTO standing_due (academy_id, student_id)
      SELECT academy_id, id FROM student WHERE academy_id = ${academy.id}`);
    for (const loose of await findLoose(this.tx, academy.id)) file.refuseWhole(loose);
    if (file.problemCount > 0) throw new ImportRefused(file.problems);
    return { academyId: academy.id, academyName: academy.name, rows: this.rows };
  }

  private async begin(line: AcademyHead): Promise<void> {
    const here = await this.tx.maybeOne<{ name: string }>(
      sql`SELECT name FROM academy WHERE id = ${line.id}`,
    );
    if (here !== undefined) {
      this.file.refuse(
        '/id',
        `The academy “${here.name}” is in this database already. Use an empty one, or bring the file into it in the browser.`,
      );
      throw new ImportRefused(this.file.problems);
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
    if (table === null || batch.length === 0 || academy === null || this.file.problemCount > 0) return;
    try {
      const secret = table.name === 'instructor' ? { password_hash: this.passwordHash } : {};
      await insertRows(this.tx, academy.id, { table, lines: batch, secret });
    } catch (error) {
      this.file.refuse('', whyNotWritten(error, batch.length, table.name));
    }
  }
}
