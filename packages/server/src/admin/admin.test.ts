import { randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openDatabase } from '../database/database.ts';
import { migrate } from '../database/migrate.ts';
import { sql } from '../database/sql.ts';
import { type Examination } from '../doctor/examine.ts';
import { saveWorkedCheck } from '../test/documents.ts';
import {
  createMigratedDatabase,
  createTestDatabase,
  MIGRATIONS,
  startTestApp,
  type TestApp,
  type TestClient,
} from '../test/test-app.ts';
import { runAdmin } from './index.ts';

let app: TestApp;
let client: TestClient;
let folder: string;
let ids: { studentId: string; lessonId: string; checkId: string };

beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'lotrecht-admin-'));
  app = await startTestApp();
  client = (await app.signedIn(await app.academy('Tarnside'), 'head')).client;
  ids = await saveWorkedCheck(client);
});
afterAll(async () => {
  await app.stop();
  rmSync(folder, { recursive: true, force: true });
});

async function ran(name: string, ...args: readonly string[]) {
  let [out, error] = ['', ''];
  const code = await runAdmin(name, args, {
    write: async (text) => void (out += text),
    writeError: async (text) => void (error += text),
  });
  return { code, out, error };
}

const at = (databaseUrl: string): readonly string[] => ['--database', databaseUrl, '--data', folder];
const fileNamed = (name: string): string => path.join(folder, name);

async function newDatabase(): Promise<string> {
  return createMigratedDatabase();
}

describe('export and import', () => {
  it('carry an academy from one database to another, byte for byte', async () => {
    const [first, second] = [fileNamed('first.jsonl'), fileNamed('second.jsonl')];
    expect((await ran('export', first, ...at(app.databaseUrl))).code).toBe(0);
    const other = await newDatabase();
    const came = await ran('import', first, ...at(other));
    expect(came).toMatchObject({ code: 0, error: '' });
    expect(came.out).toMatch(/^Tarnside: \d+ rows came in\.\n$/);
    await ran('export', second, ...at(other));
    expect(readFileSync(second, 'utf8')).toBe(readFileSync(first, 'utf8'));
    const { out } = await ran('export', '-', ...at(other));
    expect(out).toBe(readFileSync(first, 'utf8'));
    expect(existsSync(`${first}.new`)).toBe(false);
  });

  it('name what is wrong, line by line, and change nothing', async () => {
    const file = fileNamed('wrong.jsonl');
    writeFileSync(
      file,
      readFileSync(fileNamed('first.jsonl'), 'utf8').replace('"handedness":"right"', '"handedness":1'),
    );
    const other = await newDatabase();
    const { code, error } = await ran('import', file, ...at(other));
    expect(code).toBe(1);
    expect(JSON.parse(error)).toMatchObject({
      lines: [{ path: '/handedness', message: 'Read 1. Use one of: right, left.' }],
    });
    expect((await ran('export', '-', ...at(other))).error).toContain('There is no academy');
    expect((await ran('import', fileNamed('none'), ...at(other))).code).toBe(1);
  });

  it('ask which academy where there are several', async () => {
    const id = await app.academy('Away');
    const { code, error } = await ran('export', '-', ...at(app.databaseUrl));
    expect(code).toBe(1);
    expect(error).toContain(`${id} Away`);
    const { out } = await ran('export', '-', '--academy', id, ...at(app.databaseUrl));
    expect(out.split('\n')).toHaveLength(2);
  });
});

