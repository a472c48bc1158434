import { randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { type AuditEntryView, type NewStudentLinkView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { writeBackup } from '../backup/backup-file.ts';
import { restoreBackup } from '../backup/restore.ts';
import { openDatabase } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { saveWorkedCheck, workedCheck } from '../test/documents.ts';
import {
  createTestDatabase,
  MIGRATIONS,
  startTestApp,
  type TestApp,
  type TestClient,
} from '../test/test-app.ts';
import { applyTombstones, type Tombstones, tombstonesIn } from './tombstones.ts';

let app: TestApp;
let head: TestClient;
let academyId: string;
let folder: string;
let tombstones: Tombstones;
const listFile = (): string => path.join(folder, 'erased.txt');

beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'lotrecht-erasure-'));
  tombstones = tombstonesIn(listFile());
  app = await startTestApp(undefined, { tombstones });
  academyId = await app.academy('Tarnside');
  head = (await app.signedIn(academyId, 'head')).client;
});
afterAll(async () => {
  await app.stop();
  rmSync(folder, { recursive: true, force: true });
});

/** A student with a row in every table that can hold one. */
async function someoneWithEverything(): Promise<{ readonly studentId: string; readonly address: string }> {
  const { studentId, checkId } = await saveWorkedCheck(head);
  const handOut = { revision: 0, checkId, drillId: 'toe-rod', dose: '', own: '', junior: false };
  await head.put(`/api/hand-outs/${randomUUID()}`, handOut);
  await head.post(`/api/students/${studentId}/consents`, {
    scope: 'link',
    givenBy: 'Ida',
    givenOn: '2026-11-01',
  });
  const sent = await head.post(`/api/students/${studentId}/student-links`, {
    recipient: 'r@post.example',
    days: 7,
  });
  const { address } = sent.body as NewStudentLinkView;
  const self = { takenOn: new Date().toISOString().slice(0, 10), drillDone: true };
  const answer = await app.client().send('PUT', `/api/take-home/self-checks/${randomUUID()}`, self, {
    Authorization: `Bearer ${address.split('#')[1] ?? ''}`,
  });
  expect(answer.status).toBeLessThan(300);
  return { studentId, address };
}

/** Every table with a student in it, by how many rows it has of this one. */
async function traces(studentId: string, db = app.db): Promise<Readonly<Record<string, number>>> {
  const tables = await db.many<{ name: string; column: string }>(sql`
    SELECT TABLE_NAME AS name, COLUMN_NAME AS \`column\` FROM information_schema.COLUMNS
    WHERE TABLE_SCHEMA = DATABASE() AND (COLUMN_NAME = 'student_id' OR (TABLE_NAME = 'student' AND COLUMN_NAME = 'id'))`);
  const counts: Record<string, number> = {};
  for (const { name, column } of tables) {
    const { n } = await db.one<{ n: number }>({
      text: `SELECT COUNT(*) AS n FROM ${name} WHERE ${column} = ?`,
      values: [studentId],
    });
    if (n > 0) counts[name] = n;
  }
  return counts;
}

describe('who was erased', () => {
  it('does not come back by a device that still has them', async () => {
    const { studentId } = await someoneWithEverything();
    await head.post(`/api/students/${studentId}/erase`, { name: 'Runa Feldt' });
    const student = { revision: 0, name: 'Runa Feldt', handedness: 'right', minor: false, notes: '' };
    const answer = await head.put(`/api/students/${studentId}`, student);
    expect(answer).toMatchObject({ status: 410, body: { code: 'erased' } });
    expect((await head.get(`/api/students/${studentId}`)).status).toBe(404);
  });

  it('while checks of theirs are being saved: each is kept before it, or answered 404', async () => {
    for (let round = 0; round < 12; round++) {
      const { studentId, lessonId } = await saveWorkedCheck(head);
      const check = { revision: 0, lessonId, document: workedCheck() };
      const saves = Array.from({ length: 6 }, () => head.put(`/api/checks/${randomUUID()}`, check));
      const erased = head.post(`/api/students/${studentId}/erase`, { name: 'Runa Feldt' });
      for (const { status } of await Promise.all(saves)) expect([200, 404]).toContain(status);
      expect((await erased).status).toBe(204);
      const { n } = await app.db.one<{ n: number }>(
        sql`SELECT COUNT(*) AS n FROM setup_check WHERE student_id = ${studentId}`,
      );
      expect(n).toBe(0);
    }
  });

  it('is erased although the list beside the database cannot be written; it is made whole later', async () => {
    const broken: Tombstones = { ...tombstones, add: () => Promise.reject(new Error('ENOSPC')) };
    const other = await startTestApp(undefined, { tombstones: broken });
    const boss = (await other.signedIn(await other.academy('Full'), 'head')).client;
    const { studentId } = await saveWorkedCheck(boss);
    expect((await boss.post(`/api/students/${studentId}/erase`, { name: 'Runa Feldt' })).status).toBe(204);
    expect((await boss.get(`/api/students/${studentId}`)).status).toBe(404);
    const file = path.join(folder, 'made-whole.txt');
    await applyTombstones(other.db, tombstonesIn(file));
    expect(readFileSync(file, 'utf8')).toContain(studentId);
    await other.stop();
  });
});

