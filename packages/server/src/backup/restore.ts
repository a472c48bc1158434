import { forgetAllChanges } from '../changes/change-log.ts';
import { openDatabase, type Database, type Queries } from '../database/database.ts';
import { migrate, missingMigrations, tablesOfMigrations } from '../database/migrate.ts';
import { sql } from '../database/sql.ts';
import { BackupError, rowsOfBackup, type VerifiedBackup, verifyBackup } from './backup-file.ts';
import { columnsOfTable, type DumpedRow, migrationsOf } from './dump.ts';

const BATCH_ROWS = 200;

/** Where a backup goes. */
export interface RestoreTarget {
  readonly databaseUrl: string;
  readonly migrationsDir: string;
}

/**
 * Reads a backup into a database that holds nothing: first the schema it was made with, then its rows, then every
 * newer migration.
 *
 * @throws BackupError when the file is not whole, the database is in use, or a migration is unknown
 */
export async function restoreBackup(file: string, target: RestoreTarget): Promise<VerifiedBackup> {
  const backup = await verifyBackup(file);
  const db = openDatabase(target.databaseUrl);
  try {
    await requireEmpty(db, target.migrationsDir);
    await dropTables(db, target.migrationsDir);
    const applied = await migrate(target.databaseUrl, target.migrationsDir, backup.head.migrations.length);
    if (applied.join() !== backup.head.migrations.join())
      throw new BackupError(
        'This backup was made by a version whose migrations are not these. Use that version.',
      );
    try {
      await db.inLongTransaction((tx) => insertAll(db, tx, file));
      await requireCounts(db, backup.rows);
    } catch (error) {
      await dropTables(db, target.migrationsDir);
      throw error;
    }
  } finally {
    await db.close();
  }
  await migrate(target.databaseUrl, target.migrationsDir);
  const restored = openDatabase(target.databaseUrl);
  try {
    await forgetAllChanges(restored);
  } finally {
    await restored.close();
  }
  return backup;
}

async function tablesOf(db: Database): Promise<readonly string[]> {
  const rows = await db.many<{ name: string }>(sql`
    SELECT TABLE_NAME AS name FROM information_schema.TABLES WHERE TABLE_SCHEMA = DATABASE()`);
  return rows.map((row) => row.name);
}

/** Nothing, or nothing but our own tables without an academy in them. */
async function requireEmpty(db: Database, migrationsDir: string): Promise<void> {
  const tables = await tablesOf(db);
  if (tables.length === 0) return;
  const ours = await tablesOfMigrations(migrationsDir);
  const foreign = tables.filter((name) => !ours.has(name));
  if (foreign.length > 0 || !(await areOurs(db, tables, migrationsDir))) {
    const named = (foreign.length > 0 ? foreign : tables).slice(0, TOLD_TABLES).join(', ');
    throw new BackupError(
      `The database ${db.name} has tables of something else: ${named}. Restore into an empty or new one; nothing was changed.`,
    );
  }
  if (!tables.includes('academy')) return;
  const academy = await db.maybeOne<{ name: string }>(sql`SELECT name FROM academy LIMIT 1`);
  if (academy === undefined) return;
  throw new BackupError(
    `The database ${db.name} holds the academy “${academy.name}”. Restore into an empty or new one; nothing was changed.`,
  );
}

const TOLD_TABLES = 5;

/** Whether tables of our names were made by our migrations. */
async function areOurs(db: Database, tables: readonly string[], migrationsDir: string): Promise<boolean> {
  if (!tables.includes('schema_migration')) return false;
  const known = await missingMigrations(migrationsDir, []);
  return (await migrationsOf(db)).every((name) => known.includes(name));
}

/** Ours alone, and they are empty: no academy, so nothing of one. */
async function dropTables(db: Database, migrationsDir: string): Promise<void> {
  const ours = await tablesOfMigrations(migrationsDir);
  const tables = (await tablesOf(db)).filter((name) => ours.has(name));
  if (tables.length === 0) return;
  await db.inTransaction(async (tx) => {
    await tx.exec(sql`SET foreign_key_checks = 0`);
    await tx.exec({ text: `DROP TABLE ${tables.map((name) => `\`${name}\``).join(', ')}`, values: [] });
    await tx.exec(sql`SET foreign_key_checks = 1`);
  });
}

async function insertAll(db: Database, tx: Queries, file: string): Promise<void> {
  // Rows stand in the order of tables' names; each was held to its references where it was made.
  await tx.exec(sql`SET foreign_key_checks = 0`);
  let table = '';
  let batch: DumpedRow[] = [];
  let known: ReadonlyMap<string, boolean> = new Map();
  const write = async (): Promise<void> => {
    const [first] = batch;
    if (first === undefined) return;
    const columns = Object.keys(first);
    const row = `(${columns.map((column) => (known.get(column) === true ? 'UNHEX(?)' : '?')).join(', ')})`;
    await tx.exec({
      text: `INSERT INTO \`${table}\` (${columns.map((c) => `\`${c}\``).join(', ')}) VALUES ${batch.map(() => row).join(', ')}`,
      values: batch.flatMap((values) => columns.map((column) => values[column] ?? null)),
    });
    batch = [];
  };
  for await (const line of rowsOfBackup(file)) {
    if (line.table !== table || batch.length === BATCH_ROWS) await write();
    if (line.table !== table) {
      table = line.table;
      known = await columnsOfTable(db, table);
    }
    // Names become part of a statement: only those of the schema do.
    const stranger = Object.keys(line.row).find((column) => !known.has(column));
    if (known.size === 0 || stranger !== undefined)
      throw new BackupError(`This backup has a table or column that is not of its version: ${table}.`);
    batch.push(line.row);
  }
  await write();
  await tx.exec(sql`SET foreign_key_checks = 1`);
}

async function requireCounts(db: Database, rows: Readonly<Record<string, number>>): Promise<void> {
  for (const [table, expected] of Object.entries(rows)) {
    const { n } = await db.one<{ n: number }>({ text: `SELECT COUNT(*) AS n FROM \`${table}\``, values: [] });
    if (n !== expected) throw new BackupError(`${table} has ${n} rows and should have ${expected}.`);
  }
}
