import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';

const root = path.resolve(import.meta.dirname, '..');
const schemas = path.join(root, 'packages/contract/schemas/formats');
const published = path.join(root, 'docs/formats');
const parse = (file: string): unknown => JSON.parse(readFileSync(file, 'utf8'));

describe('the published formats', () => {
  it.each(readdirSync(schemas))('%s is what the validators are generated from', (file) => {
    expect(parse(path.join(published, file))).toEqual(parse(path.join(schemas, file)));
  });
});
