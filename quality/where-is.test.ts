import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';

const root = path.resolve(import.meta.dirname, '..');
const architecture = readFileSync(path.join(root, 'docs/architecture.md'), 'utf8');
const table = architecture.slice(architecture.indexOf('## Where is'), architecture.indexOf('## Rooms'));
const rows = table
  .split('\n')
  .filter((line) => line.startsWith('| ') && line.includes('`'))
  .map((line) => line.split('|').map((cell) => cell.trim()));

describe('what a newcomer asks for', () => {
  it('is in the folders that the architecture names, and the files that it names are in them', () => {
    expect(rows.length).toBeGreaterThanOrEqual(12);
    for (const [, question = '', answer = ''] of rows) {
      const named = [...answer.matchAll(/`([^`]+)`/g)].map(([, name = '']) => name);
      const folders = named.filter((name) => name.startsWith('packages/'));
      expect(folders.length, question).toBeGreaterThan(0);
      for (const folder of folders) expect(existsSync(path.join(root, folder)), folder).toBe(true);
      for (const file of named.filter((name) => name.endsWith('.ts')))
        expect(
          folders.some((folder) => existsSync(path.join(root, folder, file))),
          file,
        ).toBe(true);
    }
  });
});
