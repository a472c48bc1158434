import { open, rename, rm } from 'node:fs/promises';
import { parseArgs } from 'node:util';
import { BackupError, writeBackup } from '../backup/backup-file.ts';
import { restoreBackup } from '../backup/restore.ts';
import { type Database, openDatabase } from '../database/database.ts';
import { isUnreachable } from '../database/trouble.ts';
import { MigrationError } from '../database/migrate.ts';
import { refreshStatistics } from '../database/refresh-statistics.ts';
import { sql } from '../database/sql.ts';
import { examine } from '../doctor/examine.ts';
import { mendNames } from '../doctor/mend.ts';
import { applyTombstones } from '../erasure/tombstones.ts';
import { exportAcademy } from '../exchange/export-academy.ts';
import { ImportRefused } from '../exchange/academy-file.ts';
import { UnreadableLines, textLines } from '../exchange/text-lines.ts';
import { importAcademy } from '../exchange/import-academy.ts';
import { type Installation, openInstallation, WrongPlace } from './installation.ts';

/** What a command writes to. */
export interface AdminStreams {
  readonly write: (text: string) => Promise<void>;
  readonly writeError: (text: string) => Promise<void>;
}

interface Call {
  readonly installation: Installation;
  readonly db: Database;
  readonly file: string;
  readonly academy: string | undefined;
  readonly asJson: boolean;
  /** `doctor` also mends what it can. */
  readonly mend: boolean;
  readonly streams: AdminStreams;
}

type ExitCode = 0 | 1 | 2;

const OPTIONS = {
  data: { type: 'string' },
  database: { type: 'string' },
  academy: { type: 'string' },
  json: { type: 'boolean' },
  mend: { type: 'boolean' },
} as const;

const COMMANDS: Readonly<Record<string, (call: Call) => Promise<ExitCode>>> = {
  export: exportTo,
  import: importFrom,
  backup: backUp,
  restore,
  doctor,
};

/**
 * Runs one of the commands that work on a database.
 *
 * @returns 0 done, 1 refused or not well, 2 wrong usage
 */
export async function runAdmin(
  name: string,
  args: readonly string[],
  streams: AdminStreams,
): Promise<ExitCode> {
  const command = COMMANDS[name];
  const { values, positionals } = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });
  const [file = '', ...others] = positionals;
  const isDoctor = name === 'doctor';
  if (
    command === undefined ||
    others.length > 0 ||
    (file === '') !== isDoctor ||
    (values.mend === true && !isDoctor)
  ) {
    await streams.writeError(`lotrecht ${name} wants ${isDoctor ? 'no file' : 'one file'}; see --help.\n`);
    return 2;
  }
  let db: Database | undefined;
  try {
    const installation = await openInstallation(values);
    db = openDatabase(installation.databaseUrl);
    const [asJson, mend] = [values.json === true, values.mend === true];
    return await command({ installation, db, file, academy: values.academy, asJson, mend, streams });
  } catch (error) {
    await streams.writeError(`${JSON.stringify(refusalOf(error))}\n`);
    return 1;
  } finally {
    await db?.close();
  }
}

/** @throws the error itself when it is none that is expected */
function refusalOf(error: unknown): object {
  if (error instanceof ImportRefused) {
    return { code: 'refused', message: 'Nothing came in.', lines: error.problems };
  }
  if (
    error instanceof BackupError ||
    error instanceof WrongPlace ||
    error instanceof MigrationError ||
    error instanceof UnreadableLines
  ) {
    return { code: 'refused', message: error.message };
  }
  if (isUnreachable(error)) {
    return { code: 'away', message: 'The database does not answer. Is it running? npm start runs its own.' };
  }
  const { code } = error as NodeJS.ErrnoException;
  if (code === 'ENOENT' || code === 'EACCES' || code === 'EISDIR') {
    return { code: 'file', message: (error as Error).message };
  }
  throw error;
}

async function exportTo({ db, file, academy, streams }: Call): Promise<ExitCode> {
  const academyId = await chooseAcademy(db, academy);
  const lines = exportAcademy(db, { academyId, studentId: null });
  if (file === '-') {
    for await (const line of lines) await streams.write(`${JSON.stringify(line)}\n`);
    return 0;
  }
  const unfinished = `${file}.new`;
  const handle = await open(unfinished, 'w', 0o600);
  try {
    for await (const line of lines) await handle.write(`${JSON.stringify(line)}\n`);
    await handle.sync();
  } catch (error) {
    await rm(unfinished, { force: true });
    throw error;
  } finally {
    await handle.close();
  }
  await rename(unfinished, file);
  return 0;
}

async function chooseAcademy(db: Database, wanted: string | undefined): Promise<string> {
  const all = await db.many<{ id: string; name: string }>(
    sql`SELECT id, name FROM academy ORDER BY name, id`,
  );
  const chosen = wanted === undefined ? all : all.filter((a) => a.id === wanted);
  const [only] = chosen;
  if (only !== undefined && chosen.length === 1) return only.id;
  const names = all.map((a) => `${a.id} ${a.name}`).join(', ');
  throw new WrongPlace(
    all.length === 0 ? 'There is no academy in this database.' : `Choose one with --academy ID: ${names}.`,
  );
}

async function importFrom({ db, file, installation, streams }: Call): Promise<ExitCode> {
  const lines = (): AsyncIterable<string> => textLines(file);
  // A file that cannot be opened is told before anything is begun.
  await (await open(file)).close();
  const { academyName, rows } = await importAcademy(db, lines);
  await refreshStatistics(db);
  const erased = await applyTombstones(db, installation.tombstones);
  await streams.write(`${academyName}: ${rows} rows came in${erasedText(erased)}.\n`);
  return 0;
}

async function backUp({ db, file, streams }: Call): Promise<ExitCode> {
  const { rows } = await writeBackup(db, file, new Date());
  await streams.write(
    `${file}: ${total(rows)} rows of ${Object.keys(rows).length} tables, read back whole.\n`,
  );
  return 0;
}

async function restore({ db, file, installation, streams }: Call): Promise<ExitCode> {
  const { head, rows } = await restoreBackup(file, installation);
  await refreshStatistics(db);
  const erased = await applyTombstones(db, installation.tombstones);
  await streams.write(`${total(rows)} rows as of ${head.madeAt}${erasedText(erased)}.\n`);
  return 0;
}

async function doctor({ db, installation, asJson, mend, streams }: Call): Promise<ExitCode> {
  if (mend) {
    for (const { what, rows } of await mendNames(db)) await streams.writeError(`mended  ${what}: ${rows}\n`);
  }
  const examination = await examine(db, installation);
  const { findings, recomputed } = examination;
  if (asJson) await streams.write(`${JSON.stringify(examination, null, 2)}\n`);
  else {
    for (const { what, well, said } of findings)
      await streams.write(`${well ? 'well' : 'NOT WELL'}  ${what}: ${said}\n`);
    for (const { checkId, revision, coreVersion, paths } of recomputed.differences)
      await streams.write(
        `  check ${checkId} version ${revision}, core ${coreVersion}: ${paths.join(' ')}\n`,
      );
  }
  return findings.every((f) => f.well) ? 0 : 1;
}

function total(rows: Readonly<Record<string, number>>): number {
  return Object.values(rows).reduce((sum, n) => sum + n, 0);
}

function erasedText(erased: number): string {
  return erased === 0 ? '' : `; ${erased} erased again`;
}
