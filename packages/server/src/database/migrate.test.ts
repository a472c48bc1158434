import { cpSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import mysql from 'mysql2/promise';
import { describe, expect, it } from 'vitest';
import { createTestDatabase, MIGRATIONS } from '../test/test-app.ts';
import { migrate } from './migrate.ts';

async function names(databaseUrl: string): Promise<string[]> {
  const connection = await mysql.createConnection({ uri: databaseUrl });
  const [rows] = await connection.query('SELECT name FROM schema_migration ORDER BY name');
  await connection.end();
  return (rows as { name: string }[]).map((row) => row.name);
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
