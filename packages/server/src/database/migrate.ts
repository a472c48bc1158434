import { createHash } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import mysql from 'mysql2/promise';
import { connectionOptions } from './connection-options.ts';
import { underMigrationLease } from './migration-lease.ts';

/** A migration that cannot be applied; `message` says what happened and what to do. */
export class MigrationError extends Error {
  override readonly name = 'MigrationError';
}

interface MigrationFile {
  readonly name: string;
  readonly checksum: string;
  readonly statements: string;
}

interface AppliedMigration {
  readonly name: string;
  readonly checksum: string;
  readonly finished_at: string | null;
}

async function readMigrations(dir: string): Promise<MigrationFile[]> {
  const files = (await readdir(dir)).filter((f) => f.endsWith('.sql')).toSorted();
  return Promise.all(
    files.map(async (file, index) => {
      const number = String(index + 1).padStart(4, '0');
      if (!file.startsWith(`${number}-`)) {
        throw new MigrationError(`Migration ${number} is missing: found ${file} in its place.`);
      }
      const statements = await readFile(path.join(dir, file), 'utf8');
      return { name: file, statements, checksum: createHash('sha256').update(statements).digest('hex') };
    }),
  );
}

/**
 * Brings the database to the newest migration, under a lease, so that servers starting together migrate once.
 *
 * Forward only. DDL commits by itself in MariaDB, so a migration that broke off half-way is refused by name instead
 * of being run again over its own remains.
 *
 * @param upTo so many of the files, oldest first; default all
 * @returns names of the migrations applied now
 * @throws MigrationError when an applied file was changed, broke off, or is unknown to this version
 */
export async function migrate(
  databaseUrl: string,
  dir: string,
  upTo = Number.POSITIVE_INFINITY,
): Promise<readonly string[]> {
  const files = (await readMigrations(dir)).slice(0, upTo);
  const done = await underMigrationLease(databaseUrl, async () => {
    const connection = await mysql.createConnection({
      ...connectionOptions(databaseUrl),
      multipleStatements: true,
    });
    try {
      return await applyMissing(connection, files);
    } finally {
      await connection.end();
    }
  });
  if (done === undefined) {
    throw new MigrationError(
      'Another server has been migrating this database for a minute. Try again when it is done.',
    );
  }
  return done.result;
}

/** Migrations that a database which has these would still be given; all of them where it has none. */
export async function missingMigrations(dir: string, applied: readonly string[]): Promise<readonly string[]> {
  return (await readMigrations(dir)).map((file) => file.name).filter((name) => !applied.includes(name));
}

/** Every table that migrations make, the one they are counted in, and the one that lets one server migrate. */
export async function tablesOfMigrations(dir: string): Promise<ReadonlySet<string>> {
  const texts = (await readMigrations(dir)).map((file) => file.statements);
  const made = texts.flatMap((text) =>
    [...text.matchAll(/^CREATE TABLE (\w+)/gm)].map(([, name = '']) => name),
  );
  return new Set([...made, 'schema_migration', 'migration_lease']);
}

async function applyMissing(
  connection: mysql.Connection,
  files: readonly MigrationFile[],
): Promise<string[]> {
  await connection.query(`CREATE TABLE IF NOT EXISTS schema_migration (
    name VARCHAR(120) NOT NULL PRIMARY KEY,
    checksum CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    started_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
    finished_at DATETIME(3) NULL
  )`);
  const [rows] = await connection.query(
    'SELECT name, checksum, finished_at FROM schema_migration ORDER BY name',
  );
  const applied = rows as AppliedMigration[];
  requireKnown(applied, files);
  const missing = files.slice(applied.length);
  for (const { name, checksum, statements } of missing) {
    await connection.query('INSERT INTO schema_migration (name, checksum) VALUES (?, ?)', [name, checksum]);
    await connection.query(statements);
    await connection.query('UPDATE schema_migration SET finished_at = UTC_TIMESTAMP(3) WHERE name = ?', [
      name,
    ]);
  }
  return missing.map((m) => m.name);
}

function requireKnown(applied: readonly AppliedMigration[], files: readonly MigrationFile[]): void {
  applied.forEach((row, index) => {
    const file = files[index];
    if (file?.name !== row.name) {
      throw new MigrationError(
        `The database has migration ${row.name}, which this version does not know. Start the newer version.`,
      );
    }
    if (row.finished_at === null) {
      throw new MigrationError(
        `Migration ${row.name} broke off half-way. Restore the last backup, or drop the database and start again.`,
      );
    }
    if (file.checksum !== row.checksum) {
      throw new MigrationError(
        `Migration ${row.name} was changed after it had been applied. Put the original file back.`,
      );
    }
  });
}
