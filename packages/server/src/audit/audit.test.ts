import { type AcademyEventView, type AuditEntryView } from '@lotrecht/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { saveWorkedCheck } from '../test/documents.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

let app: TestApp;
let head: TestClient;
let colleague: TestClient;

beforeAll(async () => {
  app = await startTestApp();
  const academyId = await app.academy('Tarnside');
  head = (await app.signedIn(academyId, 'head')).client;
  colleague = (await app.signedIn(academyId, 'instructor')).client;
});
afterAll(() => app.stop());

describe('who looked at whom', () => {
  it('is noted once for looks that follow each other, also when they come together', async () => {
    for (let round = 0; round < 8; round++) {
      const { studentId } = await saveWorkedCheck(head);
      const answers = await Promise.all(
        Array.from({ length: 24 }, (_, i) =>
          head.get(i % 2 === 0 ? `/api/students/${studentId}` : `/api/students/${studentId}/lines`),
        ),
      );
      expect(answers.map((a) => a.status)).toEqual(answers.map(() => 200));
      const { n } = await app.db.one<{ n: number }>(sql`
        SELECT COUNT(*) AS n FROM audit_entry WHERE student_id = ${studentId} AND action = 'seen'`);
      // Looks in the same moment may each be the first.
      expect(n).toBeGreaterThanOrEqual(1);
      await head.get(`/api/students/${studentId}`);
      const later = await app.db.one<{ n: number }>(sql`
        SELECT COUNT(*) AS n FROM audit_entry WHERE student_id = ${studentId} AND action = 'seen'`);
      expect(later.n).toBe(n);
    }
  });

  it('names who did what, and is for the head alone', async () => {
    const { studentId } = await saveWorkedCheck(colleague);
    await head.get(`/api/students/${studentId}`);
    const entries = (await head.get('/api/audit')).body as AuditEntryView[];
    expect(entries.slice(0, 3).map((e) => [e.instructorName, e.action])).toContainEqual(['An head', 'seen']);
    expect(entries.some((e) => e.instructorName === 'An instructor' && e.action === 'changed')).toBe(true);
    expect((await colleague.get('/api/audit')).status).toBe(403);
  });
});

describe('what was done with the academy as a whole', () => {
  it('is noted with who did it and with what, newest first, and is for its own head alone', async () => {
    const academyId = await app.academy('Of events');
    const [boss, one] = [await app.signedIn(academyId, 'head'), await app.signedIn(academyId, 'instructor')];
    const path = `/api/instructors/${one.actor.instructorId}`;
    for (const done of [
      await boss.client.file('GET', '/api/academy/export'),
      await boss.client.file('GET', '/api/academy/tables/student'),
      await boss.client.put('/api/academy/retention', { months: 24 }),
      await boss.client.put(path, { suspended: true }),
      await boss.client.put(path, { suspended: false }),
    ])
      expect(done.status).toBeLessThan(300);
    // Refused: nothing was done.
    await boss.client.put(`/api/instructors/${boss.actor.instructorId}`, { suspended: true });
    const { body } = await boss.client.get('/api/academy/events');
    const events = body as AcademyEventView[];
    expect(events.map((e) => [e.instructorName, e.action, e.detail])).toEqual([
      ['An head', 'let-in', 'An instructor'],
      ['An head', 'suspended', 'An instructor'],
      ['An head', 'retention-set', '24 months'],
      ['An head', 'table-exported', 'student'],
      ['An head', 'exported', ''],
    ]);
    expect((await head.get('/api/academy/events')).body).toEqual([]);
  });
});
