import { existsSync, readdirSync, readFileSync } from 'node:fs';
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

describe('the README of a package', () => {
  const packages = readdirSync(path.join(root, 'packages'));

  it.each(packages)('of %s names what is there, first in each line', (name) => {
    const readme = readFileSync(path.join(root, 'packages', name, 'README.md'), 'utf8');
    const folder = /^In `([^`]+)`:$/m.exec(readme)?.[1] ?? '';
    const named = readme
      .split('\n')
      .filter((line) => line.startsWith('- `'))
      .map((line) => /`([^`]+)`/.exec(line)?.[1] ?? '');
    expect(named.length).toBeGreaterThan(0);
    for (const file of named)
      expect(existsSync(path.join(root, folder, file)), `${folder}/${file}`).toBe(true);
    for (const [, link = ''] of readme.matchAll(/\]\(([^)]+)\)/g))
      expect(existsSync(path.join(root, 'packages', name, link)), link).toBe(true);
  });
});
