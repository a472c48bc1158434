import { type Database, openDatabase, type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { type Actor, actorOf } from '../access/actor.ts';
import { listChecksOfStudent } from '../checks/check-repository.ts';
import { listLessonsBefore, listLessonsOfDay, listLessonsOfStudent } from '../lessons/lesson-repository.ts';
import { listStudents } from '../students/student-repository.ts';
import { type Figure } from './figures.ts';

/** Rows that storage handed up for one query, by MariaDB's own count. */
export async function rowsRead(
  db: Database,
  query: (tx: Queries) => Promise<number>,
): Promise<{ readonly rows: number; readonly shown: number }> {
  return db.inTransaction(async (tx) => {
    const count = async (): Promise<number> => {
      const rows = await tx.many<{ Value: string }>(sql`SHOW SESSION STATUS LIKE 'Rows_read'`);
      return Number(rows[0]?.Value ?? 0);
    };
    const before = await count();
    const shown = await query(tx);
    return { rows: (await count()) - before, shown };
  });
}

/** Rows examined per list query, as a head has them. @param email whose; their academy has students with lessons */
export async function benchRows(databaseUrl: string, email: string): Promise<readonly Figure[]> {
  const db = openDatabase(databaseUrl);
  const actor = actorOf(
    await db.one<Omit<Actor, 'sees'>>(sql`
      SELECT academy_id AS academyId, id AS instructorId, role FROM instructor WHERE email = ${email}`),
  );
  const { academyId } = actor;
  const { id: studentId } = await db.one<{ id: string }>(sql`
    SELECT id FROM student WHERE academy_id = ${academyId} ORDER BY name LIMIT 1`);
  const { day } = await db.one<{ day: string }>(sql`
    SELECT MAX(held_on) AS day FROM lesson WHERE academy_id = ${academyId}`);
  const lists: Readonly<Record<string, (tx: Queries) => Promise<number>>> = {
    'students of an academy': async (tx) => (await listStudents(tx, actor)).students.length,
    'lessons of a student': async (tx) =>
      (await listLessonsOfStudent(tx, actor, { studentId })).lessons.length,
    'checks of a student': async (tx) => (await listChecksOfStudent(tx, actor, studentId)).length,
    'lessons of a day': async (tx) => (await listLessonsOfDay(tx, actor, day)).length,
    'the twelve lessons before': async (tx) => (await listLessonsBefore(tx, actor, day, 12)).length,
  };
  const figures: Figure[] = [];
  for (const [name, query] of Object.entries(lists)) {
    const { rows, shown } = await rowsRead(db, query);
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
