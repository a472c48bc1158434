import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { open, rename, rm } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { type Database } from '../database/database.ts';
import { UnreadableLines, textLines } from '../exchange/text-lines.ts';
import { dumpDatabase, type DumpedLine, migrationsOf } from './dump.ts';

/** The first line of a backup. */
interface BackupHead {
  readonly format: 'lotrecht-backup';
  readonly version: 1;
  /** ISO 8601, UTC. */
  readonly madeAt: string;
  /** What the database had, oldest first. */
  readonly migrations: readonly string[];
}

/** The last line: how much stands before it, and its digest. */
interface BackupEnd {
  readonly end: { readonly rows: Readonly<Record<string, number>>; readonly sha256: string };
}

/** A backup that was read to its end and is whole. */
export interface VerifiedBackup {
  readonly head: BackupHead;
  readonly rows: Readonly<Record<string, number>>;
}

/** A file that is no whole backup; `message` says what is wrong with it. */
export class BackupError extends Error {
  override readonly name = 'BackupError';
}

async function* linesOf(db: Database, madeAt: Date): AsyncGenerator<string> {
  const digest = createHash('sha256');
  const rows: Record<string, number> = {};
  const line = (value: unknown): string => {
    const text = `${JSON.stringify(value)}\n`;
    digest.update(text);
    return text;
  };
  // First the migrations, then the moment: a migration between the two would not fit its rows.
  const migrations = await migrationsOf(db);
  const snapshot = await db.openSnapshot();
  try {
    const head: BackupHead = {
      format: 'lotrecht-backup',
      version: 1,
      madeAt: madeAt.toISOString(),
      migrations,
    };
    yield line(head);
    for await (const dumped of dumpDatabase(snapshot)) {
      rows[dumped.table] = (rows[dumped.table] ?? 0) + 1;
      yield line(dumped);
    }
    const end: BackupEnd = { end: { rows, sha256: digest.digest('hex') } };
    yield `${JSON.stringify(end)}\n`;
  } finally {
    snapshot.close();
  }
}

/**
 * Writes the whole database as it stands at one moment into a compressed file, while it is used; then reads the file
 * back. Until that is done it has another name.
 *
 * @throws BackupError when what was written is not what is read
 */
export async function writeBackup(db: Database, file: string, madeAt: Date): Promise<VerifiedBackup> {
  const unfinished = `${file}.new`;
  try {
    await pipeline(
      Readable.from(linesOf(db, madeAt)),
      createGzip(),
      createWriteStream(unfinished, { mode: 0o600 }),
    );
    const handle = await open(unfinished, 'r+');
    await handle.sync();
    await handle.close();
    const verified = await verifyBackup(unfinished);
    await rename(unfinished, file);
    return verified;
  } catch (error) {
    await rm(unfinished, { force: true });
    throw error;
  }
}

function textsOf(file: string): AsyncGenerator<string> {
  return textLines(file, createGunzip());
}

/** Reads a backup to its end. @throws BackupError for one that is cut off or changed */
export async function verifyBackup(file: string): Promise<VerifiedBackup> {
  try {
    return await readToTheEnd(file);
  } catch (error) {
    if (error instanceof BackupError) throw error;
    const { code = '' } = error as NodeJS.ErrnoException;
    if (code === 'ENOENT') throw new BackupError(`There is no file ${file}.`);
    if (code.startsWith('Z_') || error instanceof SyntaxError || error instanceof UnreadableLines)
      throw new BackupError('This is no backup, or one that is damaged or cut off.');
    throw error;
  }
}

async function readToTheEnd(file: string): Promise<VerifiedBackup> {
  const digest = createHash('sha256');
  const counted: Record<string, number> = {};
  let head: BackupHead | null = null;
  let end: BackupEnd['end'] | null = null;
  for await (const text of textsOf(file)) {
    if (end !== null) throw new BackupError('Something stands behind the end of this backup.');
    const value = JSON.parse(text) as BackupHead | DumpedLine | BackupEnd;
    if ('end' in value) {
      end = value.end;
      continue;
    }
    digest.update(`${text}\n`);
    if (head === null) head = requireHead(value);
    else if ('table' in value) counted[value.table] = (counted[value.table] ?? 0) + 1;
  }
  if (head === null || end === null)
    throw new BackupError('This backup is cut off: its last line is missing.');
  if (digest.digest('hex') !== end.sha256)
    throw new BackupError('This backup was changed: its digest does not fit.');
  if (JSON.stringify(counted) !== JSON.stringify(end.rows))
    throw new BackupError('Rows are missing in this backup.');
  return { head, rows: counted };
}

function requireHead(value: BackupHead | DumpedLine): BackupHead {
  if (!('format' in value) || value.format !== 'lotrecht-backup')
    throw new BackupError('This file is no backup.');
  if (value.version !== 1)
    throw new BackupError(`This backup is of version ${String(value.version)}; use a newer program.`);
  return value;
}

/** The rows of a backup that was verified before. */
export async function* rowsOfBackup(file: string): AsyncGenerator<DumpedLine> {
  for await (const text of textsOf(file)) {
    const value = JSON.parse(text) as BackupHead | DumpedLine | BackupEnd;
    if ('table' in value) yield value;
  }
}