describe('backup and restore', () => {
  it('say what they did, and erase again who was erased', async () => {
    const file = fileNamed('all.backup');
    const made = await ran('backup', file, ...at(app.databaseUrl));
    expect(made).toMatchObject({ code: 0, error: '' });
    expect(made.out).toMatch(/\d+ rows of \d+ tables, read back whole/);
    const { academyId } = await app.db.one<{ academyId: string }>(
      sql`SELECT academy_id AS academyId FROM student WHERE id = ${ids.studentId}`,
    );
    writeFileSync(fileNamed('erased.txt'), `${academyId} ${ids.studentId}\n`);
    const other = await createTestDatabase();
    const restored = await ran('restore', file, ...at(other));
    expect(restored).toMatchObject({ code: 0, error: '' });
    expect(restored.out).toContain('; 1 erased again.');
    rmSync(fileNamed('erased.txt'));
    const again = await ran('restore', file, ...at(other));
    expect(again.code).toBe(1);
    expect(JSON.parse(again.error)).toMatchObject({
      code: 'refused',
      message: expect.stringContaining('holds the academy'),
    });
  });
});

describe('doctor', () => {
  async function examined(): Promise<{ readonly code: number; readonly examination: Examination }> {
    const { code, out } = await ran('doctor', '--json', ...at(app.databaseUrl));
    return { code, examination: JSON.parse(out) as Examination };
  }
  const notWell = ({ findings }: Examination): readonly string[] =>
    findings.filter((f) => !f.well).map((f) => f.what);

  it('finds everything well where it is, and says what it looked at', async () => {
    const { code, examination } = await examined();
    expect(notWell(examination)).toEqual([]);
    expect(code).toBe(0);
    expect(examination.findings.map((f) => f.what)).toEqual(
      expect.arrayContaining(['versions', 'migrations', 'free space', 'audit entries about nobody']),
    );
    expect(examination.recomputed.results).toBeGreaterThan(0);
    const { out } = await ran('doctor', ...at(app.databaseUrl));
    expect(out).toMatch(/^well {2}versions: core \d/);
  });

  it('finds a result that its readings do not give, and names where', async () => {
    await app.db.exec(sql`
      UPDATE check_version SET result = JSON_SET(result, '$.lines.toes.handedAzimuthDeg', 9.5)
      WHERE check_id = ${ids.checkId}`);
    const { code, examination } = await examined();
    expect(code).toBe(1);
    expect(notWell(examination)).toEqual([
      'lines that are not those of their check’s newest result',
      'results computed again',
    ]);
    expect(examination.recomputed.differences).toMatchObject([
      { checkId: ids.checkId, paths: ['/lines/toes/handedAzimuthDeg'] },
    ]);
    const { out } = await ran('doctor', ...at(app.databaseUrl));
    expect(out).toContain(`check ${ids.checkId} version 1`);
  });

  it('tells an older core’s other figures, and finds no fault in them', async () => {
    await app.db.exec(sql`UPDATE check_version SET core_version = '0.0.1' WHERE check_id = ${ids.checkId}`);
    const { examination } = await examined();
    expect(notWell(examination)).toEqual(['lines that are not those of their check’s newest result']);
    expect(examination.recomputed.byCore['0.0.1']).toEqual({ results: 1, different: 1 });
  });

  it('finds rows that point at nothing', async () => {
    const nobody = randomUUID();
    const { academyId, instructorId } = await app.db.one<{ academyId: string; instructorId: string }>(
      sql`SELECT academy_id AS academyId, instructor_id AS instructorId FROM student LIMIT 1`,
    );
    await app.db.exec(sql`
      INSERT INTO audit_entry (academy_id, id, instructor_id, student_id, action)
      VALUES (${academyId}, ${randomUUID()}, ${instructorId}, ${nobody}, 'seen')`);
    await app.db.exec(sql`UPDATE setup_check SET revision = 9 WHERE id = ${ids.checkId}`);
    const { examination } = await examined();
    expect(notWell(examination)).toEqual([
      'checks without the version they name',
      'audit entries about nobody',
    ]);
  });

  it('says which migrations are missing', async () => {
    const url = await createTestDatabase();
    await migrate(url, MIGRATIONS, 9);
    const db = openDatabase(url);
    await db.exec(sql`DELETE FROM schema_migration WHERE name LIKE '0009%'`);
    await db.close();
    const { out } = await ran('doctor', ...at(url));
    expect(out).toContain('NOT WELL  migrations: missing: 0009-erasure.sql');
  });
});
