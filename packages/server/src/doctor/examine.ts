import { statfs } from 'node:fs/promises';
import { type Database } from '../database/database.ts';
import { type Sql, sql } from '../database/sql.ts';
import { migrationsOf } from '../backup/dump.ts';
import { missingMigrations } from '../database/migrate.ts';
import { looseRows, NAMED_RECORDS } from '../records/named-records.ts';
import { whatIsLoose } from './mend.ts';
import { COMPUTES, type Recomputation, recomputeAll } from './recompute.ts';

/** One thing that was looked at. */
interface Finding {
  readonly what: string;
  readonly well: boolean;
  readonly said: string;
}

/** Everything that was looked at. */
export interface Examination {
  readonly findings: readonly Finding[];
  readonly recomputed: Recomputation;
}

const GIGABYTE = 1e9;
const LEAST_FREE_GB = 1;

interface Looked {
  readonly what: string;
  /** A kind’s own, which a database that is not migrated may not have yet. */
  readonly table?: string;
  readonly count: Sql;
  /** What mends it, where something does. */
  readonly mend?: string;
}

/** Rows that point at nothing or do not fit each other, where no foreign key holds them. */
const ORPHANS: readonly Looked[] = [
  {
    what: 'checks without the version they name',
    count: sql`
      SELECT COUNT(*) AS n FROM setup_check c WHERE NOT EXISTS (
        SELECT 1 FROM check_version v
        WHERE v.academy_id = c.academy_id AND v.check_id = c.id AND v.revision = c.revision)`,
  },
  {
    what: 'self-checks whose check is not there',
    count: sql`
      SELECT COUNT(*) AS n FROM self_check f WHERE f.check_id IS NOT NULL AND NOT EXISTS (
        SELECT 1 FROM setup_check c WHERE c.academy_id = f.academy_id AND c.id = f.check_id)`,
  },
  {
    what: 'audit entries about nobody',
    count: sql`
      SELECT COUNT(*) AS n FROM audit_entry a WHERE NOT EXISTS (
        SELECT 1 FROM student s WHERE s.academy_id = a.academy_id AND s.id = a.student_id)
      AND NOT EXISTS (
        SELECT 1 FROM erased_student e WHERE e.academy_id = a.academy_id AND e.student_id = a.student_id)`,
  },
  ...NAMED_RECORDS.map((named): Looked => {
    const { text, values } = looseRows(named);
    return {
      what: whatIsLoose(named),
      table: named.kind.table,
      count: { text: `SELECT COUNT(*) AS n ${text}`, values },
      mend: 'lotrecht doctor --mend takes the name out of them, and keeps the rest',
    };
  }),
  {
    // Of one hand each: corrected by setting the student's hand to the other, and back.
    what: 'checks of the other hand than their student’s',
    count: sql`
      SELECT COUNT(*) AS n FROM setup_check c
      JOIN student s ON s.academy_id = c.academy_id AND s.id = c.student_id
      JOIN lesson l ON l.academy_id = c.academy_id AND l.id = c.lesson_id
      JOIN check_version v ON v.academy_id = c.academy_id AND v.check_id = c.id AND v.revision = c.revision
      WHERE c.deleted_at IS NULL AND l.deleted_at IS NULL AND s.deleted_at IS NULL
        AND JSON_VALUE(v.document, '$.handedness') <> s.handedness`,
  },
  {
    what: 'erased students who are still there',
    count: sql`
      SELECT COUNT(*) AS n FROM erased_student e
      JOIN student s ON s.academy_id = e.academy_id AND s.id = e.student_id`,
  },
  {
    what: 'lines that are not those of their check’s newest result',
    count: sql`
      SELECT COUNT(*) AS n FROM measured_line m
      JOIN setup_check c ON c.academy_id = m.academy_id AND c.id = m.check_id
      JOIN check_version v ON v.academy_id = c.academy_id AND v.check_id = c.id AND v.revision = c.revision
      WHERE NOT (m.student_id = c.student_id) OR NOT COALESCE(ABS(m.handed_azimuth_deg -
        CAST(JSON_VALUE(v.result, CONCAT('$.lines.', m.line, '.handedAzimuthDeg')) AS DOUBLE)) < 1e-9, FALSE)`,
  },
];

