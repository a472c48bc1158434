import { cpSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import mysql from 'mysql2/promise';
import { describe, expect, it } from 'vitest';
import { createMigratedDatabase, createTestDatabase, MIGRATIONS } from '../test/test-app.ts';
import { migrate } from './migrate.ts';

async function names(databaseUrl: string): Promise<string[]> {
  const connection = await mysql.createConnection({ uri: databaseUrl });
  const [rows] = await connection.query('SELECT name FROM schema_migration ORDER BY name');
  await connection.end();
  return (rows as { name: string }[]).map((row) => row.name);
}

/** Every table as the statement that makes it, with how many rows it has. */
async function schemaOf(databaseUrl: string): Promise<Readonly<Record<string, unknown>>> {
  const connection = await mysql.createConnection({ uri: databaseUrl });
  const ask = async (text: string) => (await connection.query(text))[0] as Record<string, unknown>[];
  const found: Record<string, unknown> = {};
  for (const row of await ask('SHOW TABLES')) {
    const [table] = Object.values(row) as [string];
    const [made] = await ask(`SHOW CREATE TABLE ${table}`);
    found[table] = [made?.['Create Table'], await ask(`SELECT COUNT(*) AS count FROM ${table}`)];
  }
  await connection.end();
  return found;
}

function copyOfMigrations(): string {
  const dir = mkdtempSync(path.join(tmpdir(), 'lotrecht-migrations-'));
  cpSync(MIGRATIONS, dir, { recursive: true });
  return dir;
}

describe('migrating', () => {
  it('applies every file once, and nothing the second time', async () => {
    const url = await createTestDatabase();
    const applied = await migrate(url, MIGRATIONS);
    expect(applied.length).toBeGreaterThanOrEqual(2);
    expect(await migrate(url, MIGRATIONS)).toEqual([]);
    expect(await names(url)).toEqual(applied);
  });

  it('makes what the tests begin with from a dump', async () => {
    const [migrated, dumped] = [await createTestDatabase(), await createMigratedDatabase()];
    const applied = await migrate(migrated, MIGRATIONS);
    expect(await schemaOf(dumped)).toEqual(await schemaOf(migrated));
    expect(await names(dumped)).toEqual(applied);
    expect(await migrate(dumped, MIGRATIONS)).toEqual([]);
  });

  it('gives the checks of an earlier state their lines as rows', async () => {
    const url = await createTestDatabase();
    const dir = copyOfMigrations();
    rmSync(path.join(dir, '0004-circumstances-and-lines.sql'));
    for (const later of readdirSync(dir).filter((name) => name > '0004')) rmSync(path.join(dir, later));
    await migrate(url, dir);
    const connection = await mysql.createConnection({ uri: url, multipleStatements: true });
    const id = (n: number): string => `'00000000-0000-4000-8000-00000000000${n}'`;
    const document = JSON.stringify({ club: { group: 'driver' } });
    const result = JSON.stringify({
      targetLineUncertaintyDeg: 0.5,
      lines: {
        toes: {
          handedAzimuthDeg: 3.94,
          measurementUncertaintyDeg: 0.6,
          conformanceProbability: 0.01,
          verdict: 'out',
        },
        eyes: { handedAzimuthDeg: -1, measurementUncertaintyDeg: 2 },
      },
    });
    await connection.query(`
      INSERT INTO academy (id, name) VALUES (${id(1)}, 'A');
      INSERT INTO instructor (academy_id, id, email, name, role, password_hash)
        VALUES (${id(1)}, ${id(2)}, 'a@b.example', 'I', 'head', 'none');
      INSERT INTO student (academy_id, id, instructor_id, name, handedness, minor, notes)
        VALUES (${id(1)}, ${id(3)}, ${id(2)}, 'S', 'right', 0, '');
      INSERT INTO lesson (academy_id, id, student_id, instructor_id, held_on, notes)
        VALUES (${id(1)}, ${id(4)}, ${id(3)}, ${id(2)}, '2026-04-17', '');
      INSERT INTO setup_check (academy_id, id, lesson_id, student_id, revision)
        VALUES (${id(1)}, ${id(5)}, ${id(4)}, ${id(3)}, 1);
      INSERT INTO check_version (academy_id, check_id, revision, reason, document, result, core_version, save_key, instructor_id)
        VALUES (${id(1)}, ${id(5)}, 1, 'entered', '${document}', '${result}', '0.1.0', ${id(6)}, ${id(2)});`);
    await migrate(url, MIGRATIONS);
    const [rows] = await connection.query(
      'SELECT line, club_group, handed_azimuth_deg, verdict, phase FROM measured_line ORDER BY line',
    );
    await connection.end();
    expect(rows).toEqual([
      { line: 'toes', club_group: 'driver', handed_azimuth_deg: 3.94, verdict: 'out', phase: null },
      { line: 'eyes', club_group: 'driver', handed_azimuth_deg: -1, verdict: null, phase: null },
    ]);
  });

  it('runs once when four servers start together', async () => {
    const url = await createTestDatabase();
    const all = await Promise.all([1, 2, 3, 4].map(() => migrate(url, MIGRATIONS)));
    expect(all.filter((applied) => applied.length > 0)).toHaveLength(1);
  });

  it('refuses a file that was changed after it had been applied', async () => {
    const url = await createTestDatabase();
    const dir = copyOfMigrations();
    await migrate(url, dir);
    writeFileSync(path.join(dir, '0001-identity.sql'), '-- changed\nSELECT 1;');
    await expect(migrate(url, dir)).rejects.toThrow('0001-identity.sql was changed');
  });

  it('refuses to run over the remains of a migration that broke off', async () => {
    const url = await createTestDatabase();
    const dir = copyOfMigrations();
    await migrate(url, dir);
    const broken = `${String((await names(url)).length + 1).padStart(4, '0')}-broken.sql`;
    writeFileSync(path.join(dir, broken), 'CREATE TABLE half (id INT); CREATE TABLE half (id INT);');
    await expect(migrate(url, dir)).rejects.toThrow('already exists');
    await expect(migrate(url, dir)).rejects.toThrow(`${broken} broke off half-way`);
  });

  it('refuses a database of a newer version', async () => {
    const url = await createTestDatabase();
    const dir = copyOfMigrations();
    const next = `${String((await migrate(url, MIGRATIONS)).length + 1).padStart(4, '0')}-later.sql`;
    writeFileSync(path.join(dir, next), 'SELECT 1;');
    await migrate(url, dir);
    await expect(migrate(url, MIGRATIONS)).rejects.toThrow('does not know');
  });

  it('names a gap in the numbering', async () => {
    const url = await createTestDatabase();
    const dir = copyOfMigrations();
    writeFileSync(path.join(dir, '0099-far.sql'), 'SELECT 1;');
    await expect(migrate(url, dir)).rejects.toThrow('is missing: found 0099-far.sql');
  });
});