describe('erasing a student', () => {
  it('wants the name, from the head alone', async () => {
    const { studentId } = await saveWorkedCheck(head);
    const path = `/api/students/${studentId}/erase`;
    const wrong = await head.post(path, { name: 'Runa' });
    expect(wrong.status).toBe(422);
    expect(wrong.body).toMatchObject({ errors: [{ path: '/name' }] });
    const colleague = (await app.signedIn(academyId, 'instructor')).client;
    expect((await colleague.post(path, { name: 'Runa Feldt' })).status).toBe(403);
    const stranger = (await app.signedIn(await app.academy('Away'), 'head')).client;
    expect((await stranger.post(path, { name: 'Runa Feldt' })).status).toBe(404);
    expect((await head.get(`/api/students/${studentId}`)).status).toBe(200);
  });

  it('leaves the fact and nothing else: rows, letters, links, and who looked', async () => {
    const { studentId, address } = await someoneWithEverything();
    const other = await someoneWithEverything();
    const before = await traces(studentId);
    for (const table of [
      'student',
      'lesson',
      'setup_check',
      'measured_line',
      'hand_out',
      'post_box',
      'self_check',
    ])
      expect([table, before[table] ?? 0]).not.toEqual([table, 0]);
    expect((await head.post(`/api/students/${studentId}/erase`, { name: ' Runa Feldt ' })).status).toBe(204);
    expect(await traces(studentId)).toEqual({ audit_entry: 1, erased_student: 1 });
    const token = address.split('#')[1] ?? '';
    const opened = await app
      .client()
      .send('GET', '/api/take-home', undefined, { Authorization: `Bearer ${token}` });
    expect(opened.status).toBe(404);
    const { n } = await app.db.one<{ n: number }>(sql`
      SELECT COUNT(*) AS n FROM check_version v LEFT JOIN setup_check c
        ON c.academy_id = v.academy_id AND c.id = v.check_id WHERE c.id IS NULL`);
    expect(n).toBe(0);
    const accesses = (await head.get('/api/audit')).body as AuditEntryView[];
    expect(accesses.find((a) => a.action === 'erased')).toMatchObject({ studentName: '' });
    expect((await head.get('/api/erased-students')).body).toContain(studentId);
    expect(Object.keys(await traces(other.studentId))).toEqual(Object.keys(before));
    expect(readFileSync(listFile(), 'utf8')).toContain(`${academyId} ${studentId}\n`);
  });

  it('takes one too whose deletion could still be undone', async () => {
    const { studentId } = await saveWorkedCheck(head);
    await head.delete(`/api/students/${studentId}`);
    expect((await head.post(`/api/students/${studentId}/erase`, { name: 'Runa Feldt' })).status).toBe(204);
    expect((await head.post(`/api/students/${studentId}/restore`, {})).status).toBe(404);
  });
});

describe('a backup from before', () => {
  it('brings nobody back who was erased since', async () => {
    const { studentId } = await someoneWithEverything();
    const stays = await saveWorkedCheck(head);
    const file = path.join(folder, 'before.backup');
    await writeBackup(app.db, file, new Date());
    await head.post(`/api/students/${studentId}/erase`, { name: 'Runa Feldt' });

    const databaseUrl = await createTestDatabase();
    await restoreBackup(file, { databaseUrl, migrationsDir: MIGRATIONS });
    const db = openDatabase(databaseUrl);
    try {
      expect(await traces(studentId, db)).toHaveProperty('student', 1);
      const again = await applyTombstones(db, tombstones);
      expect(again).toBe(1);
      expect(await traces(studentId, db)).toEqual({ erased_student: 1 });
      expect(await traces(stays.studentId, db)).toHaveProperty('student', 1);
      // Nothing to do the second time.
      expect(await applyTombstones(db, tombstones)).toBe(0);
    } finally {
      await db.close();
    }
  });

  it('is held to the database’s own list too, and a list that was lost is written anew', async () => {
    const { studentId } = await saveWorkedCheck(head);
    await head.post(`/api/students/${studentId}/erase`, { name: 'Runa Feldt' });
    const fresh = path.join(folder, 'fresh.txt');
    expect(existsSync(fresh)).toBe(false);
    await applyTombstones(app.db, tombstonesIn(fresh));
    expect(readFileSync(fresh, 'utf8')).toContain(studentId);
  });
});

describe('how long data is kept', () => {
  it('is the head’s to set, and names whose time is over without erasing anyone', async () => {
    const client = (await app.signedIn(await app.academy('Keeping'), 'head')).client;
    const { studentId, lessonId } = await saveWorkedCheck(client);
    const lesson = { revision: 1, studentId, heldOn: '2020-04-17', notes: '' };
    expect((await client.put(`/api/lessons/${lessonId}`, lesson)).status).toBe(200);
    await client.get('/api/roster');
    expect((await client.get('/api/academy/retention')).body).toEqual({ months: null, over: [] });
    const over = [{ studentId, name: 'Runa Feldt', lastLessonOn: '2020-04-17' }];
    expect((await client.put('/api/academy/retention', { months: 24 })).body).toEqual({ months: 24, over });
    expect((await client.put('/api/academy/retention', { months: 600 })).body).toEqual({
      months: 600,
      over: [],
    });
    expect((await client.get(`/api/students/${studentId}`)).status).toBe(200);
    expect((await client.put('/api/academy/retention', { months: 0 })).status).toBe(422);
    expect((await client.put('/api/academy/retention', { months: null })).body).toEqual({
      months: null,
      over: [],
    });
  });
});
