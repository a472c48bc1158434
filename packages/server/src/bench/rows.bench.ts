import { type Database, openDatabase } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { type Actor } from '../access/actor.ts';
import { listChecksOfStudent } from '../checks/check-repository.ts';
import { listLessonsBefore, listLessonsOfDay, listLessonsOfStudent } from '../lessons/lesson-repository.ts';
import { listStudents } from '../students/student-repository.ts';
import { type Figure } from './figures.ts';

/** Rows that storage handed up for one query, by MariaDB's own count. */
async function rowsRead(
  db: Database,
  query: (tx: Parameters<typeof listStudents>[0]) => Promise<{ length: number }>,
): Promise<{ rows: number; shown: number }> {
  return db.inTransaction(async (tx) => {
    const count = async (): Promise<number> => {
      const rows = await tx.many<{ Value: string }>(sql`SHOW SESSION STATUS LIKE 'Rows_read'`);
      return Number(rows[0]?.Value ?? 0);
    };
    const before = await count();
    const shown = (await query(tx)).length;
    return { rows: (await count()) - before, shown };
  });
}

/** Rows examined per list query on the demo academy. */
export async function benchRows(databaseUrl: string): Promise<readonly Figure[]> {
  const db = openDatabase(databaseUrl);
  const actor = await db.one<Actor>(sql`
    SELECT academy_id AS academyId, id AS instructorId, role FROM instructor WHERE email = 'marit@tarnside.example'`);
  const { id: studentId } = await db.one<{ id: string }>(sql`
    SELECT id FROM student WHERE academy_id = ${actor.academyId} ORDER BY name LIMIT 1`);
  const { day } = await db.one<{ day: string }>(sql`SELECT MAX(held_on) AS day FROM lesson`);
  const lists = {
    'students of an academy': async (tx: never) => (await listStudents(tx, actor)).students,
    'lessons of a student': async (tx: never) =>
      (await listLessonsOfStudent(tx, actor, { studentId })).lessons,
    'checks of a student': (tx: never) => listChecksOfStudent(tx, actor, studentId),
    'lessons of a day': (tx: never) => listLessonsOfDay(tx, actor, day),
    'the twelve lessons before': (tx: never) => listLessonsBefore(tx, actor, day, 12),
  };
  const figures: Figure[] = [];
  for (const [name, query] of Object.entries(lists)) {
    const { rows, shown } = await rowsRead(db, query as never);
    figures.push({
      name: `rows read for ${name}`,
      value: rows,
      unit: 'rows',
      ratio: rows / Math.max(1, shown),
      base: `${shown} shown`,
    });
  }
  await db.close();
  return figures;
}
