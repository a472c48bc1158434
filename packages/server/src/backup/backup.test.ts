import { randomUUID } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { wholeAcademy } from '../access/scope.ts';
import { listChanges } from '../changes/change-log.ts';
import { type Database, openDatabase } from '../database/database.ts';
import { migrate, tablesOfMigrations } from '../database/migrate.ts';
import { sql } from '../database/sql.ts';
import { exportAcademy } from '../exchange/export-academy.ts';
import { saveWorkedCheck, workedCheck } from '../test/documents.ts';
import { createDemoDatabase } from '../test/demo-database.ts';
import {
  createMigratedDatabase,
  createTestDatabase,
  MIGRATIONS,
  serveTestApp,
  type TestApp,
  type TestClient,
} from '../test/test-app.ts';
import { verifyBackup, writeBackup } from './backup-file.ts';
import { restoreBackup } from './restore.ts';

let app: TestApp;
let client: TestClient;
let academyId: string;
let folder: string;
const opened: Database[] = [];

beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'lotrecht-backup-'));
  app = await serveTestApp(await createDemoDatabase());
  academyId = await app.academy('Away');
  client = (await app.signedIn(academyId, 'head')).client;
  const { studentId } = await saveWorkedCheck(client);
  await client.post(`/api/students/${studentId}/student-links`, { recipient: 'runa@post.example', days: 7 });
});
afterAll(async () => {
  await Promise.all(opened.map((db) => db.close()));
  await app.stop();
  rmSync(folder, { recursive: true, force: true });
});

const fileNamed = (name: string): string => path.join(folder, name);

async function restoredFrom(file: string): Promise<{ readonly db: Database; readonly databaseUrl: string }> {
  const databaseUrl = await createTestDatabase();
  await restoreBackup(file, { databaseUrl, migrationsDir: MIGRATIONS });
  const db = openDatabase(databaseUrl);
  opened.push(db);
  return { db, databaseUrl };
}

async function everything(db: Database): Promise<readonly string[]> {
  const academies = await db.many<{ id: string }>(sql`SELECT id FROM academy ORDER BY id`);
  const lines: string[] = [];
  for (const { id } of academies) {
    for await (const line of exportAcademy(db, { academyId: id, studentId: null }))
      lines.push(JSON.stringify(line));
  }
  return lines;
}