/** Looks at everything and changes nothing. */
export async function examine(
  db: Database,
  where: { readonly migrationsDir: string; readonly dataDir: string | undefined },
): Promise<Examination> {
  const findings: Finding[] = [await versions(db), await migrations(db, where.migrationsDir), await size(db)];
  if (where.dataDir !== undefined) findings.push(await freeSpace(where.dataDir));
  // That a table is missing is said with its migration.
  const there = await tableNames(db);
  const looked = ORPHANS.filter(({ table }) => table === undefined || there.has(table));
  // A look at everything takes longer than a page may.
  const counts = await db.inLongTransaction((tx) =>
    Promise.all(looked.map(({ count }) => tx.one<{ n: number }>(count))),
  );
  for (const [index, { what, mend }] of looked.entries()) {
    const n = counts[index]?.n ?? 0;
    const found = mend === undefined ? String(n) : `${n}: ${mend}`;
    findings.push({ what, well: n === 0, said: n === 0 ? 'none' : found });
  }
  const recomputed = await recomputeAll(db);
  findings.push(recomputation(recomputed), measured(recomputed));
  return { findings, recomputed };
}

async function tableNames(db: Database): Promise<ReadonlySet<string>> {
  const rows = await db.many<{ name: string }>(sql`
    SELECT TABLE_NAME AS name FROM information_schema.TABLES WHERE TABLE_SCHEMA = DATABASE()`);
  return new Set(rows.map(({ name }) => name));
}

async function versions(db: Database): Promise<Finding> {
  const { version } = await db.one<{ version: string }>(sql`SELECT VERSION() AS version`);
  return {
    what: 'versions',
    well: true,
    said: `core ${COMPUTES}, Node.js ${process.versions.node}, MariaDB ${version}`,
  };
}

async function migrations(db: Database, dir: string): Promise<Finding> {
  const missing = await missingMigrations(dir, await migrationsOf(db));
  return {
    what: 'migrations',
    well: missing.length === 0,
    said: missing.length === 0 ? 'all applied' : `missing: ${missing.join(', ')}. Start the server once.`,
  };
}

async function size(db: Database): Promise<Finding> {
  const { bytes } = await db.one<{ bytes: number | null }>(sql`
    SELECT SUM(DATA_LENGTH + INDEX_LENGTH) AS bytes FROM information_schema.TABLES WHERE TABLE_SCHEMA = DATABASE()`);
  return { what: 'database', well: true, said: `${((bytes ?? 0) / GIGABYTE).toFixed(3)} GB` };
}

async function freeSpace(dir: string): Promise<Finding> {
  const { bavail, bsize } = await statfs(dir);
  const free = (bavail * bsize) / GIGABYTE;
  const advice = free < LEAST_FREE_GB ? ': make room before the database stands still' : '';
  return { what: 'free space', well: free >= LEAST_FREE_GB, said: `${free.toFixed(1)} GB${advice}` };
}

/** They stay readable and are no fault of the database: whoever typed them can correct them. */
function measured({ unmeasured }: Recomputation): Finding {
  const named = unmeasured.map(({ checkId }) => checkId).join(', ');
  return {
    what: 'checks with readings that cannot have been measured',
    well: true,
    said: unmeasured.length === 0 ? 'none' : `${named}: open and correct them`,
  };
}

function recomputation({ results, byCore }: Recomputation): Finding {
  const different = Object.entries(byCore).filter(([, count]) => count.different > 0);
  // An older core may have come to other figures: that is told, and is no fault.
  const well = different.every(([core]) => core !== COMPUTES);
  const said = different
    .map(([core, count]) => `${count.different} of ${count.results} by core ${core} differ`)
    .join(', ');
  return { what: 'results computed again', well, said: said === '' ? `${results}, all the same` : said };
}
