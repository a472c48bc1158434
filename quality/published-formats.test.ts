import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';

const root = path.resolve(import.meta.dirname, '..');
const schemas = path.join(root, 'packages/records/schemas/formats');
const kinds = path.join(root, 'packages/records/schemas/kinds');
const published = path.join(root, 'docs/formats');

interface Format {
  readonly title: string;
  readonly oneOf?: readonly { readonly title: string }[];
}
const parse = (file: string): Format => JSON.parse(readFileSync(file, 'utf8')) as Format;
/** Rows that follow from what a kind takes in. */
const derived = readdirSync(kinds).map(
  (file) => `Exported${parse(path.join(kinds, file)).title.replace(/Input$/, '')}`,
);

describe('the published formats', () => {
  it.each(readdirSync(schemas))('%s is what the validators are generated from', (file) => {
    const { oneOf, ...format } = parse(path.join(published, file));
    const rows = oneOf?.filter(({ title }) => !derived.includes(title));
    expect({ ...format, ...(rows && { oneOf: rows }) }).toEqual(parse(path.join(schemas, file)));
  });

  it('have a row for each kind', () => {
    const { oneOf = [] } = parse(path.join(published, 'lotrecht-academy.v1.schema.json'));
    expect(oneOf.map(({ title }) => title)).toEqual(expect.arrayContaining(derived));
    expect(derived.length).toBeGreaterThan(0);
  });
});