describe('a backup', () => {
  it('brings back every row of every academy, with passwords and links, but nobody signed in', async () => {
    const file = fileNamed('whole.backup');
    const { rows } = await writeBackup(app.db, file, new Date());
    expect(readdirSync(folder)).toEqual(['whole.backup']);
    const { db } = await restoredFrom(file);
    expect(await everything(db)).toEqual(await everything(app.db));
    // What devices are told of changes begins anew.
    for (const table of Object.keys(rows).filter((name) => !/change/.test(name))) {
      const all = { text: `SELECT * FROM ${table}`, values: [] };
      const [there, here] = await Promise.all([db.many(all), app.db.many(all)]);
      const texts = (list: readonly unknown[]): string[] => list.map((row) => JSON.stringify(row)).toSorted();
      expect([table, texts(there)]).toEqual([table, texts(here)]);
    }
    expect(rows['student_link']).toBe(1);
    expect(await db.many(sql`SELECT token_hash FROM session`)).toEqual([]);
    expect(await migrate((await restoredFrom(file)).databaseUrl, MIGRATIONS)).toEqual([]);
  });

  it('has devices begin anew: what they know may never have been', async () => {
    const scope = wholeAcademy(academyId);
    const file = fileNamed('devices.backup');
    await writeBackup(app.db, file, new Date());
    const { next: known } = await listChanges(app.db, scope, undefined);
    expect(known).toBeGreaterThan(0);
    const { db } = await restoredFrom(file);
    await expect(listChanges(db, scope, known)).rejects.toMatchObject({ detail: { status: 410 } });
    // Restored once more, and changed meanwhile: of what is known from there, nothing is believed either.
    const { next: knownThere } = await listChanges(db, scope, undefined);
    await new Promise((resolve) => setTimeout(resolve, 5));
    const { db: again } = await restoredFrom(file);
    await expect(listChanges(again, scope, knownThere)).rejects.toMatchObject({ detail: { status: 410 } });
    const { next } = await listChanges(again, scope, undefined);
    expect(await listChanges(again, scope, next)).toEqual({ changes: [], next, more: false });
  });

  it('taken while checks are being saved has every one that was acknowledged before, whole', async () => {
    const { lessonId } = await saveWorkedCheck(client);
    const acknowledged: string[] = [];
    let writing = true;
    const writers = Array.from({ length: 4 }, async () => {
      while (writing) {
        const id = randomUUID();
        const body = {
          revision: 0,
          lessonId,
          document: workedCheck('right', 590 + (acknowledged.length % 20)),
        };
        if ((await client.put(`/api/checks/${id}`, body)).status === 200) acknowledged.push(id);
      }
    });
    while (acknowledged.length < 40) await new Promise((resolve) => setTimeout(resolve, 5));
    const before = [...acknowledged];
    const file = fileNamed('busy.backup');
    await writeBackup(app.db, file, new Date());
    const meanwhile = acknowledged.length - before.length;
    writing = false;
    await Promise.all(writers);
    const { db } = await restoredFrom(file);
    const restored = await db.many<{ id: string; version: string | null; n: number }>(sql`
      SELECT c.id, v.save_key AS version,
             (SELECT COUNT(*) FROM measured_line m WHERE m.academy_id = c.academy_id AND m.check_id = c.id) AS n
      FROM setup_check c LEFT JOIN check_version v
        ON v.academy_id = c.academy_id AND v.check_id = c.id AND v.revision = c.revision
      WHERE c.lesson_id = ${lessonId}`);
    const ids = new Set(restored.map((row) => row.id));
    expect(before.filter((id) => !ids.has(id))).toEqual([]);
    expect(meanwhile).toBeGreaterThan(0);
    expect(restored.filter((row) => row.version === null || row.n !== 2)).toEqual([]);
  });

  it('of an earlier version comes back in its own schema, and then up to today’s', async () => {
    const earlier = await createTestDatabase();
    const old = openDatabase(earlier);
    opened.push(old);
    const applied = await migrate(earlier, MIGRATIONS, 2);
    await old.exec(sql`INSERT INTO academy (id, name) VALUES (${randomUUID()}, 'Of old')`);
    const file = fileNamed('old.backup');
    expect((await writeBackup(old, file, new Date())).head.migrations).toEqual(applied);
    const { db } = await restoredFrom(file);
    expect(await db.many(sql`SELECT name, retention_months AS months FROM academy`)).toEqual([
      { name: 'Of old', months: null },
    ]);
  });

  it('goes into no database that is in use', async () => {
    const file = fileNamed('whole.backup');
    const target = { databaseUrl: app.databaseUrl, migrationsDir: MIGRATIONS };
    const before = await everything(app.db);
    await expect(restoreBackup(file, target)).rejects.toThrow(/holds the academy .*nothing was changed/);
    expect(await everything(app.db)).toEqual(before);
  });
});

describe('a database of something else', () => {
  it('is refused as it is: with tables of its own, or with ours beside them', async () => {
    for (const also of [
      [],
      ['CREATE TABLE academy (id INT)'],
      ['CREATE TABLE schema_migration (name INT)'],
    ]) {
      const databaseUrl = await createTestDatabase();
      const other = openDatabase(databaseUrl);
      for (const text of ['CREATE TABLE invoice (id INT)', 'INSERT INTO invoice VALUES (7)', ...also])
        await other.exec({ text, values: [] });
      const target = { databaseUrl, migrationsDir: MIGRATIONS };
      await expect(restoreBackup(fileNamed('whole.backup'), target)).rejects.toThrow(
        /something else: .*invoice/,
      );
      expect(await other.many({ text: 'SELECT id FROM invoice', values: [] })).toEqual([{ id: 7 }]);
      await other.close();
    }
  });

  it('and ours are those that migrations make', async () => {
    const databaseUrl = await createMigratedDatabase();
    const db = openDatabase(databaseUrl);
    const tables = await db.many<{ name: string }>(sql`
      SELECT TABLE_NAME AS name FROM information_schema.TABLES WHERE TABLE_SCHEMA = DATABASE()`);
    expect(new Set(tables.map(({ name }) => name))).toEqual(await tablesOfMigrations(MIGRATIONS));
    await db.close();
  });
});

