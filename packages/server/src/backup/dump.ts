import { type Database, type Snapshot } from '../database/database.ts';
import { sql, type SqlFragment } from '../database/sql.ts';

/** What a row is in a backup: every column as text, binary ones in hexadecimal. */
export type DumpedRow = Readonly<Record<string, string | null>>;

/** One line of a backup's middle. */
export interface DumpedLine {
  readonly table: string;
  readonly row: DumpedRow;
}

interface Column {
  readonly tableName: string;
  readonly columnName: string;
  readonly dataType: string;
}

/** Who is signed in and where, who was slowed, links to be used once and leases are of the moment; migrations stand in the head. */
const LEFT_OUT = new Set([
  'session',
  'known_device',
  'rate_limit',
  'one_time_link',
  'lease',
  'schema_migration',
  'migration_lease',
]);
const BINARY = new Set(['binary', 'varbinary', 'blob']);

function verbatim(text: string): SqlFragment {
  return { fragment: true, text, values: [] };
}

async function columnsOf(snapshot: Snapshot): Promise<ReadonlyMap<string, readonly Column[]>> {
  const tables = new Map<string, Column[]>();
  const columns = snapshot.stream<Column>(sql`
    SELECT c.TABLE_NAME AS tableName, c.COLUMN_NAME AS columnName, c.DATA_TYPE AS dataType
    FROM information_schema.COLUMNS c
    JOIN information_schema.TABLES t ON t.TABLE_SCHEMA = c.TABLE_SCHEMA AND t.TABLE_NAME = c.TABLE_NAME
    WHERE c.TABLE_SCHEMA = DATABASE() AND t.TABLE_TYPE = 'BASE TABLE' ORDER BY c.TABLE_NAME, c.ORDINAL_POSITION`);
  for await (const column of columns) {
    if (LEFT_OUT.has(column.tableName)) continue;
    tables.set(column.tableName, [...(tables.get(column.tableName) ?? []), column]);
  }
  return tables;
}

/** Every row of the database as it stood at one moment, whatever others write meanwhile. */
export async function* dumpDatabase(snapshot: Snapshot): AsyncGenerator<DumpedLine> {
  for (const [table, columns] of await columnsOf(snapshot)) {
    const asText = columns.map(({ columnName, dataType }) =>
      BINARY.has(dataType)
        ? `HEX(\`${columnName}\`) AS \`${columnName}\``
        : `CAST(\`${columnName}\` AS CHAR) AS \`${columnName}\``,
    );
    const rows = snapshot.stream<DumpedRow>(
      sql`SELECT ${verbatim(asText.join(', '))} FROM ${verbatim(`\`${table}\``)}`,
    );
    for await (const row of rows) yield { table, row };
  }
}

/** The migrations that the database has, oldest first. */
export async function migrationsOf(db: Database): Promise<readonly string[]> {
  const rows = await db.many<{ name: string }>(
    sql`SELECT name FROM schema_migration WHERE finished_at IS NOT NULL ORDER BY name`,
  );
  return rows.map((row) => row.name);
}

/** A table's columns, and whether each holds bytes; none for a table that there is not. */
export async function columnsOfTable(db: Database, table: string): Promise<ReadonlyMap<string, boolean>> {
  const rows = await db.many<{ name: string; dataType: string }>(sql`
    SELECT COLUMN_NAME AS name, DATA_TYPE AS dataType FROM information_schema.COLUMNS
    WHERE TABLE_SCHEMA = DATABASE() AND TABLE_NAME = ${table}`);
  return new Map(rows.map((row) => [row.name, BINARY.has(row.dataType)]));
}
