import { randomUUID } from 'node:crypto';
import { type TeeSheetEntry, type TodayView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { refreshStandings } from './refresh-standings.ts';
import { saveWorkedCheck, workedCheck } from '../test/documents.ts';
import { startTestApp, type TestApp } from '../test/test-app.ts';

let app: TestApp;
beforeAll(async () => {
  app = await startTestApp();
});
afterAll(() => app.stop());

const cold = {
  circumstances: { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' },
  record: { revealed: true },
} as const;

describe('what the last blind baseline left to watch', () => {
  it('is of the newest before the day that is asked for, and the same as it is kept and as it is computed', async () => {
    const academyId = await app.academy('Tarnside');
    const { client } = await app.signedIn(academyId, 'head');
    const { studentId } = await saveWorkedCheck(client, 'right', {
      ...cold,
      document: workedCheck('right', 602, 1),
    });
    const lessonId = randomUUID();
    await client.put(`/api/lessons/${lessonId}`, { revision: 0, studentId, heldOn: '2026-04-24', notes: '' });
    const later = { revision: 0, lessonId, document: workedCheck('right', 572, 1), ...cold };
    expect((await client.put(`/api/checks/${randomUUID()}`, later)).status).toBe(200);
    const seenOn = async (day: string): Promise<TeeSheetEntry | undefined> => {
      const { lessons, earlier } = (await client.get(`/api/today/${day}`)).body as TodayView;
      return [...lessons, ...earlier].find((entry) => entry.studentId === studentId);
    };
    const days = ['2026-04-17', '2026-04-24', '2026-04-25', '2026-05-30'];
    const kept = [];
    for (const day of days) kept.push((await seenOn(day))?.lastCold);
    expect(kept.map((view) => view?.heldOn)).toEqual([undefined, '2026-04-17', '2026-04-24', '2026-04-24']);
    // The toes are four degrees closed at first and square afterwards: another line is to be watched.
    expect(kept[1]?.watch?.line).toBe('toes');
    expect(kept[2]?.watch?.line).not.toBe('toes');
    await refreshStandings(app.db, { limit: 100 });
    const { n } = await app.db.one<{ n: number }>(
      sql`SELECT JSON_LENGTH(last_colds) AS n FROM student_standing WHERE student_id = ${studentId}`,
    );
    expect(n).toBe(2);
    await app.db.exec(sql`UPDATE student_standing SET last_colds = NULL WHERE student_id = ${studentId}`);
    await app.db.exec(
      sql`INSERT INTO standing_due (academy_id, student_id) VALUES (${academyId}, ${studentId})`,
    );
    for (const [index, day] of days.entries()) expect((await seenOn(day))?.lastCold).toEqual(kept[index]);
  });
});
