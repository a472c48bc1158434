import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
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

const files = [...sources('packages/core/src'), ...sources('packages/contract/src')];
const examples = files.flatMap((file) =>
  [...readFileSync(path.join(root, file), 'utf8').matchAll(EXAMPLE)].map(([, code = '', said = '']) => ({
    file,
    code,
    said,
  })),
);

/** Functions of a file that are called in its documentation and no example shows. */
function evaluate(code: string, names: Readonly<Record<string, unknown>>): unknown {
  return new Function(...Object.keys(names), `return (${code});`)(...Object.values(names));
}

describe('the documentation examples', () => {
  it('exist', () => {
    expect(examples.length).toBeGreaterThan(25);
  });

  it.each(examples)('$file: $code', async ({ file, code, said }) => {
    const module = (await import(pathToFileURL(path.join(root, file)).href)) as Record<string, unknown>;
    const value = evaluate(code, module);
    // A figure that ends in dots is said to as many digits as stand there.
    if (said.endsWith('...')) expect(String(value).startsWith(said.slice(0, -3))).toBe(true);
    else if (typeof value === 'number') expect(value).toBeCloseTo(Number(said), 12);
    else expect(value).toEqual(evaluate(said, {}));
  });
});
