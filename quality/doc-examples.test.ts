import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import * as core from '@lotrecht/core';
import * as judging from '@lotrecht/judging';
import * as records from '@lotrecht/records';
import * as words from '@lotrecht/words';
import { describe, expect, it } from 'vitest';

const root = path.resolve(import.meta.dirname, '..');
const EXAMPLE = /@example (.+?) \/\/ (.+?)(?:\s*\*\/)?$/gm;

function sources(dir: string): string[] {
  return readdirSync(path.join(root, dir), { withFileTypes: true }).flatMap((entry) => {
    const inner = path.join(dir, entry.name);
    if (entry.isDirectory()) return entry.name === 'generated' ? [] : sources(inner);
    return entry.name.endsWith('.ts') && !entry.name.endsWith('.test.ts') ? [inner] : [];
  });
}

const PACKAGES = { core, records, words, judging } as const;
const files = Object.keys(PACKAGES).flatMap((name) => sources(`packages/${name}/src`));
const examples = files.flatMap((file) =>
  [...readFileSync(path.join(root, file), 'utf8').matchAll(EXAMPLE)].map(([, code = '', said = '']) => ({
    file,
    code,
    said,
  })),
);

function evaluate(code: string, names: Readonly<Record<string, unknown>>): unknown {
  return new Function(...Object.keys(names), `return (${code});`)(...Object.values(names));
}

/** Validators are one kind of function made in one place; what they take stands in their schemas. */
const isDocumented = (name: string): boolean => !name.startsWith('validate');

function frontDoorFunctions(module: Readonly<Record<string, unknown>>): string[] {
  return Object.entries(module)
    .filter(([name, value]) => typeof value === 'function' && !/^[A-Z]/.test(name) && isDocumented(name))
    .map(([name]) => name);
}

describe('the documentation examples', () => {
  it('show every function that leaves a package of figures or words by its front door', () => {
    const shown = (name: string): boolean => examples.some((e) => e.code.includes(`${name}(`));
    const names = Object.values(PACKAGES).flatMap(frontDoorFunctions);
    expect(names.length).toBeGreaterThan(40);
    expect(names.filter((name) => !shown(name))).toEqual([]);
  });

  it.each(examples)('$file: $code', async ({ file, code, said }) => {
    const module = (await import(pathToFileURL(path.join(root, file)).href)) as Record<string, unknown>;
    const value = evaluate(code, { ...records, ...judging, ...words, ...core, ...module });
    // A figure that ends in dots is said to as many digits as stand there.
    if (said.endsWith('...')) expect(String(value).startsWith(said.slice(0, -3))).toBe(true);
    else if (typeof value === 'number') expect(value).toBeCloseTo(Number(said), 12);
    else expect(value).toEqual(evaluate(said, {}));
  });
});
