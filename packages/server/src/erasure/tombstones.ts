import { appendFile, readFile } from 'node:fs/promises';
import { type Database } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { type Erased, eraseStudent } from './erase-student.ts';

/** Who was erased, kept outside the database: an older backup that takes its place must not bring anyone back. */
export interface Tombstones {
  all(): Promise<readonly Erased[]>;
  add(erased: Erased): Promise<void>;
}

/** Where nothing outlives the database. */
export const NO_TOMBSTONES: Tombstones = {
  all: async () => [],
  add: async () => undefined,
};

/** A file with a line for each: ids and nothing else. */
export function tombstonesIn(file: string): Tombstones {
  return {
    all: async () => {
      const text = await readFile(file, 'utf8').catch((error: NodeJS.ErrnoException) => {
        if (error.code === 'ENOENT') return '';
        throw error;
      });
      // A line that was cut off by a crash is in the database's own list too.
      return text.split('\n').flatMap((line) => {
        const [academyId, studentId] = line.split(' ');
        return academyId === undefined || studentId?.length !== UUID_LENGTH ? [] : [{ academyId, studentId }];
      });
    },
    add: async ({ academyId, studentId }) => {
      await appendFile(file, `${academyId} ${studentId}\n`, { mode: 0o600 });
    },
  };
}

const UUID_LENGTH = 36;

/** Adds who was erased by another server to the list outside the database: each server has one of its own. */
export async function noteErasedElsewhere(db: Database, tombstones: Tombstones): Promise<void> {
  const known = new Set((await tombstones.all()).map(keyOf));
  for (const erased of await listEveryErased(db)) {
    if (!known.has(keyOf(erased))) await tombstones.add(erased);
  }
}

function keyOf({ academyId, studentId }: Erased): string {
  return `${academyId} ${studentId}`;
}

function listEveryErased(db: Database): Promise<readonly Erased[]> {
  return db.many<Erased>(sql`SELECT academy_id AS academyId, student_id AS studentId FROM erased_student`);
}

/**
 * Brings the list outside and the database's own together before anyone is served: whoever stands in either is erased
 * and stands in both.
 *
 * @returns how many students had come back and were erased again
 */
export async function applyTombstones(db: Database, tombstones: Tombstones): Promise<number> {
  const outside = await tombstones.all();
  const inside = await listEveryErased(db);
  await noteErasedElsewhere(db, tombstones);
  let again = 0;
  for (const erased of [...outside, ...inside]) {
    const back = await db.maybeOne(sql`
      SELECT id FROM student WHERE academy_id = ${erased.academyId} AND id = ${erased.studentId}`);
    if (back !== undefined) again += 1;
    const listed = inside.some((other) => keyOf(other) === keyOf(erased));
    if (back !== undefined || !listed) await db.inTransaction((tx) => eraseStudent(tx, erased));
  }
  return again;
}