describe('a file', () => {
  const whole = (): readonly string[] =>
    gunzipSync(readFileSync(fileNamed('whole.backup')))
      .toString('utf8')
      .trimEnd()
      .split('\n');
  const written = (name: string, lines: readonly string[]): string => {
    writeFileSync(fileNamed(name), gzipSync(`${lines.join('\n')}\n`));
    return fileNamed(name);
  };

  it.each([
    ['cut off by lines', (lines: readonly string[]) => lines.slice(0, -1), /cut off/],
    [
      'with one digit changed',
      (lines: readonly string[]) => lines.map((l) => l.replace('"571"', '"572"').replace('571', '572')),
      /digest/,
    ],
    ['with a row missing', (lines: readonly string[]) => lines.filter((_, i) => i !== 7), /digest/],
    [
      'with something behind it',
      (lines: readonly string[]) => [...lines, '{"table":"academy","row":{}}'],
      /behind the end/,
    ],
    ['of another kind', () => ['{"format":"lotrecht-check"}'], /no backup/],
    [
      'of a newer version',
      (lines: readonly string[]) => [(lines[0] ?? '').replace('"version":1', '"version":2')],
      /newer program/,
    ],
  ])('%s is refused before anything is touched', async (_name, change, message) => {
    const file = written('broken.backup', change(whole()));
    const databaseUrl = await createTestDatabase();
    await expect(restoreBackup(file, { databaseUrl, migrationsDir: MIGRATIONS })).rejects.toThrow(message);
    const db = openDatabase(databaseUrl);
    opened.push(db);
    expect(await db.many(sql`SHOW TABLES`)).toEqual([]);
  });

  it('cut off by bytes, or of no kind at all, is refused', async () => {
    const bytes = readFileSync(fileNamed('whole.backup'));
    writeFileSync(fileNamed('bytes.backup'), bytes.subarray(0, bytes.length - 2000));
    await expect(verifyBackup(fileNamed('bytes.backup'))).rejects.toThrow(/damaged or cut off/);
    writeFileSync(fileNamed('text.backup'), 'not compressed');
    await expect(verifyBackup(fileNamed('text.backup'))).rejects.toThrow(/no backup/);
    await expect(verifyBackup(fileNamed('none.backup'))).rejects.toThrow(/There is no file/);
  });

  it('made to smuggle a statement in by a name is refused, and leaves nothing', async () => {
    const { createHash } = await import('node:crypto');
    const [head = ''] = whole();
    for (const row of [
      { table: 'academy` (id) VALUES (1); DROP TABLE `academy', row: { id: '1' } },
      { table: 'academy', row: { 'id`) VALUES (1); -- ': '1' } },
    ]) {
      const middle = [head, JSON.stringify(row)];
      const sha256 = createHash('sha256')
        .update(`${middle.join('\n')}\n`)
        .digest('hex');
      const end = JSON.stringify({ end: { rows: { [row.table]: 1 }, sha256 } });
      const databaseUrl = await createTestDatabase();
      await expect(
        restoreBackup(written('hostile.backup', [...middle, end]), {
          databaseUrl,
          migrationsDir: MIGRATIONS,
        }),
      ).rejects.toThrow(/not of its version/);
      const db = openDatabase(databaseUrl);
      opened.push(db);
      expect(await db.many(sql`SHOW TABLES`)).toEqual([]);
    }
  });
});
